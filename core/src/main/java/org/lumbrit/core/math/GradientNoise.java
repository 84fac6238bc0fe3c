package org.lumbrit.core.math;

/**
 * Gradient noise in three dimensions with twelve edge gradients and the fade 6t⁵−15t⁴+10t³ (K. Perlin, "Improving noise",
 * SIGGRAPH 2002). The lattice hash is an integer mix of (seed, ix, iy, iz), so the pattern does not repeat.
 *
 * <p>Works on batches. Neighbouring samples of a batch often fall into the same lattice cell; its eight gradients are then
 * kept, which makes the cost of a smooth batch little more than its interpolation. Where the virtual machine offers vectors,
 * {@link NoiseLanes} computes the same bits several at a time.
 */
public final class GradientNoise {
    /** Greatest possible absolute value of the raw sum with edge gradients in three dimensions. */
    public static final double GREATEST = 1.036354;

    /** The twelve edge directions of a cube, four numbers each, the last one free. */
    private static final double[] EDGES = {
        1, 1, 0, 0, -1, 1, 0, 0, 1, -1, 0, 0, -1, -1, 0, 0, 1, 0, 1, 0, -1, 0, 1, 0, 1, 0, -1, 0, -1, 0, -1, 0, 0, 1, 1,
        0, 0, -1, 1, 0, 0, 1, -1, 0, 0, -1, -1, 0
    };

    static final int PRIME_X = 0x27D4EB2F;
    static final int PRIME_Y = 0x165667B1;
    static final int PRIME_Z = 0x9E3779B1;

    private static final Lanes LANES = new Lanes();

    private GradientNoise() {}

    /**
     * Readies the form of {@link #add} that uses the processor's vectors, as {@link Lanes} has it. It changes no bit of any result, only
     * the speed.
     */
    public static void warmUp() {
        int count = 512;
        double[] places = new java.util.Random(1).doubles(count, -50, 50).toArray();
        double[] sum = new double[count];
        LANES.race(inLanes -> add(inLanes, 1, places, places, places, count, 1, sum));
    }

    /**
     * Adds {@code weight · noise} of one octave to {@code sum[i]} for i in 0..count−1. Coordinates are in lattice cells.
     * The noise is divided by {@link #GREATEST}, so it lies within [−1, 1]; it is 0 at lattice points.
     */
    public static void add(int seed, double[] x, double[] y, double[] z, int count, double weight, double[] sum) {
        add(LANES.faster(), seed, x, y, z, count, weight, sum);
    }

    private static void add(
            boolean inLanes, int seed, double[] x, double[] y, double[] z, int count, double weight, double[] sum) {
        if (inLanes) {
            NoiseLanes.add(seed, x, y, z, count, weight, sum);
        } else {
            addPlain(seed, x, y, z, 0, count, weight, sum);
        }
    }

    static void addPlain(int seed, double[] x, double[] y, double[] z, int from, int to, double weight, double[] sum) {
        double scale = weight / GREATEST;
        double[] g = EDGES;
        int cellX = 0;
        int cellY = 0;
        int cellZ = 0;
        int e0 = 0;
        int e1 = 0;
        int e2 = 0;
        int e3 = 0;
        int e4 = 0;
        int e5 = 0;
        int e6 = 0;
        int e7 = 0;
        boolean known = false;
        for (int i = from; i < to; i++) {
            double floorX = Math.floor(x[i]);
            double floorY = Math.floor(y[i]);
            double floorZ = Math.floor(z[i]);
            int ix = (int) (long) floorX;
            int iy = (int) (long) floorY;
            int iz = (int) (long) floorZ;
            if (!known || ix != cellX || iy != cellY || iz != cellZ) {
                int x0 = seed ^ ix * PRIME_X;
                int x1 = seed ^ (ix + 1) * PRIME_X;
                int y0 = iy * PRIME_Y;
                int y1 = (iy + 1) * PRIME_Y;
                int z0 = iz * PRIME_Z;
                int z1 = (iz + 1) * PRIME_Z;
                e0 = edge(x0 ^ y0 ^ z0);
                e1 = edge(x1 ^ y0 ^ z0);
                e2 = edge(x0 ^ y1 ^ z0);
                e3 = edge(x1 ^ y1 ^ z0);
                e4 = edge(x0 ^ y0 ^ z1);
                e5 = edge(x1 ^ y0 ^ z1);
                e6 = edge(x0 ^ y1 ^ z1);
                e7 = edge(x1 ^ y1 ^ z1);
                cellX = ix;
                cellY = iy;
                cellZ = iz;
                known = true;
            }
            double fx = x[i] - floorX;
            double fy = y[i] - floorY;
            double fz = z[i] - floorZ;
            double gx = fx - 1;
            double gy = fy - 1;
            double gz = fz - 1;
            double u = fade(fx);
            double v = fade(fy);
            double w = fade(fz);
            double c000 = g[e0] * fx + g[e0 + 1] * fy + g[e0 + 2] * fz;
            double c100 = g[e1] * gx + g[e1 + 1] * fy + g[e1 + 2] * fz;
            double c010 = g[e2] * fx + g[e2 + 1] * gy + g[e2 + 2] * fz;
            double c110 = g[e3] * gx + g[e3 + 1] * gy + g[e3 + 2] * fz;
            double c001 = g[e4] * fx + g[e4 + 1] * fy + g[e4 + 2] * gz;
            double c101 = g[e5] * gx + g[e5 + 1] * fy + g[e5 + 2] * gz;
            double c011 = g[e6] * fx + g[e6 + 1] * gy + g[e6 + 2] * gz;
            double c111 = g[e7] * gx + g[e7 + 1] * gy + g[e7 + 2] * gz;
            double a = c000 + u * (c100 - c000);
            double b = c010 + u * (c110 - c010);
            double c = c001 + u * (c101 - c001);
            double d = c011 + u * (c111 - c011);
            double near = a + v * (b - a);
            double far = c + v * (d - c);
            sum[i] += scale * (near + w * (far - near));
        }
    }

    /** The scalar product of the gradient at a lattice point and the way from there. */
    static double product(int seed, long ix, long iy, long iz, double dx, double dy, double dz) {
        return product(seed ^ (int) ix * PRIME_X ^ (int) iy * PRIME_Y ^ (int) iz * PRIME_Z, dx, dy, dz);
    }

    /** @param mixed the mixed indices of a lattice point */
    static double product(int mixed, double dx, double dy, double dz) {
        int e = edge(mixed);
        return EDGES[e] * dx + EDGES[e + 1] * dy + EDGES[e + 2] * dz;
    }

    static double fade(double t) {
        return t * t * t * (t * (t * 6 - 15) + 10);
    }

    /** Where in the table the gradient of a lattice point stands, from the mixed indices of the point. */
    private static int edge(int mixed) {
        int h = (mixed ^ mixed >>> 15) * 0x85EBCA6B;
        h = (h ^ h >>> 13) * 0xC2B2AE35;
        return (int) (((h & 0xFFFFFFFFL) * 3) >>> 30) << 2;
    }
}
