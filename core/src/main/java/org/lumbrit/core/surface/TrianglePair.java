package org.lumbrit.core.surface;

/** Whether two triangles of one set of vertices cross (T. Möller, "A fast triangle–triangle intersection test", 1997). One thread's. */
final class TrianglePair {
    private final float[] p;
    private final double[] n = new double[3];
    private final double[] m = new double[3];
    private final double[] du = new double[3];
    private final double[] dv = new double[3];
    private final double[] one = new double[2];
    private final double[] two = new double[2];

    TrianglePair(float[] positions) {
        this.p = positions;
    }

    /** @param a index of the first triangle's corners in {@code triangles}; @param b of the second's */
    boolean cross(int[] triangles, int a, int b) {
        int a0 = 3 * triangles[a];
        int a1 = 3 * triangles[a + 1];
        int a2 = 3 * triangles[a + 2];
        int b0 = 3 * triangles[b];
        int b1 = 3 * triangles[b + 1];
        int b2 = 3 * triangles[b + 2];
        normal(a0, a1, a2, n);
        if (!away(n, a0, b0, b1, b2, du)) {
            return false;
        }
        normal(b0, b1, b2, m);
        if (!away(m, b0, a0, a1, a2, dv)) {
            return false;
        }
        double x = n[1] * m[2] - n[2] * m[1];
        double y = n[2] * m[0] - n[0] * m[2];
        double z = n[0] * m[1] - n[1] * m[0];
        int axis = Math.abs(x) >= Math.abs(y) && Math.abs(x) >= Math.abs(z) ? 0 : Math.abs(y) >= Math.abs(z) ? 1 : 2;
        if (x == 0 && y == 0 && z == 0) {
            return false;
        }
        if (!interval(a0 + axis, a1 + axis, a2 + axis, dv, one)
                || !interval(b0 + axis, b1 + axis, b2 + axis, du, two)) {
            return false;
        }
        return one[0] < two[1] && two[0] < one[1];
    }

    private void normal(int a, int b, int c, double[] out) {
        double ux = (double) p[b] - p[a];
        double uy = (double) p[b + 1] - p[a + 1];
        double uz = (double) p[b + 2] - p[a + 2];
        double vx = (double) p[c] - p[a];
        double vy = (double) p[c + 1] - p[a + 1];
        double vz = (double) p[c + 2] - p[a + 2];
        out[0] = uy * vz - uz * vy;
        out[1] = uz * vx - ux * vz;
        out[2] = ux * vy - uy * vx;
    }

    /** Signed distances of three vertices from a plane; false where all lie on one side, or on it. */
    private boolean away(double[] normal, int on, int a, int b, int c, double[] d) {
        d[0] = side(normal, on, a);
        d[1] = side(normal, on, b);
        d[2] = side(normal, on, c);
        boolean above = d[0] > 0 || d[1] > 0 || d[2] > 0;
        boolean below = d[0] < 0 || d[1] < 0 || d[2] < 0;
        return above && below;
    }

    private double side(double[] normal, int on, int v) {
        return normal[0] * ((double) p[v] - p[on])
                + normal[1] * ((double) p[v + 1] - p[on + 1])
                + normal[2] * ((double) p[v + 2] - p[on + 2]);
    }

    /** Where a triangle meets the line in which the planes cross, along one axis. */
    private boolean interval(int a, int b, int c, double[] d, double[] out) {
        int alone = d[0] * d[1] > 0 ? 2 : d[0] * d[2] > 0 ? 1 : d[1] * d[2] > 0 || d[0] != 0 ? 0 : d[1] != 0 ? 1 : 2;
        double pa = alone == 0 ? p[a] : alone == 1 ? p[b] : p[c];
        double pb = alone == 0 ? p[b] : p[a];
        double pc = alone == 2 ? p[b] : p[c];
        double da = d[alone];
        double db = alone == 0 ? d[1] : d[0];
        double dc = alone == 2 ? d[1] : d[2];
        if (da == db || da == dc) {
            return false;
        }
        double s = pa + (pb - pa) * da / (da - db);
        double t = pa + (pc - pa) * da / (da - dc);
        out[0] = Math.min(s, t);
        out[1] = Math.max(s, t);
        return true;
    }
}
