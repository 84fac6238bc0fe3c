package org.lumbrit.core.surface;

/** Volume of a closed mesh below a plane, by signed tetrahedra of its clipped triangles (after B. Mirtich, 1996). */
public final class Submerged {
    private static final int MOST = 80;

    private Submerged() {}

    /**
     * @param mesh closed, its triangles counter-clockwise seen from outside
     * @param nx of a unit normal; @param level along the normal: what lies lower counts
     * @return cubic metres of the mesh's own frame, and the moments along x, y, z, so that divided by the volume they are its middle
     */
    public static double[] below(Mesh mesh, double nx, double ny, double nz, double level) {
        // seen from a point of the plane the cap adds nothing
        double ox = level * nx;
        double oy = level * ny;
        double oz = level * nz;
        float[] p = mesh.positions();
        int[] t = mesh.triangles();
        double[] sums = new double[4];
        double[] corner = new double[9];
        double[] high = new double[3];
        double[] cut = new double[12];
        for (int i = 0; i < t.length; i += 3) {
            int under = 0;
            for (int k = 0; k < 3; k++) {
                int at = 3 * t[i + k];
                double x = p[at] - ox;
                double y = p[at + 1] - oy;
                double z = p[at + 2] - oz;
                corner[3 * k] = x;
                corner[3 * k + 1] = y;
                corner[3 * k + 2] = z;
                high[k] = nx * x + ny * y + nz * z;
                under += high[k] <= 0 ? 1 : 0;
            }
            if (under == 0) {
                continue;
            }
            if (under == 3) {
                add(sums, corner, 0, 3, 6);
                continue;
            }
            int count = 0;
            for (int k = 0; k < 3; k++) {
                int n = (k + 1) % 3;
                if (high[k] <= 0) {
                    System.arraycopy(corner, 3 * k, cut, 3 * count++, 3);
                }
                if (high[k] <= 0 != high[n] <= 0) {
                    double share = high[k] / (high[k] - high[n]);
                    for (int d = 0; d < 3; d++) {
                        cut[3 * count + d] = corner[3 * k + d] + share * (corner[3 * n + d] - corner[3 * k + d]);
                    }
                    count++;
                }
            }
            add(sums, cut, 0, 3, 6);
            if (count == 4) {
                add(sums, cut, 0, 6, 9);
            }
        }
        sums[1] += sums[0] * ox;
        sums[2] += sums[0] * oy;
        sums[3] += sums[0] * oz;
        return sums;
    }

    private static void add(double[] sums, double[] c, int a, int b, int d) {
        double volume = (c[a] * (c[b + 1] * c[d + 2] - c[b + 2] * c[d + 1])
                        + c[a + 1] * (c[b + 2] * c[d] - c[b] * c[d + 2])
                        + c[a + 2] * (c[b] * c[d + 1] - c[b + 1] * c[d]))
                / 6;
        sums[0] += volume;
        for (int k = 0; k < 3; k++) {
            sums[1 + k] += volume * (c[a + k] + c[b + k] + c[d + k]) / 4;
        }
    }

    /**
     * The level below which so much of a mesh lies.
     *
     * @param volume cubic metres, from 0 to all of it
     * @return along the normal; the mesh's lowest or highest place where the volume is beyond those ends
     */
    public static double level(Mesh mesh, double nx, double ny, double nz, double volume) {
        double[] ends = mesh.extentAlong(nx, ny, nz);
        double low = ends[0];
        double high = ends[1];
        Heights heights = new Heights(mesh, nx, ny, nz);
        double under = -volume;
        double over = heights.volume(high) - volume;
        if (!(over > 0)) {
            return high;
        }
        if (!(under < 0)) {
            return low;
        }
        double enough = 1e-13 * (over - under);
        boolean wasLow = false;
        boolean wasHigh = false;
        for (int k = 0; k < MOST && high - low > 1e-13 * Math.max(1, ends[1] - ends[0]); k++) {
            // false position, the end that stays counting half (the Illinois rule: M. Dowell and P. Jarratt, 1971)
            double middle = k % 8 == 7 ? 0.5 * (low + high) : low - under * (high - low) / (over - under);
            double off = heights.volume(middle) - volume;
            if (Math.abs(off) <= enough) {
                return middle;
            }
            if (off < 0) {
                low = middle;
                under = off;
                over = wasLow ? over / 2 : over;
                wasLow = true;
                wasHigh = false;
            } else {
                high = middle;
                over = off;
                under = wasHigh ? under / 2 : under;
                wasHigh = true;
                wasLow = false;
            }
        }
        return 0.5 * (low + high);
    }

    /**
     * Volumes below one level after the other: the surface's sum of its height over the level times its area as seen along the normal (the
     * theorem of divergence for a field that grows along the normal and is nothing on the plane).
     */
    private static final class Heights {
        private final int[] triangles;
        private final double[] high;
        /** Of each triangle, as seen along the normal. */
        private final double[] area;

        Heights(Mesh mesh, double nx, double ny, double nz) {
            this.triangles = mesh.triangles();
            float[] p = mesh.positions();
            this.high = new double[mesh.vertices()];
            for (int v = 0; v < high.length; v++) {
                high[v] = nx * p[3 * v] + ny * p[3 * v + 1] + nz * p[3 * v + 2];
            }
            this.area = new double[mesh.count()];
            for (int t = 0; t < area.length; t++) {
                double[] out = mesh.facing(3 * t);
                area[t] = 0.5 * (nx * out[0] + ny * out[1] + nz * out[2]);
            }
        }

        double volume(double level) {
            double sum = 0;
            for (int t = 0; t < area.length; t++) {
                double a = high[triangles[3 * t]] - level;
                double b = high[triangles[3 * t + 1]] - level;
                double c = high[triangles[3 * t + 2]] - level;
                if (a > 0 && b > 0 && c > 0) {
                    continue;
                }
                double whole = a + b + c;
                if (a <= 0 && b <= 0 && c <= 0) {
                    sum += area[t] * whole;
                } else {
                    sum += area[t] * clipped(a, b, c, whole);
                }
            }
            return sum / 3;
        }

        /** Three times the mean height of the part below, times its share of the triangle. */
        private static double clipped(double a, double b, double c, double whole) {
            int under = (a <= 0 ? 1 : 0) + (b <= 0 ? 1 : 0) + (c <= 0 ? 1 : 0);
            // the corner that lies alone on its side
            boolean alone = under == 1;
            double one = a <= 0 == alone ? a : b <= 0 == alone ? b : c;
            double other = one == a ? b : a;
            double third = one == a || one == b ? c : b;
            double part = one * one * one / ((one - other) * (one - third));
            return alone ? part : whole - part;
        }
    }
}
