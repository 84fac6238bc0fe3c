package org.lumbrit.core.surface;

import java.util.Arrays;

/**
 * Where a surface of heights cuts a level, by marching squares: nodes at or above the level are inside; where a cell's corners
 * lie crosswise, the mean of the four decides which are joined.
 */
public final class ContourLines {
    private ContourLines() {}

    /** Segments as x, y, z of both ends, six numbers each; empty where the level is not met. */
    public static double[] at(Ground ground, double level) {
        Collector out = new Collector(level);
        double cell = ground.cell();
        float[] heights = ground.heights();
        int columns = ground.columns();
        for (int row = 0; row < ground.rows() - 1; row++) {
            for (int column = 0; column < columns - 1; column++) {
                int i = row * columns + column;
                out.cell(
                        column * cell - ground.width() / 2,
                        row * cell - ground.depth() / 2,
                        cell,
                        heights[i] - level,
                        heights[i + 1] - level,
                        heights[i + columns + 1] - level,
                        heights[i + columns] - level);
            }
        }
        return out.segments();
    }

    /** Grows a list of segments. */
    private static final class Collector {
        private final double level;
        private double[] ends = new double[6 * 256];
        private int used;

        Collector(double level) {
            this.level = level;
        }

        double[] segments() {
            return Arrays.copyOf(ends, used);
        }

        /** Heights above the level at the corners, going round: north-west, north-east, south-east, south-west. */
        void cell(double x, double z, double side, double nw, double ne, double se, double sw) {
            int inside = (nw >= 0 ? 1 : 0) | (ne >= 0 ? 2 : 0) | (se >= 0 ? 4 : 0) | (sw >= 0 ? 8 : 0);
            if (inside == 0 || inside == 15) {
                return;
            }
            double[] north = {x + side * share(nw, ne), z};
            double[] east = {x + side, z + side * share(ne, se)};
            double[] south = {x + side * share(sw, se), z + side};
            double[] west = {x, z + side * share(nw, sw)};
            boolean middle = nw + ne + se + sw >= 0;
            switch (inside) {
                case 1, 14 -> join(west, north);
                case 2, 13 -> join(north, east);
                case 4, 11 -> join(east, south);
                case 8, 7 -> join(south, west);
                case 3, 12 -> join(west, east);
                case 6, 9 -> join(north, south);
                case 5 -> cross(middle, west, south, north, east);
                default -> cross(!middle, west, south, north, east);
            }
        }

        /** Corners lie crosswise: either the north-west and south-east corners are cut off, or the other two. */
        private void cross(boolean joined, double[] w, double[] s, double[] n, double[] e) {
            if (joined) {
                join(n, e);
                join(s, w);
            } else {
                join(w, n);
                join(e, s);
            }
        }

        private static double share(double a, double b) {
            return a == b ? 0.5 : a / (a - b);
        }

        private void join(double[] a, double[] b) {
            if (used + 6 > ends.length) {
                ends = Arrays.copyOf(ends, 2 * ends.length);
            }
            ends[used] = a[0];
            ends[used + 1] = level;
            ends[used + 2] = a[1];
            ends[used + 3] = b[0];
            ends[used + 4] = level;
            ends[used + 5] = b[1];
            used += 6;
        }
    }
}
