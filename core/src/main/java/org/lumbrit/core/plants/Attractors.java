package org.lumbrit.core.plants;

import java.util.Arrays;

/** The points of a crown that are not taken yet, each with the nearest twig that it draws, in a grid of cells as wide as the reach. */
final class Attractors {
    private final double[] x;
    private final double[] y;
    private final double[] z;
    private final int[] nearest;
    private final double[] square;
    private final double reach;
    private final int[] start;
    private final int[] sorted;
    private final double[] low = {1e300, 1e300, 1e300};
    private final int[] cells = new int[3];

    Attractors(Draw draw, Crown crown, int count, double reach) {
        this.reach = reach;
        x = new double[count];
        y = new double[count];
        z = new double[count];
        nearest = new int[count];
        square = new double[count];
        Arrays.fill(nearest, -1);
        Arrays.fill(square, reach * reach);
        double[] high = {-1e300, -1e300, -1e300};
        for (int i = 0; i < count; i++) {
            double[] p = crown.point(draw, i);
            x[i] = p[0];
            y[i] = p[1];
            z[i] = p[2];
            for (int d = 0; d < 3; d++) {
                low[d] = Math.min(low[d], p[d]);
                high[d] = Math.max(high[d], p[d]);
            }
        }
        for (int d = 0; d < 3; d++) {
            cells[d] = 1 + (int) ((high[d] - low[d]) / reach);
        }
        start = new int[cells[0] * cells[1] * cells[2] + 1];
        sorted = new int[count];
        for (int i = 0; i < count; i++) {
            start[cell(x[i], y[i], z[i]) + 1]++;
        }
        for (int c = 1; c < start.length; c++) {
            start[c] += start[c - 1];
        }
        int[] next = start.clone();
        for (int i = 0; i < count; i++) {
            sorted[next[cell(x[i], y[i], z[i])]++] = i;
        }
    }

    private int along(double value, int axis) {
        return (int) Math.floor((value - low[axis]) / reach);
    }

    private int cell(double px, double py, double pz) {
        return (along(px, 0) * cells[1] + along(py, 1)) * cells[2] + along(pz, 2);
    }

    /** A twig has come to a place: points within the distance are taken, others may be drawn to it. */
    void meet(int node, double px, double py, double pz, double taken) {
        int cx = along(px, 0);
        int cy = along(py, 1);
        int cz = along(pz, 2);
        for (int ix = Math.max(0, cx - 1); ix <= Math.min(cells[0] - 1, cx + 1); ix++) {
            for (int iy = Math.max(0, cy - 1); iy <= Math.min(cells[1] - 1, cy + 1); iy++) {
                for (int iz = Math.max(0, cz - 1); iz <= Math.min(cells[2] - 1, cz + 1); iz++) {
                    int c = (ix * cells[1] + iy) * cells[2] + iz;
                    for (int s = start[c]; s < start[c + 1]; s++) {
                        meet(sorted[s], node, px, py, pz, taken * taken);
                    }
                }
            }
        }
    }

    private void meet(int i, int node, double px, double py, double pz, double taken) {
        double dx = x[i] - px;
        double dy = y[i] - py;
        double dz = z[i] - pz;
        double away = dx * dx + dy * dy + dz * dz;
        if (away < square[i]) {
            square[i] = away < taken ? -1 : away;
            nearest[i] = away < taken ? -1 : node;
        }
    }

    /**
     * Adds up the directions in which twigs are drawn.
     *
     * @param pull three numbers a node, 0 on entry; @param drawn receives the nodes that are drawn, in order
     * @return how many are drawn
     */
    int pull(Branches branches, double[] pull, int[] drawn) {
        int count = 0;
        for (int i = 0; i < x.length; i++) {
            int node = nearest[i];
            if (node < 0) {
                continue;
            }
            double away = Math.sqrt(square[i]);
            boolean first = pull[3 * node] == 0 && pull[3 * node + 1] == 0 && pull[3 * node + 2] == 0;
            if (first) {
                drawn[count++] = node;
            }
            pull[3 * node] += (x[i] - branches.x(node)) / away;
            pull[3 * node + 1] += (y[i] - branches.y(node)) / away;
            pull[3 * node + 2] += (z[i] - branches.z(node)) / away;
        }
        return count;
    }
}
