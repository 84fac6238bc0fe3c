package org.lumbrit.core.sheets;

/**
 * One hanging sheet: a line in plan whose places it stands over.
 *
 * @param along metres from its beginning to each place; @param x metres; @param base metres of ground or water under each; @param z metres
 * @param opacity how much it hides at most at each, 0..1
 */
public record Sheet(double[] along, double[] x, double[] base, double[] z, float[] opacity) {}
