/** The place as lines: what is seen of its edges, outlines and contours from an eye, as paths. */
package org.lumbrit.core.drawn;
