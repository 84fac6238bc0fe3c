package org.lumbrit.core.cover;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Region;

/**
 * A hashed Poisson process in cells of 1 m: the j-th plant of a cell stands from a density on that is the sum of j
 * exponentials, so a higher density only adds plants.
 */
final class FreeCells {
    private static final int CELL_BITS = 21;
    private static final int HALF = 1 << (CELL_BITS - 1);
    private static final int MASK = (1 << CELL_BITS) - 1;

    private FreeCells() {}

    static Spots fill(long seed, double most, Region region, Cancel cancel) {
        Spots spots = new Spots();
        if (region.isEmpty()) {
            return spots;
        }
        for (int iz = (int) Math.floor(region.z0()); iz < region.z1(); iz++) {
            cancel.check();
            for (int ix = (int) Math.floor(region.x0()); ix < region.x1(); ix++) {
                fillCell(seed, ix, iz, most, region, spots);
            }
        }
        return spots;
    }

    private static void fillCell(long seed, int ix, int iz, double most, Region region, Spots spots) {
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
                spots.add(id, px, pz, sum);
            }
        }
    }
}
