package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;

/**
 * A hashed Poisson process in cells of 1 m: the j-th plant of a cell stands from a density on that is the sum of j
 * exponentials, so a higher density only adds plants.
 */
final class FreeCells {
    private static final int CELL_BITS = 21;
    private static final int HALF = 1 << (CELL_BITS - 1);
    private static final int MASK = (1 << CELL_BITS) - 1;

    private long[] ids = new long[4096];
    private double[] x = new double[4096];
    private double[] z = new double[4096];
    private double[] threshold = new double[4096];
    private int count;

    private FreeCells() {}

    static FreeCells fill(long seed, double most, Region region, Cancel cancel) {
        FreeCells cells = new FreeCells();
        if (region.isEmpty()) {
            return cells;
        }
        for (int iz = (int) Math.floor(region.z0()); iz < region.z1(); iz++) {
            cancel.check();
            for (int ix = (int) Math.floor(region.x0()); ix < region.x1(); ix++) {
                cells.fillCell(seed, ix, iz, most, region);
            }
        }
        return cells;
    }

    private void fillCell(long seed, int ix, int iz, double most, Region region) {
        double sum = 0;
        for (int j = 0; ; j++) {
            long id = (long) (iz + HALF & MASK) << (CELL_BITS + 21) | (long) (ix + HALF & MASK) << 21 | j;
            long hash = Hash.of(seed, id);
            sum -= StrictMath.log(1 - Hash.unit(Hash.mix(hash + 1)));
            if (sum > most) {
                return;
            }
            double px = ix + (hash >>> 32) * 0x1p-32;
            double pz = iz + (hash & 0xFFFFFFFFL) * 0x1p-32;
            if (region.contains(px, pz)) {
                add(id, px, pz, sum);
            }
        }
    }

    private void add(long id, double px, double pz, double sum) {
        if (count == ids.length) {
            ids = Arrays.copyOf(ids, 2 * count);
            x = Arrays.copyOf(x, 2 * count);
            z = Arrays.copyOf(z, 2 * count);
            threshold = Arrays.copyOf(threshold, 2 * count);
        }
        ids[count] = id;
        x[count] = px;
        z[count] = pz;
        threshold[count++] = sum;
    }

    int count() {
        return count;
    }

    long[] ids() {
        return ids;
    }

    double[] x() {
        return x;
    }

    double[] z() {
        return z;
    }

    double[] threshold() {
        return threshold;
    }
}
