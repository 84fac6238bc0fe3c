package org.lumbrit.core.math;

/**
 * Gradient noise as {@link WrappedNoise} along a line parallel to x: what the eight gradients about a cell give is worked out
 * once a cell, so that many places in a row cost little more than a fade each. One thread's.
 */
public final class NoiseRun {
    private final int seed;
    private final int periodX;
    private double y;
    private double z;
    private double cell;
    private double left;
    private double leftSlope;
    private double right;
    private double rightSlope;

    /** @param periodX cells after which the lattice repeats along x, 0 for never */
    public NoiseRun(int seed, int periodX) {
        this.seed = seed;
        this.periodX = periodX;
    }

    /** Begins a line; coordinates are in lattice cells. */
    public void begin(double lineY, double lineZ) {
        y = lineY;
        z = lineZ;
        cell = Double.NaN;
    }

    /** The noise at a place of the line, within [−1, 1]. */
    public double at(double x) {
        double fx = Math.floor(x);
        if (fx != cell) {
            enter(fx);
        }
        double dx = x - fx;
        double from = left + leftSlope * dx;
        return from + GradientNoise.fade(dx) * (right + rightSlope * (dx - 1) - from);
    }

    private void enter(double fx) {
        cell = fx;
        double inside = periodX == 0 ? fx : fx - periodX * Math.floor(fx / periodX);
        int x0 = (int) (long) inside;
        int x1 = x0 + 1 == periodX ? 0 : x0 + 1;
        double fy = Math.floor(y);
        double fz = Math.floor(z);
        double v = GradientNoise.fade(y - fy);
        double w = GradientNoise.fade(z - fz);
        // a product is linear in dx: its value at 0, and what it gains over the cell
        left = plane(x0, fy, fz, v, w, 0);
        leftSlope = plane(x0, fy, fz, v, w, 1) - left;
        right = plane(x1, fy, fz, v, w, 0);
        rightSlope = plane(x1, fy, fz, v, w, 1) - right;
    }

    /** The products of the four corners of one side of the cell, blended over the side. */
    private double plane(int ix, double fy, double fz, double v, double w, double dx) {
        int mixed = seed ^ ix * GradientNoise.PRIME_X;
        int low = (int) (long) fy * GradientNoise.PRIME_Y;
        int high = ((int) (long) fy + 1) * GradientNoise.PRIME_Y;
        int front = (int) (long) fz * GradientNoise.PRIME_Z;
        int back = ((int) (long) fz + 1) * GradientNoise.PRIME_Z;
        double dy = y - fy;
        double dz = z - fz;
        double near = GradientNoise.product(mixed ^ low ^ front, dx, dy, dz);
        near += v * (GradientNoise.product(mixed ^ high ^ front, dx, dy - 1, dz) - near);
        double far = GradientNoise.product(mixed ^ low ^ back, dx, dy, dz - 1);
        far += v * (GradientNoise.product(mixed ^ high ^ back, dx, dy - 1, dz - 1) - far);
        return (near + w * (far - near)) / GradientNoise.GREATEST;
    }
}
