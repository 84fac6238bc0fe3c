/** Drawings as files: SVG, PNG, GeoJSON of contours, and a plan sheet as PDF. */
package org.lumbrit.formats.drawn;
