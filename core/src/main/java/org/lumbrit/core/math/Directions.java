package org.lumbrit.core.math;

/** Vectors of three numbers, alone or one after the other in flat arrays. */
public final class Directions {
    private Directions() {}

    /** Makes one as long as 1; (0, 1, 0) where it has no length. @param at where it begins in the array */
    public static void unit(double[] all, int at) {
        double length = Math.sqrt(all[at] * all[at] + all[at + 1] * all[at + 1] + all[at + 2] * all[at + 2]);
        for (int d = 0; d < 3; d++) {
            all[at + d] = length > 0 ? all[at + d] / length : d == 1 ? 1 : 0;
        }
    }

    public static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    public static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    /**
     * Out of a triangle, twice as long as its area.
     *
     * @param corners three a triangle; @param t where the triangle begins in them; @param places x, y, z of each corner
     * @param at where the three numbers are written in {@code out}
     */
    public static void facing(int[] corners, int t, double[] places, double[] out, int at) {
        int a = 3 * corners[t];
        int b = 3 * corners[t + 1];
        int c = 3 * corners[t + 2];
        double ux = places[b] - places[a];
        double uy = places[b + 1] - places[a + 1];
        double uz = places[b + 2] - places[a + 2];
        double vx = places[c] - places[a];
        double vy = places[c + 1] - places[a + 1];
        double vz = places[c + 2] - places[a + 2];
        out[at] = uy * vz - uz * vy;
        out[at + 1] = uz * vx - ux * vz;
        out[at + 2] = ux * vy - uy * vx;
    }

    /** The cosine between two; 0 where one has no length. */
    public static double cosine(double[] a, double[] b) {
        double lengths = Math.sqrt(dot(a, a) * dot(b, b));
        return lengths > 0 ? dot(a, b) / lengths : 0;
    }

    /**
     * A direction and some evenly round it; alone where the angle is 0.
     *
     * @param middle a unit vector; @param degrees between it and the others; @param ring how many those are
     */
    public static double[][] cone(double[] middle, double degrees, int ring) {
        if (degrees <= 0) {
            return new double[][] {middle};
        }
        double[] side = Math.abs(middle[1]) < 0.9 ? new double[] {0, 1, 0} : new double[] {1, 0, 0};
        double[] u = cross(middle, side);
        unit(u, 0);
        double[] v = cross(middle, u);
        double c = StrictMath.cos(StrictMath.toRadians(degrees));
        double s = StrictMath.sin(StrictMath.toRadians(degrees));
        double[][] ways = new double[1 + ring][3];
        ways[0] = middle;
        for (int k = 0; k < ring; k++) {
            double angle = 2 * StrictMath.PI * k / ring;
            double p = s * StrictMath.cos(angle);
            double q = s * StrictMath.sin(angle);
            for (int d = 0; d < 3; d++) {
                ways[1 + k][d] = c * middle[d] + p * u[d] + q * v[d];
            }
        }
        return ways;
    }
}
