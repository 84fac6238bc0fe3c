package org.lumbrit.core.stills;

/**
 * Triangles in the site that are coloured alike.
 *
 * @param places x, y, z of each vertex, metres; @param triangles three vertices each
 * @param each how many numbers a vertex has; @param numbers those, which are read between the vertices
 */
record Solid(float[] places, int[] triangles, int each, float[] numbers, Surface surface) {
    /** Numbers that a vertex has at most. */
    static final int MOST = 11;
}
