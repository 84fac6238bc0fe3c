package org.lumbrit.core.math;

/**
 * Gradient noise in three dimensions with twelve edge gradients and the fade 6t⁵−15t⁴+10t³ (K. Perlin, "Improving noise",
 * SIGGRAPH 2002). The lattice hash is an integer mix of (seed, ix, iy, iz), so the pattern does not repeat.
 *
 * <p>Works on batches. Neighbouring samples of a batch often fall into the same lattice cell; its eight gradients are then
 * kept, which makes the cost of a smooth batch little more than its interpolation.
 */
public final class GradientNoise {
    /** Greatest possible absolute value of the raw sum with edge gradients in three dimensions. */
    public static final double GREATEST = 1.036354;

    private static final byte[] EDGES = {
        1, 1, 0, -1, 1, 0, 1, -1, 0, -1, -1, 0, 1, 0, 1, -1, 0, 1, 1, 0, -1, -1, 0, -1, 0, 1, 1, 0, -1, 1, 0, 1, -1, 0,
        -1, -1
    };

    private GradientNoise() {}

    /**
     * Adds {@code weight · noise} of one octave to {@code sum[i]} for i in 0..count−1. Coordinates are in lattice cells.
     * The noise is divided by {@link #GREATEST}, so it lies within [−1, 1]; it is 0 at lattice points.
     */
    public static void add(int seed, double[] x, double[] y, double[] z, int count, double weight, double[] sum) {
        double scale = weight / GREATEST;
        double[] g = new double[24];
        int cellX = 0;
        int cellY = 0;
        int cellZ = 0;
        boolean known = false;
        for (int i = 0; i < count; i++) {
            double floorX = Math.floor(x[i]);
            double floorY = Math.floor(y[i]);
            double floorZ = Math.floor(z[i]);
            int ix = (int) (long) floorX;
            int iy = (int) (long) floorY;
            int iz = (int) (long) floorZ;
            if (!known || ix != cellX || iy != cellY || iz != cellZ) {
                gradients(seed, ix, iy, iz, g);
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
            double c000 = g[0] * fx + g[1] * fy + g[2] * fz;
            double c100 = g[3] * gx + g[4] * fy + g[5] * fz;
            double c010 = g[6] * fx + g[7] * gy + g[8] * fz;
            double c110 = g[9] * gx + g[10] * gy + g[11] * fz;
            double c001 = g[12] * fx + g[13] * fy + g[14] * gz;
            double c101 = g[15] * gx + g[16] * fy + g[17] * gz;
            double c011 = g[18] * fx + g[19] * gy + g[20] * gz;
            double c111 = g[21] * gx + g[22] * gy + g[23] * gz;
            double a = c000 + u * (c100 - c000);
            double b = c010 + u * (c110 - c010);
            double c = c001 + u * (c101 - c001);
            double d = c011 + u * (c111 - c011);
            double near = a + v * (b - a);
            double far = c + v * (d - c);
            sum[i] += scale * (near + w * (far - near));
        }
    }

    private static double fade(double t) {
        return t * t * t * (t * (t * 6 - 15) + 10);
    }

    private static void gradients(int seed, int ix, int iy, int iz, double[] g) {
        for (int corner = 0; corner < 8; corner++) {
            int hash = lattice(seed, ix + (corner & 1), iy + (corner >> 1 & 1), iz + (corner >> 2));
            int edge = 3 * (int) (((hash & 0xFFFFFFFFL) * 12) >>> 32);
            g[3 * corner] = EDGES[edge];
            g[3 * corner + 1] = EDGES[edge + 1];
            g[3 * corner + 2] = EDGES[edge + 2];
        }
    }

    private static int lattice(int seed, int ix, int iy, int iz) {
        int h = seed ^ ix * 0x27D4EB2F ^ iy * 0x165667B1 ^ iz * 0x9E3779B1;
        h = (h ^ h >>> 15) * 0x85EBCA6B;
        h = (h ^ h >>> 13) * 0xC2B2AE35;
        return h ^ h >>> 16;
    }
}
