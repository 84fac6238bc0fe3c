/**
 * Height maps in, pictures and masks out.
 */
package org.lumbrit.formats.image;
