package org.lumbrit.core.snow;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * Snow that is too steep slides down: between each node and each of its eight neighbours k · max(0, Δ − tan α · L) flows, all at once, Δ
 * being how much higher its surface lies and L how far apart they are; no more leaves a node than lies there. With k no more than ⅛
 * no new high or low comes into being, and the mass is kept.
 */
final class Repose {
    /** Of the excess over a face that flows in a step: with it two nodes alone would be level in four. */
    static final double FLOW = 0.125;

    private final int columns;
    private final int rows;
    private final double[] ground;
    private final double[] limits = new double[8];
    private final double[] tangents;
    private static final int[] DX = {-1, 0, 1, -1, 1, -1, 0, 1};
    private static final int[] DZ = {-1, -1, -1, 0, 0, 1, 1, 1};

    /**
     * @param ground metres, row by row; @param cellX metres between columns; @param cellZ between rows
     * @param tangents of the angle of repose, one for all or one a node
     */
    Repose(double[] ground, int columns, int rows, double cellX, double cellZ, double[] tangents) {
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.tangents = tangents;
        for (int k = 0; k < 8; k++) {
            limits[k] = Math.sqrt(DX[k] * DX[k] * cellX * cellX + DZ[k] * DZ[k] * cellZ * cellZ);
        }
    }

    /**
     * One step.
     *
     * @param depth metres of snow, not changed; @param share room for how much of what would leave each node may, 0..1
     * @param next where the depth after the step goes
     */
    void step(double[] depth, double[] share, double[] next, Cancel cancel) {
        Chunks.run(rows, 16, cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                for (int column = 0; column < columns; column++) {
                    int i = row * columns + column;
                    double out = depth[i] <= 0 ? 0 : leaving(depth, row, column);
                    share[i] = out <= depth[i] ? 1 : depth[i] / out;
                }
            }
        });
        Chunks.run(rows, 16, cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                for (int column = 0; column < columns; column++) {
                    next[row * columns + column] = after(depth, share, row, column);
                }
            }
        });
    }

    private double leaving(double[] depth, int row, int column) {
        int i = row * columns + column;
        double here = ground[i] + depth[i];
        double sum = 0;
        for (int k = 0; k < 8; k++) {
            int c = column + DX[k];
            int r = row + DZ[k];
            if (c >= 0 && c < columns && r >= 0 && r < rows) {
                int j = r * columns + c;
                sum += flow(here, ground[j] + depth[j], i, j, k);
            }
        }
        return sum;
    }

    private double after(double[] depth, double[] share, int row, int column) {
        int i = row * columns + column;
        double here = ground[i] + depth[i];
        double change = 0;
        for (int k = 0; k < 8; k++) {
            int c = column + DX[k];
            int r = row + DZ[k];
            if (c >= 0 && c < columns && r >= 0 && r < rows) {
                int j = r * columns + c;
                double there = ground[j] + depth[j];
                if (here > there) {
                    change -= share[i] * flow(here, there, i, j, k);
                } else if (depth[j] > 0) {
                    change += share[j] * flow(there, here, j, i, k);
                }
            }
        }
        return Math.max(0, depth[i] + change);
    }

    private double flow(double high, double low, int i, int j, int k) {
        double tangent = tangents.length == 1 ? tangents[0] : 0.5 * (tangents[i] + tangents[j]);
        return FLOW * Math.max(0, high - low - tangent * limits[k]);
    }

    /** By how much the steepest step of snow is too high, metres; 0 or less where all is at rest. */
    double excess(double[] depth) {
        double most = Double.NEGATIVE_INFINITY;
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                int i = row * columns + column;
                for (int k = 0; k < 8 && depth[i] > 1e-9; k++) {
                    int c = column + DX[k];
                    int r = row + DZ[k];
                    if (c >= 0 && c < columns && r >= 0 && r < rows) {
                        int j = r * columns + c;
                        most = Math.max(most, flow(ground[i] + depth[i], ground[j] + depth[j], i, j, k) / FLOW);
                    }
                }
            }
        }
        return most;
    }
}
