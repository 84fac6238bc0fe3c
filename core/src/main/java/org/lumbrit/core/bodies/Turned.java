package org.lumbrit.core.bodies;

import org.lumbrit.core.surface.Mesh;

/** Meshes of round bodies that lie along x. */
final class Turned {
    private static final int AROUND = 40;
    private static final int CAP = 8;

    private Turned() {}

    /** @param rounded whether it ends in half balls, else in flat discs */
    static Mesh mesh(double radius, double length, boolean rounded) {
        int rings = rounded ? 2 * (CAP + 1) : 4;
        float[] positions = new float[3 * rings * AROUND];
        for (int r = 0; r < rings; r++) {
            boolean west = r < rings / 2;
            int k = west ? r : rings - 1 - r;
            double x;
            double wide;
            if (rounded) {
                double angle = 0.5 * StrictMath.PI * k / CAP;
                x = length / 2 + radius * StrictMath.cos(angle);
                wide = radius * StrictMath.sin(angle);
            } else {
                x = length / 2;
                wide = k == 0 ? 0 : radius;
            }
            for (int a = 0; a < AROUND; a++) {
                double turn = 2 * StrictMath.PI * a / AROUND;
                int at = 3 * (r * AROUND + a);
                positions[at] = (float) (west ? -x : x);
                positions[at + 1] = (float) (wide * StrictMath.cos(turn));
                positions[at + 2] = (float) (wide * StrictMath.sin(turn));
            }
        }
        int[] triangles = new int[6 * (rings - 1) * AROUND];
        int at = 0;
        for (int r = 0; r + 1 < rings; r++) {
            for (int a = 0; a < AROUND; a++) {
                int p = r * AROUND + a;
                int q = r * AROUND + (a + 1) % AROUND;
                int[] two = {p, p + AROUND, q, q, p + AROUND, q + AROUND};
                System.arraycopy(two, 0, triangles, at, 6);
                at += 6;
            }
        }
        return Mesh.of(positions, triangles);
    }
}
