package org.lumbrit.core.snow;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * Snow that is too steep slides down: between each node and each of its eight neighbours k · max(0, Δ − tan α · L) flows, all at once, Δ
 * being how much higher its surface lies and L how far apart they are; no more leaves a node than lies there. With k no more than ⅛
 * no new high or low comes into being, and the mass is kept.
 */
public final class Repose {
    /** Of the excess over a face that flows in a step: with it two nodes alone would be level in four. */
    static final double FLOW = 0.125;

    private final int columns;
    private final int rows;
    private final double[] ground;
    private final double[] limits = new double[8];
    private final double[] tangents;
    private final double[] surface;
    private static final int[] DX = {-1, 0, 1, -1, 1, -1, 0, 1};
    private static final int[] DZ = {-1, -1, -1, 0, 0, 1, 1, 1};

    /**
     * @param ground metres, row by row; @param cellX metres between columns; @param cellZ between rows
     * @param tangents of the angle of repose, one for all or one a node
     */
    public Repose(double[] ground, int columns, int rows, double cellX, double cellZ, double[] tangents) {
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.tangents = tangents;
        this.surface = new double[ground.length];
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
    public void step(double[] depth, double[] share, double[] next, Cancel cancel) {
        Chunks.run(depth.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                surface[i] = ground[i] + depth[i];
            }
        });
        Chunks.run(rows, 16, cancel, (from, to) -> {
            double[] out = new double[columns];
            for (int row = from; row < to; row++) {
                leaving(row, out);
                for (int column = 0; column < columns; column++) {
                    double lies = depth[row * columns + column];
                    share[row * columns + column] = out[column] <= lies ? 1 : lies / out[column];
                }
            }
        });
        Chunks.run(rows, 16, cancel, (from, to) -> {
            double[] change = new double[columns];
            for (int row = from; row < to; row++) {
                change(share, row, change);
                for (int column = 0; column < columns; column++) {
                    int i = row * columns + column;
                    next[i] = Math.max(0, depth[i] + change[column]);
                }
            }
        });
    }

    /** Columns of a row that have a neighbour on a side: the first of them, and the one after the last. */
    private int first(int k) {
        return DX[k] < 0 ? 1 : 0;
    }

    private int last(int k) {
        return DX[k] > 0 ? columns - 1 : columns;
    }

    private boolean beyond(int row, int k) {
        return row + DZ[k] < 0 || row + DZ[k] >= rows;
    }

    /** What would leave each node of a row. Loops without a branch, as the compiler has them run in the lanes of the processor's vectors. */
    private void leaving(int row, double[] out) {
        Arrays.fill(out, 0);
        for (int k = 0; k < 8; k++) {
            if (beyond(row, k)) {
                continue;
            }
            int apart = DZ[k] * columns + DX[k];
            int here = row * columns;
            int there = here + apart;
            double[] s = surface;
            if (tangents.length == 1) {
                double limit = tangents[0] * limits[k];
                for (int c = first(k); c < last(k); c++) {
                    out[c] += FLOW * Math.max(0, s[here + c] - s[there + c] - limit);
                }
            } else {
                double half = 0.5 * limits[k];
                for (int c = first(k); c < last(k); c++) {
                    double limit = half * (tangents[here + c] + tangents[there + c]);
                    out[c] += FLOW * Math.max(0, s[here + c] - s[there + c] - limit);
                }
            }
        }
    }

    private void change(double[] share, int row, double[] change) {
        Arrays.fill(change, 0);
        for (int k = 0; k < 8; k++) {
            if (beyond(row, k)) {
                continue;
            }
            int here = row * columns;
            int there = here + DZ[k] * columns + DX[k];
            double[] s = surface;
            if (tangents.length == 1) {
                double limit = tangents[0] * limits[k];
                for (int c = first(k); c < last(k); c++) {
                    double higher = s[here + c] - s[there + c];
                    change[c] += FLOW
                            * (share[there + c] * Math.max(0, -higher - limit)
                                    - share[here + c] * Math.max(0, higher - limit));
                }
            } else {
                double half = 0.5 * limits[k];
                for (int c = first(k); c < last(k); c++) {
                    double limit = half * (tangents[here + c] + tangents[there + c]);
                    double higher = s[here + c] - s[there + c];
                    change[c] += FLOW
                            * (share[there + c] * Math.max(0, -higher - limit)
                                    - share[here + c] * Math.max(0, higher - limit));
                }
            }
        }
    }

    private double flow(double high, double low, int i, int j, int k) {
        double tangent = tangents.length == 1 ? tangents[0] : 0.5 * (tangents[i] + tangents[j]);
        return FLOW * Math.max(0, high - low - tangent * limits[k]);
    }

    /** By how much the steepest step of snow is too high, metres; 0 or less where all is at rest. */
    public double excess(double[] depth) {
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
