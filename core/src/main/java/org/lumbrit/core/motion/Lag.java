package org.lumbrit.core.motion;

import java.util.Arrays;

/**
 * First-order lags τ·y′ = x − y behind signals that are sampled evenly and linear between their samples. The step is exact:
 * y₁ = a·y₀ + b·x₀ + c·x₁ with a = e^(−h), h = dt/τ. In a loop the periodic solution is solved for, not spun up.
 */
final class Lag {
    private final double[] a;
    private final double[] b;
    private final double[] c;

    /**
     * @param tau seconds of each signal; 0 follows at once; @param from the first that is taken; @param count how many
     * @param step seconds between samples
     */
    Lag(float[] tau, int from, int count, double step) {
        a = new double[count];
        b = new double[count];
        c = new double[count];
        for (int i = 0; i < count; i++) {
            // neighbours are mostly alike
            if (i > 0 && tau[from + i] == tau[from + i - 1]) {
                a[i] = a[i - 1];
                b[i] = b[i - 1];
                c[i] = c[i - 1];
                continue;
            }
            double h = tau[from + i] > 0 ? step / tau[from + i] : Double.POSITIVE_INFINITY;
            if (h > 500) {
                c[i] = 1;
            } else {
                a[i] = StrictMath.exp(-h);
                double linear = -StrictMath.expm1(-h) / h;
                b[i] = linear - a[i];
                c[i] = 1 - linear;
            }
        }
    }

    /**
     * Replaces signals by what lags behind them.
     *
     * @param x sample after sample; in each, of every signal two numbers that lag alike
     * @param samples how many; @param periodic whether the first follows the last; else they start at rest at their first value
     */
    void follow(double[] x, int samples, boolean periodic) {
        int row = 2 * a.length;
        double[] y = periodic ? solvedStart(x, samples) : Arrays.copyOf(x, row);
        double[] before = Arrays.copyOf(x, row);
        System.arraycopy(y, 0, x, 0, row);
        for (int n = 1; n < samples; n++) {
            int at = n * row;
            for (int i = 0; i < a.length; i++) {
                for (int k = 2 * i; k <= 2 * i + 1; k++) {
                    double now = x[at + k];
                    y[k] = a[i] * y[k] + b[i] * before[k] + c[i] * now;
                    before[k] = now;
                    x[at + k] = y[k];
                }
            }
        }
    }

    /** y(0) of the solution that comes back after the last sample: y₀ = (what a start at 0 ends with) / (1 − aᴺ). */
    private double[] solvedStart(double[] x, int samples) {
        int row = 2 * a.length;
        double[] y = new double[row];
        double[] power = new double[a.length];
        Arrays.fill(power, 1);
        for (int n = 0; n < samples; n++) {
            int at = n * row;
            int next = (n + 1 == samples ? 0 : n + 1) * row;
            for (int i = 0; i < a.length; i++) {
                y[2 * i] = a[i] * y[2 * i] + b[i] * x[at + 2 * i] + c[i] * x[next + 2 * i];
                y[2 * i + 1] = a[i] * y[2 * i + 1] + b[i] * x[at + 2 * i + 1] + c[i] * x[next + 2 * i + 1];
                power[i] *= a[i];
            }
        }
        for (int k = 0; k < row; k++) {
            y[k] /= 1 - power[k / 2];
        }
        return y;
    }
}
