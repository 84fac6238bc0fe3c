/**
 * Questions to a site that is evaluated: why a place has its value, every plant as a row, what the site costs, which setting gives a
 * wanted outcome.
 */
package org.lumbrit.core.answers;
