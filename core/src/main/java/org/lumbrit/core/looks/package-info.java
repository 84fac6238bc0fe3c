/**
 * How a site looks: colours over the surfaces and the tones of their shading. Colours are mixed in OKLab and kept in linear
 * light; what is handed over and what is shown come from the same arrays.
 */
package org.lumbrit.core.looks;
