package org.lumbrit.core.math;

/**
 * Simplex noise in three dimensions (K. Perlin, "Noise hardware", in Real-Time Shading SIGGRAPH Course Notes, 2001), with the
 * twelve edge gradients and the kernel (½ − r²)⁴, which is 0 on the far side of every simplex, so that the noise is continuous.
 * It is 0 at the lattice points and lies within [−1, 1].
 */
public final class SimplexNoise {
    /** Greatest possible sum of the four corners; found by search over the simplex, see the test. */
    public static final double GREATEST = 0.01300715719;

    private static final int[] EDGES = {
        1, 1, 0, -1, 1, 0, 1, -1, 0, -1, -1, 0, 1, 0, 1, -1, 0, 1, 1, 0, -1, -1, 0, -1, 0, 1, 1, 0, -1, 1, 0, 1, -1, 0,
        -1, -1
    };

    private SimplexNoise() {}

    /** Coordinates in cells of the lattice. */
    public static double at(int seed, double x, double y, double z) {
        double skew = (x + y + z) / 3;
        double i = Math.floor(x + skew);
        double j = Math.floor(y + skew);
        double k = Math.floor(z + skew);
        double back = (i + j + k) / 6;
        double dx = x - (i - back);
        double dy = y - (j - back);
        double dz = z - (k - back);
        // the order of the three offsets says which of the six simplices of the cell it is
        int ax = dx >= dy && dx >= dz ? 1 : 0;
        int ay = ax == 0 && dy >= dz ? 1 : 0;
        int az = 1 - ax - ay;
        int bx = ax == 1 || (dx >= dy || dx >= dz) ? 1 : 0;
        int by = ay == 1 || (dy > dx || dy >= dz) ? 1 : 0;
        int bz = 2 - bx - by;
        double sum = corner(seed, i, j, k, dx, dy, dz);
        sum += corner(seed, i + ax, j + ay, k + az, dx - ax + 1 / 6.0, dy - ay + 1 / 6.0, dz - az + 1 / 6.0);
        sum += corner(seed, i + bx, j + by, k + bz, dx - bx + 1 / 3.0, dy - by + 1 / 3.0, dz - bz + 1 / 3.0);
        sum += corner(seed, i + 1, j + 1, k + 1, dx - 0.5, dy - 0.5, dz - 0.5);
        return sum / GREATEST;
    }

    private static double corner(int seed, double i, double j, double k, double dx, double dy, double dz) {
        double t = 0.5 - dx * dx - dy * dy - dz * dz;
        if (t <= 0) {
            return 0;
        }
        int edge = 3 * Hash.below(12, seed, (long) i, (long) j, (long) k);
        return t * t * t * t * (EDGES[edge] * dx + EDGES[edge + 1] * dy + EDGES[edge + 2] * dz);
    }
}
