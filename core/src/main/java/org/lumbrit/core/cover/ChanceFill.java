package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Hash;

/**
 * How many places live per r² after so many tries per r², where each try is uniform by chance and lives iff none that lives is
 * nearer than r (random sequential addition of discs; J. Feder, "Random sequential adsorption", 1980). Measured once, on a square
 * without edges.
 */
final class ChanceFill {
    /** Tries per r² up to which it is measured. */
    static final int MOST_TRIES = 128;

    private static final int SIDE = 64;
    private static final int STEPS = 256;
    private static final ChanceFill FILL = new ChanceFill();

    /** Living per r² at try (i/STEPS)² · MOST_TRIES, so that the quick rise at the start is well resolved. */
    private final double[] living = new double[STEPS + 1];

    private ChanceFill() {
        int[] grid = new int[SIDE * SIDE];
        double[] px = new double[SIDE * SIDE];
        double[] pz = new double[SIDE * SIDE];
        Arrays.fill(grid, -1);
        int[] more = new int[SIDE * SIDE];
        int count = 0;
        long tries = 0;
        for (int step = 1; step <= STEPS; step++) {
            long until = (long) ((double) step * step / (STEPS * STEPS) * MOST_TRIES * SIDE * SIDE);
            for (; tries < until; tries++) {
                long hash = Hash.of(11, tries);
                double x = (hash >>> 32) * 0x1p-32 * SIDE;
                double z = (hash & 0xFFFFFFFFL) * 0x1p-32 * SIDE;
                if (free(x, z, grid, more, px, pz)) {
                    int cell = (int) z * SIDE + (int) x;
                    px[count] = x;
                    pz[count] = z;
                    more[count] = grid[cell];
                    grid[cell] = count++;
                }
            }
            living[step] = (double) count / (SIDE * SIDE);
        }
    }

    private static boolean free(double x, double z, int[] grid, int[] more, double[] px, double[] pz) {
        for (int dz = -1; dz <= 1; dz++) {
            for (int dx = -1; dx <= 1; dx++) {
                int cx = Math.floorMod((int) x + dx, SIDE);
                int cz = Math.floorMod((int) z + dz, SIDE);
                for (int i = grid[cz * SIDE + cx]; i >= 0; i = more[i]) {
                    double ax = Math.abs(px[i] - x);
                    double az = Math.abs(pz[i] - z);
                    ax = Math.min(ax, SIDE - ax);
                    az = Math.min(az, SIDE - az);
                    if (ax * ax + az * az < 1) {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    /** Living per r² after so many tries per r². */
    static double living(double tries) {
        double at = Math.sqrt(Math.min(1, Math.max(0, tries) / MOST_TRIES)) * STEPS;
        int i = Math.min(STEPS - 1, (int) at);
        return FILL.living[i] + (at - i) * (FILL.living[i + 1] - FILL.living[i]);
    }

    /** Tries per r² after which so many live per r², at most {@link #MOST_TRIES}. */
    static double tries(double wanted) {
        for (int i = 1; i <= STEPS; i++) {
            if (FILL.living[i] >= wanted) {
                double f = (wanted - FILL.living[i - 1]) / (FILL.living[i] - FILL.living[i - 1]);
                double at = (i - 1 + f) / STEPS;
                return at * at * MOST_TRIES;
            }
        }
        return MOST_TRIES;
    }
}
