package org.lumbrit.core.math;

/**
 * Gradient noise as {@link GradientNoise}, whose lattice may repeat along x and which may change along a fourth axis, so that
 * patterns that travel or churn come back exactly. Three dimensions use the same gradients and the same hash as long as nothing
 * repeats; four dimensions use the 32 gradients (±1, ±1, ±1, 0) in all orders.
 */
public final class WrappedNoise {
    /** Greatest possible absolute value with the 32 gradients in four dimensions. */
    public static final double GREATEST_IN_FOUR = 1.5366;

    private WrappedNoise() {}

    /** Adds {@code weight · noise}, as {@link GradientNoise#add}, of a lattice that repeats after so many cells along x. */
    public static void add(
            int seed, int periodX, double[] x, double[] y, double[] z, int count, double weight, double[] sum) {
        double scale = weight / GradientNoise.GREATEST;
        for (int i = 0; i < count; i++) {
            sum[i] += scale * three(seed, periodX, x[i], y[i], z[i]);
        }
    }

    private static double three(int seed, int periodX, double x, double y, double z) {
        double fx = Math.floor(x);
        double fy = Math.floor(y);
        double fz = Math.floor(z);
        double dx = x - fx;
        double dy = y - fy;
        double dz = z - fz;
        double u = GradientNoise.fade(dx);
        double v = GradientNoise.fade(dy);
        // the index within the period, exact as long as doubles hold whole numbers
        double inside = periodX == 0 ? fx : fx - periodX * Math.floor(fx / periodX);
        int x0 = (int) (long) inside;
        int x1 = x0 + 1 == periodX ? 0 : x0 + 1;
        int left = seed ^ x0 * GradientNoise.PRIME_X;
        int right = seed ^ x1 * GradientNoise.PRIME_X;
        int low = (int) (long) fy * GradientNoise.PRIME_Y;
        int high = ((int) (long) fy + 1) * GradientNoise.PRIME_Y;
        int front = (int) (long) fz * GradientNoise.PRIME_Z;
        int back = ((int) (long) fz + 1) * GradientNoise.PRIME_Z;
        double near = lerp(
                v,
                row(left ^ low ^ front, right ^ low ^ front, dx, dy, dz, u),
                row(left ^ high ^ front, right ^ high ^ front, dx, dy - 1, dz, u));
        double far = lerp(
                v,
                row(left ^ low ^ back, right ^ low ^ back, dx, dy, dz - 1, u),
                row(left ^ high ^ back, right ^ high ^ back, dx, dy - 1, dz - 1, u));
        return lerp(GradientNoise.fade(dz), near, far);
    }

    private static double row(int left, int right, double dx, double dy, double dz, double u) {
        return lerp(u, GradientNoise.product(left, dx, dy, dz), GradientNoise.product(right, dx - 1, dy, dz));
    }

    /** The same of a lattice that repeats along a vector of whole cells. */
    static void add(
            int seed, int[] period, double[] x, double[] y, double[] z, int count, double weight, double[] sum) {
        double scale = weight / GradientNoise.GREATEST;
        Repeat repeat = new Repeat(period);
        for (int i = 0; i < count; i++) {
            sum[i] += scale
                    * repeat.blended(
                            x[i],
                            y[i],
                            z[i],
                            (cx, cy, cz, dx, dy, dz) -> GradientNoise.product(seed, cx, cy, cz, dx, dy, dz));
        }
    }

    /** The same at one place of the fourth axis, of a lattice that repeats along a vector of whole cells. */
    static void addInFour(
            int seed,
            int[] period,
            int periodW,
            double[] x,
            double[] y,
            double[] z,
            double w,
            int count,
            double weight,
            double[] sum) {
        double scale = weight / GREATEST_IN_FOUR;
        double fw = Math.floor(w);
        double dw = w - fw;
        double turn = GradientNoise.fade(dw);
        long w0 = wrapped(fw, periodW);
        long w1 = wrapped(fw + 1, periodW);
        Repeat repeat = new Repeat(period);
        for (int i = 0; i < count; i++) {
            double before = repeat.blended(
                    x[i], y[i], z[i], (cx, cy, cz, dx, dy, dz) -> four(seed, cx, cy, cz, w0, dx, dy, dz, dw));
            double after = repeat.blended(
                    x[i], y[i], z[i], (cx, cy, cz, dx, dy, dz) -> four(seed, cx, cy, cz, w1, dx, dy, dz, dw - 1));
            sum[i] += scale * (before + turn * (after - before));
        }
    }

    /** What a corner of a cell gives at a way from it. */
    private interface Corner {
        double of(long ix, long iy, long iz, double dx, double dy, double dz);
    }

    /** A lattice of which a corner is the same as that one vector of whole cells further on, or as many times that as one likes. */
    private static final class Repeat {
        private final int[] vector;
        /** The axis along which it goes farthest: by it one knows how many times it has been gone. */
        private final int along;

        Repeat(int[] vector) {
            this.vector = vector;
            int farthest = 0;
            for (int axis = 1; axis < 3; axis++) {
                farthest = Math.abs(vector[axis]) > Math.abs(vector[farthest]) ? axis : farthest;
            }
            this.along = farthest;
        }

        double blended(double x, double y, double z, Corner corner) {
            long ix = (long) Math.floor(x);
            long iy = (long) Math.floor(y);
            long iz = (long) Math.floor(z);
            double dx = x - ix;
            double dy = y - iy;
            double dz = z - iz;
            double u = GradientNoise.fade(dx);
            double v = GradientNoise.fade(dy);
            double near =
                    lerp(v, row(corner, ix, iy, iz, dx, dy, dz, u), row(corner, ix, iy + 1, iz, dx, dy - 1, dz, u));
            double far = lerp(
                    v,
                    row(corner, ix, iy, iz + 1, dx, dy, dz - 1, u),
                    row(corner, ix, iy + 1, iz + 1, dx, dy - 1, dz - 1, u));
            return lerp(GradientNoise.fade(dz), near, far);
        }

        private double row(Corner corner, long ix, long iy, long iz, double dx, double dy, double dz, double u) {
            return lerp(u, at(corner, ix, iy, iz, dx, dy, dz), at(corner, ix + 1, iy, iz, dx - 1, dy, dz));
        }

        private double at(Corner corner, long ix, long iy, long iz, double dx, double dy, double dz) {
            if (vector[along] == 0) {
                return corner.of(ix, iy, iz, dx, dy, dz);
            }
            long times = Math.floorDiv(along == 0 ? ix : along == 1 ? iy : iz, (long) vector[along]);
            return corner.of(ix - times * vector[0], iy - times * vector[1], iz - times * vector[2], dx, dy, dz);
        }
    }

    /**
     * Adds {@code weight · noise} at one place of the fourth axis.
     *
     * @param periodX cells after which the lattice repeats along x, 0 for never; @param periodW along the fourth axis
     */
    public static void addInFour(
            int seed,
            int periodX,
            int periodW,
            double[] x,
            double[] y,
            double[] z,
            double w,
            int count,
            double weight,
            double[] sum) {
        double scale = weight / GREATEST_IN_FOUR;
        double fw = Math.floor(w);
        double dw = w - fw;
        double turn = GradientNoise.fade(dw);
        long w0 = wrapped(fw, periodW);
        long w1 = wrapped(fw + 1, periodW);
        for (int i = 0; i < count; i++) {
            double before = slice(seed, periodX, w0, x[i], y[i], z[i], dw);
            double after = slice(seed, periodX, w1, x[i], y[i], z[i], dw - 1);
            sum[i] += scale * (before + turn * (after - before));
        }
    }

    private static double slice(int seed, int periodX, long iw, double x, double y, double z, double dw) {
        double fx = Math.floor(x);
        double fy = Math.floor(y);
        double fz = Math.floor(z);
        double dx = x - fx;
        double dy = y - fy;
        double dz = z - fz;
        long x0 = wrapped(fx, periodX);
        long x1 = wrapped(fx + 1, periodX);
        long y0 = (long) fy;
        long z0 = (long) fz;
        double u = GradientNoise.fade(dx);
        double v = GradientNoise.fade(dy);
        double a = lerp(u, four(seed, x0, y0, z0, iw, dx, dy, dz, dw), four(seed, x1, y0, z0, iw, dx - 1, dy, dz, dw));
        double b = lerp(
                u,
                four(seed, x0, y0 + 1, z0, iw, dx, dy - 1, dz, dw),
                four(seed, x1, y0 + 1, z0, iw, dx - 1, dy - 1, dz, dw));
        double c = lerp(
                u,
                four(seed, x0, y0, z0 + 1, iw, dx, dy, dz - 1, dw),
                four(seed, x1, y0, z0 + 1, iw, dx - 1, dy, dz - 1, dw));
        double d = lerp(
                u,
                four(seed, x0, y0 + 1, z0 + 1, iw, dx, dy - 1, dz - 1, dw),
                four(seed, x1, y0 + 1, z0 + 1, iw, dx - 1, dy - 1, dz - 1, dw));
        return lerp(GradientNoise.fade(dz), lerp(v, a, b), lerp(v, c, d));
    }

    /** The lower three bits of the choice are signs, the upper two name the axis that is left out. */
    private static double four(
            int seed, long ix, long iy, long iz, long iw, double dx, double dy, double dz, double dw) {
        long hash = Hash.of(Hash.of(seed, iw), ix, iy, iz) >>> 59;
        double a = hash >>> 3 == 0 ? dy : dx;
        double b = hash >>> 3 <= 1 ? dz : dy;
        double c = hash >>> 3 <= 2 ? dw : dz;
        return ((hash & 1) == 0 ? a : -a) + ((hash & 2) == 0 ? b : -b) + ((hash & 4) == 0 ? c : -c);
    }

    private static double lerp(double t, double from, double to) {
        return from + t * (to - from);
    }

    private static long wrapped(double index, int period) {
        return period == 0 ? (long) index : Math.floorMod((long) index, (long) period);
    }
}
