package org.lumbrit.core.math;

/**
 * Monotone cubic interpolation through points (F. N. Fritsch and R. E. Carlson, "Monotone piecewise cubic interpolation",
 * SIAM J. Numer. Anal. 17, 1980). Between two points the curve never leaves the range of their values; before the first and
 * after the last point it holds the end value. Two points at the same x make a step: at x the later one holds.
 */
public final class MonotoneCurve {
    /** A gap among so few is sought one after the other. */
    private static final int FEW = 8;

    private final double[] xs;
    private final double[] ys;
    /** The cubic of each gap in t = 0..1 across it; the constant is the value at its start. */
    private final double[] linear;

    private final double[] square;
    private final double[] cube;
    private final double[] perWidth;
    private final boolean straight;
    private final double atStart;

    /** @param xs not falling, at least one point; @param ys as many values. */
    public MonotoneCurve(double[] xs, double[] ys) {
        if (xs.length == 0 || xs.length != ys.length) {
            throw new IllegalArgumentException("a curve needs at least one point, with as many x as y");
        }
        this.xs = xs.clone();
        this.ys = ys.clone();
        double[] slopes = slopes(xs, ys);
        int gaps = xs.length - 1;
        this.linear = new double[gaps];
        this.square = new double[gaps];
        this.cube = new double[gaps];
        this.perWidth = new double[gaps];
        for (int i = 0; i < gaps; i++) {
            double width = xs[i + 1] - xs[i];
            double rise = ys[i + 1] - ys[i];
            perWidth[i] = 1 / width;
            linear[i] = width * slopes[i];
            square[i] = 3 * rise - width * (2 * slopes[i] + slopes[i + 1]);
            cube[i] = width * (slopes[i] + slopes[i + 1]) - 2 * rise;
        }
        int start = 0;
        while (start + 1 < xs.length && xs[start + 1] == xs[0]) {
            start++;
        }
        this.atStart = ys[start];
        this.straight = xs.length == 2 && xs[0] == 0 && xs[1] == 1 && ys[0] == 0 && ys[1] == 1;
    }

    private static double[] slopes(double[] xs, double[] ys) {
        int n = xs.length;
        double[] secants = new double[Math.max(0, n - 1)];
        for (int i = 0; i < n - 1; i++) {
            double width = xs[i + 1] - xs[i];
            secants[i] = width == 0 ? 0 : (ys[i + 1] - ys[i]) / width;
        }
        double[] m = new double[n];
        for (int i = 0; i < n; i++) {
            double before = i > 0 ? secants[i - 1] : i < n - 1 ? secants[i] : 0;
            double after = i < n - 1 ? secants[i] : before;
            m[i] = before * after <= 0 ? 0 : (before + after) / 2;
        }
        for (int i = 0; i < n - 1; i++) {
            if (secants[i] == 0) {
                m[i] = 0;
                m[i + 1] = 0;
                continue;
            }
            double a = m[i] / secants[i];
            double b = m[i + 1] / secants[i];
            double square = a * a + b * b;
            if (square > 9) {
                double t = 3 / Math.sqrt(square);
                m[i] = t * a * secants[i];
                m[i + 1] = t * b * secants[i];
            }
        }
        return m;
    }

    /** The curve's value; held beyond its first and last point, never beyond its neighbours' values between. */
    public double at(double x) {
        if (straight) {
            return Smooth.clamp01(x);
        }
        int last = xs.length - 1;
        if (x >= xs[last]) {
            return ys[last];
        }
        if (!(x > xs[0])) {
            return x == xs[0] ? atStart : ys[0];
        }
        int low = 0;
        int high = last;
        if (last <= FEW) {
            // counted without a branch that could be guessed wrong
            for (int i = 1; i < last; i++) {
                low += xs[i] <= x ? 1 : 0;
            }
            high = low + 1;
        }
        while (high - low > 1) {
            int middle = (low + high) >>> 1;
            if (xs[middle] <= x) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double t = (x - xs[low]) * perWidth[low];
        double value = ys[low] + t * (linear[low] + t * (square[low] + t * cube[low]));
        return ys[low] <= ys[high] ? Smooth.clamp(ys[low], ys[high], value) : Smooth.clamp(ys[high], ys[low], value);
    }
}
