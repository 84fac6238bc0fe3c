package org.lumbrit.core.math;

/**
 * Gaussian smoothing of a grid, one axis after the other. Beyond the border the grid is mirrored by half a sample, so a
 * constant stays as it is and the sum of all values is kept.
 */
public final class GaussianBlur {
    private GaussianBlur() {}

    /** @param sigmaColumns in columns; @param sigmaRows in rows; 0 leaves that axis alone */
    public static float[] apply(float[] values, int columns, int rows, double sigmaColumns, double sigmaRows) {
        float[] across = new float[values.length];
        double[] alongRow = kernel(sigmaColumns, columns);
        Chunks.run(rows, 16, Cancel.NEVER, (from, to) -> {
            double[] padded = new double[columns + 2 * (alongRow.length - 1)];
            for (int row = from; row < to; row++) {
                line(values, row * columns, 1, columns, alongRow, padded, across);
            }
        });
        float[] out = new float[values.length];
        double[] downColumn = kernel(sigmaRows, rows);
        Chunks.run(columns, 16, Cancel.NEVER, (from, to) -> {
            double[] padded = new double[rows + 2 * (downColumn.length - 1)];
            for (int column = from; column < to; column++) {
                line(across, column, columns, rows, downColumn, padded, out);
            }
        });
        return out;
    }

    /** The middle weight and those to one side, five σ far, together with the other side summing to 1. */
    private static double[] kernel(double sigma, int length) {
        if (sigma < 1e-3) {
            return new double[] {1};
        }
        int reach = (int) Math.min(Math.ceil(5 * sigma), 4.0 * length);
        double[] weights = new double[reach + 1];
        double sum = 0;
        for (int i = 0; i <= reach; i++) {
            weights[i] = StrictMath.exp(-0.5 * i * i / (sigma * sigma));
            sum += i == 0 ? weights[i] : 2 * weights[i];
        }
        for (int i = 0; i <= reach; i++) {
            weights[i] /= sum;
        }
        return weights;
    }

    private static void line(
            float[] from, int first, int stride, int length, double[] weights, double[] padded, float[] to) {
        int reach = weights.length - 1;
        for (int i = -reach; i < length + reach; i++) {
            padded[i + reach] = from[first + mirrored(i, length) * stride];
        }
        for (int i = 0; i < length; i++) {
            double sum = weights[0] * padded[i + reach];
            for (int k = 1; k <= reach; k++) {
                sum += weights[k] * (padded[i + reach - k] + padded[i + reach + k]);
            }
            to[first + i * stride] = (float) sum;
        }
    }

    /** … 1 0 | 0 1 2 … n−1 | n−1 n−2 … */
    private static int mirrored(int i, int length) {
        int phase = Math.floorMod(i, 2 * length);
        return phase < length ? phase : 2 * length - 1 - phase;
    }
}
