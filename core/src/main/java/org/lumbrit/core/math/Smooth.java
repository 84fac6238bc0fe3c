package org.lumbrit.core.math;

/** Clamps and soft edges. */
public final class Smooth {
    private Smooth() {}

    /** x held between 0 and 1; +0 for −0. */
    public static double clamp01(double x) {
        return clamp(0, 1, x);
    }

    /** x held between two ends, +0 as they are at 0: the same as {@code Math.min(high, Math.max(low, x))}, in half the time. */
    public static double clamp(double low, double high, double x) {
        double raised = x <= low ? low : x;
        return raised > high ? high : raised;
    }

    /**
     * t²(3−2t) with t = clamp01((x−a)/(b−a)). Where a = b it is a step: 1 for x ≥ a. Where b is less than a it runs backwards.
     */
    public static double smoothstep(double a, double b, double x) {
        if (a == b) {
            return x >= a ? 1 : 0;
        }
        double t = clamp01((x - a) / (b - a));
        return t * t * (3 - 2 * t);
    }

    /** Linear counterpart of {@link #smoothstep}: clamp01((x−a)/(b−a)), a step where a = b. */
    public static double ramp(double a, double b, double x) {
        if (a == b) {
            return x >= a ? 1 : 0;
        }
        return clamp01((x - a) / (b - a));
    }
}
