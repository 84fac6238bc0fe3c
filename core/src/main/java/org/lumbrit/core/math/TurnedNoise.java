package org.lumbrit.core.math;

/**
 * Octaves of noise that show no axis: each is the sum of two lattices that stand askew ({@link TurnedLattice}), of gradients on cubes or on
 * simplices, still or repeating or changing in time as {@link WrappedNoise}. An octave may exceed 1 a little where both lattices
 * are at their greatest. One thread's, for batches up to a size.
 */
public final class TurnedNoise {
    /** What the gradients stand on. */
    public enum Lattice {
        CUBES,
        SIMPLICES
    }

    /**
     * How a pattern changes: the place on the fourth axis, in cells, and after how many cells it comes back along it.
     *
     * @param changes whether there is a fourth axis at all
     */
    public record Change(boolean changes, double at, int period) {
        public static final Change NONE = new Change(false, 0, 0);
    }

    private final double[] x;
    private final double[] y;
    private final double[] z;

    /** @param most samples of a batch */
    public TurnedNoise(int most) {
        x = new double[most];
        y = new double[most];
        z = new double[most];
    }

    /**
     * Adds {@code weight · octave} at places in cells of the octave's size.
     *
     * @param octave from 0, for its turn; @param hash all that is random of it
     * @param cells after which it comes back along the first axis, 0 for never
     */
    public void add(
            Lattice lattice,
            int octave,
            long hash,
            int cells,
            Change change,
            double[] px,
            double[] py,
            double[] pz,
            int count,
            double weight,
            double[] sum) {
        for (int which = 0; which < TurnedLattice.LATTICES; which++) {
            TurnedLattice turned = TurnedLattice.of(octave, which, cells);
            long own = Hash.of(hash, 31, which);
            double[] offset = {Hash.unit(Hash.of(own, 0)), Hash.unit(Hash.of(own, 1)), Hash.unit(Hash.of(own, 2))};
            turned.lay(px, py, pz, count, offset, x, y, z);
            one(lattice, (int) own, turned.period(), change, count, weight * TurnedLattice.SHARE, sum);
        }
    }

    private void one(Lattice lattice, int seed, int[] period, Change change, int count, double weight, double[] sum) {
        if (lattice == Lattice.SIMPLICES) {
            for (int i = 0; i < count; i++) {
                sum[i] += weight * SimplexNoise.at(seed, x[i], y[i], z[i]);
            }
        } else if (change.changes()) {
            // two patterns half a cell apart in time, as one alone is fainter in the middle of its cells
            WrappedNoise.addInFour(seed, period, change.period(), x, y, z, change.at(), count, weight / 2, sum);
            WrappedNoise.addInFour(~seed, period, change.period(), x, y, z, change.at() + 0.5, count, weight / 2, sum);
        } else if (period[0] != 0 || period[1] != 0 || period[2] != 0) {
            WrappedNoise.add(seed, period, x, y, z, count, weight, sum);
        } else {
            GradientNoise.add(seed, x, y, z, count, weight, sum);
        }
    }
}
