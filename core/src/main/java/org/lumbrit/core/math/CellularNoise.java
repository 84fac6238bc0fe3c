package org.lumbrit.core.math;

/**
 * Cellular noise (S. Worley, "A cellular texture basis function", SIGGRAPH 1996): one hashed point in each cell of a lattice,
 * and the distances to the nearest and the second nearest. Cells are searched outward until the nearest that was not searched
 * lies farther than what was found.
 */
public final class CellularNoise {
    private CellularNoise() {}

    /**
     * Writes the distances, in cells, to the nearest point and to the second nearest.
     *
     * @param periodX after how many cells the lattice repeats along x, 0 for never
     * @param out two numbers
     */
    public static void distances(int seed, double x, double y, double z, int periodX, double[] out) {
        double ix = Math.floor(x);
        double iy = Math.floor(y);
        double iz = Math.floor(z);
        double first = Double.POSITIVE_INFINITY;
        double second = Double.POSITIVE_INFINITY;
        double inner = Math.min(
                Math.min(Math.min(x - ix, ix + 1 - x), Math.min(y - iy, iy + 1 - y)), Math.min(z - iz, iz + 1 - z));
        for (int ring = 0; ring == 0 || square(inner + ring - 1) < second; ring++) {
            for (int c = -ring; c <= ring; c++) {
                for (int b = -ring; b <= ring; b++) {
                    boolean face = Math.abs(c) == ring || Math.abs(b) == ring;
                    for (int a = -ring; a <= ring; a += face || ring == 0 ? 1 : 2 * ring) {
                        double square = toPoint(seed, ix + a, iy + b, iz + c, periodX, x, y, z);
                        if (square < first) {
                            second = first;
                            first = square;
                        } else if (square < second) {
                            second = square;
                        }
                    }
                }
            }
        }
        out[0] = Math.sqrt(first);
        out[1] = Math.sqrt(second);
    }

    private static double toPoint(
            int seed, double ix, double iy, double iz, int periodX, double x, double y, double z) {
        long column = periodX == 0 ? (long) ix : Math.floorMod((long) ix, (long) periodX);
        long hash = Hash.of(seed, column, (long) iy, (long) iz);
        double dx = ix + (hash >>> 43) * 0x1p-21 - x;
        double dy = iy + (hash >>> 22 & 0x1FFFFF) * 0x1p-21 - y;
        double dz = iz + (hash & 0x1FFFFF) * 0x1p-21 - z;
        return dx * dx + dy * dy + dz * dz;
    }

    private static double square(double v) {
        return v * v;
    }
}
