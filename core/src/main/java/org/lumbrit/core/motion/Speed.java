package org.lumbrit.core.motion;

/** Speed through space from where something was and will be. */
public final class Speed {
    private Speed() {}

    /**
     * By central difference, m/s.
     *
     * @param before x, y, z a step before; @param after a step after; @param step seconds
     */
    public static double central(double[] before, double[] after, double step) {
        double x = after[0] - before[0];
        double y = after[1] - before[1];
        double z = after[2] - before[2];
        return Math.sqrt(x * x + y * y + z * z) / (2 * step);
    }
}
