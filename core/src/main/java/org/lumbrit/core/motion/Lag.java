package org.lumbrit.core.motion;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.simulation.Simulation;

/**
 * First-order lags τ·y′ = x − y behind signals that are sampled evenly and linear between their samples. The step is exact:
 * y₁ = a·y₀ + b·x₀ + c·x₁ with a = e^(−h), h = dt/τ. In a loop the periodic solution is solved for, not spun up.
 *
 * <p>The state after a step is what lags at that sample: of every signal two numbers that lag alike.
 */
final class Lag implements Simulation<double[]> {
    private final double[] a;
    private final double[] b;
    private final double[] c;
    private final double[] x;
    private final int samples;
    private final boolean periodic;

    /**
     * @param tau seconds of each signal; 0 follows at once; @param from the first that is taken; @param count how many
     * @param step seconds between samples
     * @param x sample after sample; in each, of every signal two numbers
     * @param samples how many; @param periodic whether the first follows the last; else they start at rest at their first value
     */
    Lag(float[] tau, int from, int count, double step, double[] x, int samples, boolean periodic) {
        this.x = x;
        this.samples = samples;
        this.periodic = periodic;
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

    @Override
    public String key() {
        return new KeyBuilder("lag/1")
                .add(a)
                .add(b)
                .add(c)
                .add(x)
                .add(periodic ? 1 : 0)
                .key();
    }

    @Override
    public double[] start() {
        return periodic ? solvedStart() : Arrays.copyOf(x, 2 * a.length);
    }

    @Override
    public double[] next(double[] before, int step, Cancel cancel) {
        double[] y = new double[before.length];
        int at = step * y.length;
        int earlier = at - y.length;
        for (int i = 0; i < a.length; i++) {
            for (int k = 2 * i; k <= 2 * i + 1; k++) {
                y[k] = a[i] * before[k] + b[i] * x[earlier + k] + c[i] * x[at + k];
            }
        }
        return y;
    }

    @Override
    public long bytes(double[] state) {
        return 8L * state.length;
    }

    @Override
    public Codec<double[]> codec() {
        return Codec.DOUBLES;
    }

    /** Goes through all samples and puts what lags in the place of the signals; this ends the lag. */
    void follow() {
        double[] y = start();
        for (int n = 1; n < samples; n++) {
            double[] next = next(y, n, Cancel.NEVER);
            // the sample before is not read any more
            System.arraycopy(y, 0, x, (n - 1) * y.length, y.length);
            y = next;
        }
        System.arraycopy(y, 0, x, (samples - 1) * y.length, y.length);
    }

    /** y(0) of the solution that comes back after the last sample: y₀ = (what a start at 0 ends with) / (1 − aᴺ). */
    private double[] solvedStart() {
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
