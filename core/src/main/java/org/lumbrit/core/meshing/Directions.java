package org.lumbrit.core.meshing;

/** Vectors in flat arrays, three numbers each. */
final class Directions {
    private Directions() {}

    /** Makes one as long as 1; (0, 1, 0) where it has no length. */
    static void unit(double[] all, int at) {
        double length = Math.sqrt(all[at] * all[at] + all[at + 1] * all[at + 1] + all[at + 2] * all[at + 2]);
        for (int d = 0; d < 3; d++) {
            all[at + d] = length > 0 ? all[at + d] / length : d == 1 ? 1 : 0;
        }
    }

    static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    /** The cosine between two; 0 where one has no length. */
    static double cosine(double[] a, double[] b) {
        double lengths = Math.sqrt(dot(a, a) * dot(b, b));
        return lengths > 0 ? dot(a, b) / lengths : 0;
    }
}
