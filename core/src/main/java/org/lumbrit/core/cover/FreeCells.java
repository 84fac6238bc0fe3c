package org.lumbrit.core.cover;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Region;

/**
 * A hashed Poisson process in cells of 1 m: the j-th plant of a cell stands from a density on that is the sum of j
 * exponentials, so a higher density only adds plants.
 */
final class FreeCells {
    private static final int CELL_BITS = 21;
    private static final int HALF = 1 << (CELL_BITS - 1);
    /** Rows of cells that one core fills at a time. */
    private static final int BAND = 32;

    private static final int MASK = (1 << CELL_BITS) - 1;

    private FreeCells() {}

    static Spots fill(long seed, double most, Region region, Cancel cancel) {
        if (region.isEmpty()) {
            return new Spots();
        }
        int first = (int) Math.floor(region.z0());
        int rows = (int) Math.ceil(region.z1()) - first;
        Spots[] bands = new Spots[(rows + BAND - 1) / BAND];
        Chunks.run(rows, BAND, cancel, (from, to) -> {
            Spots band = new Spots();
            for (int iz = first + from; iz < first + to; iz++) {
                for (int ix = (int) Math.floor(region.x0()); ix < region.x1(); ix++) {
                    fillCell(seed, ix, iz, most, region, band);
                }
            }
            bands[from / BAND] = band;
        });
        return Spots.joined(bands);
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
