package org.lumbrit.core.stills;

/** Triangles in the site that are coloured alike. */
final class Solid {
    /** Numbers that a vertex has at most. */
    static final int MOST = 11;

    /** x, y, z of each vertex, metres. */
    final float[] places;
    /** Three vertices each. */
    final int[] triangles;
    /** How many numbers a vertex has. */
    final int each;
    /** Those, which are read between the vertices. */
    final float[] numbers;

    final Surface surface;
    /** Least x, y, z and greatest x, y, z. */
    final double[] box = {
        Double.POSITIVE_INFINITY,
        Double.POSITIVE_INFINITY,
        Double.POSITIVE_INFINITY,
        Double.NEGATIVE_INFINITY,
        Double.NEGATIVE_INFINITY,
        Double.NEGATIVE_INFINITY
    };

    Solid(float[] places, int[] triangles, int each, float[] numbers, Surface surface) {
        this.places = places;
        this.triangles = triangles;
        this.each = each;
        this.numbers = numbers;
        this.surface = surface;
        for (int i = 0; i < places.length; i += 3) {
            for (int d = 0; d < 3; d++) {
                box[d] = Math.min(box[d], places[i + d]);
                box[3 + d] = Math.max(box[3 + d], places[i + d]);
            }
        }
    }

    /** One of the eight corners of its box. @param corner 0..7; @param d 0 for x, 1 for y, 2 for z */
    double corner(int corner, int d) {
        return box[(corner >> d & 1) == 0 ? d : 3 + d];
    }
}
