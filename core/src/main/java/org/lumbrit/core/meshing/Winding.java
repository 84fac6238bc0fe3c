package org.lumbrit.core.meshing;

import org.lumbrit.core.math.Directions;
import org.lumbrit.core.surface.Mesh;

/**
 * How often a mesh goes round a place: 1 inside, 0 outside, and in between where it has holes (A. Jacobson, L. Kavan and O. Sorkine-Hornung, Robust
 * inside-outside segmentation using generalized winding numbers, 2013). Triangles far away count as one small facet (G. Barill et al., Fast winding numbers
 * for soups and clouds, 2018, the first order).
 */
final class Winding {
    private static final int LEAF = 8;
    /** So many radii away a group counts as one facet. */
    private static final double FAR = 2.5;

    private final Mesh mesh;
    private final int[] order;
    private final int levels;
    /** For each group: middle, sum of facing, radius squared. */
    private final double[] groups;

    Winding(Mesh mesh) {
        this.mesh = mesh;
        int count = mesh.count();
        Integer[] all = new Integer[count];
        java.util.Arrays.setAll(all, t -> t);
        int deep = 0;
        while (LEAF << deep < count) {
            deep++;
        }
        this.levels = deep;
        this.groups = new double[7 * (2 << deep)];
        this.order = new int[count];
        lay(all, 0, count, 1);
        for (int i = 0; i < count; i++) {
            order[i] = all[i];
        }
    }

    private double middle(int t, int d) {
        float[] p = mesh.positions();
        int[] c = mesh.triangles();
        return ((double) p[3 * c[3 * t] + d] + p[3 * c[3 * t + 1] + d] + p[3 * c[3 * t + 2] + d]) / 3;
    }

    private void lay(Integer[] all, int from, int to, int group) {
        double[] low = {1e300, 1e300, 1e300};
        double[] high = {-1e300, -1e300, -1e300};
        double area = 0;
        int at = 7 * group;
        for (int i = from; i < to; i++) {
            double[] n = mesh.facing(3 * all[i]);
            double own = Math.sqrt(Directions.dot(n, n)) / 2;
            area += own;
            for (int d = 0; d < 3; d++) {
                double m = middle(all[i], d);
                low[d] = Math.min(low[d], m);
                high[d] = Math.max(high[d], m);
                groups[at + d] += own * m;
                groups[at + 3 + d] += n[d] / 2;
            }
        }
        for (int d = 0; d < 3; d++) {
            groups[at + d] = area > 0 ? groups[at + d] / area : to > from ? low[d] : 0;
        }
        for (int i = from; i < to; i++) {
            for (int k = 0; k < 3; k++) {
                double square = 0;
                for (int d = 0; d < 3; d++) {
                    double off = mesh.positions()[3 * mesh.triangles()[3 * all[i] + k] + d] - groups[at + d];
                    square += off * off;
                }
                groups[at + 6] = Math.max(groups[at + 6], square);
            }
        }
        if (group >= 1 << levels) {
            return;
        }
        int axis = high[0] - low[0] >= Math.max(high[1] - low[1], high[2] - low[2])
                ? 0
                : high[1] - low[1] >= high[2] - low[2] ? 1 : 2;
        java.util.Arrays.sort(
                all,
                from,
                to,
                java.util.Comparator.<Integer>comparingDouble(t -> middle(t, axis))
                        .thenComparing(t -> t));
        int half = half(from, to);
        lay(all, from, half, 2 * group);
        lay(all, half, to, 2 * group + 1);
    }

    private static int half(int from, int to) {
        return from + (to - from) / 2;
    }

    double at(double x, double y, double z) {
        return sum(1, 0, order.length, new double[] {x, y, z}) / (4 * Math.PI);
    }

    private double sum(int group, int from, int to, double[] p) {
        int at = 7 * group;
        double x = groups[at] - p[0];
        double y = groups[at + 1] - p[1];
        double z = groups[at + 2] - p[2];
        double square = x * x + y * y + z * z;
        if (square > FAR * FAR * groups[at + 6]) {
            return square > 0
                    ? (x * groups[at + 3] + y * groups[at + 4] + z * groups[at + 5]) / (square * Math.sqrt(square))
                    : 0;
        }
        if (group >= 1 << levels) {
            double sum = 0;
            for (int i = from; i < to; i++) {
                sum += solid(order[i], p);
            }
            return sum;
        }
        int half = half(from, to);
        return sum(2 * group, from, half, p) + sum(2 * group + 1, half, to, p);
    }

    /** The solid angle of a triangle (A. van Oosterom and J. Strackee, 1983). */
    private double solid(int t, double[] p) {
        double[][] v = new double[3][3];
        double[] length = new double[3];
        for (int k = 0; k < 3; k++) {
            int corner = 3 * mesh.triangles()[3 * t + k];
            for (int d = 0; d < 3; d++) {
                v[k][d] = mesh.positions()[corner + d] - p[d];
            }
            length[k] = Math.sqrt(Directions.dot(v[k], v[k]));
        }
        double det = v[0][0] * (v[1][1] * v[2][2] - v[1][2] * v[2][1])
                + v[0][1] * (v[1][2] * v[2][0] - v[1][0] * v[2][2])
                + v[0][2] * (v[1][0] * v[2][1] - v[1][1] * v[2][0]);
        double below = length[0] * length[1] * length[2]
                + Directions.dot(v[0], v[1]) * length[2]
                + Directions.dot(v[1], v[2]) * length[0]
                + Directions.dot(v[2], v[0]) * length[1];
        return det == 0 && below == 0 ? 0 : 2 * StrictMath.atan2(det, below);
    }
}
