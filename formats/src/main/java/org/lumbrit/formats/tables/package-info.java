/**
 * CSV of samples and plants.
 */
package org.lumbrit.formats.tables;
