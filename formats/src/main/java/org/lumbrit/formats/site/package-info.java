/**
 * A site on disk or in a zip: the recipe and what lies beside it.
 */
package org.lumbrit.formats.site;
