/**
 * Open formats in and out. Readers are bounded and say what is wrong, where, and what would work; writers give the same bytes\n * everywhere.
 */
package org.lumbrit.formats;
