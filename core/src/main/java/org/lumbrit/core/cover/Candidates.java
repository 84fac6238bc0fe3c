package org.lumbrit.core.cover;

import java.util.stream.IntStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/**
 * Where plants could stand, before density decides.
 *
 * @param samples place and identity of each, sorted by identity
 * @param threshold the density per m² of plan area from which on each stands
 */
record Candidates(Samples samples, double[] threshold) implements Results.Weighted {

    @Override
    public long bytes() {
        return samples.bytes() + 8L * threshold.length;
    }

    /** Those on the ground that can stand at all at a density of so many plants per m² of true surface. */
    Candidates possible(double most) {
        int[] kept = IntStream.range(0, threshold.length)
                .filter(i -> most * Ground.stretch(samples.ny()[i]) >= threshold[i])
                .toArray();
        return pick(new KeyBuilder("possible/1").add(samples.key()).add(most).key(), kept);
    }

    /** Some of them, each from the density on that it had. @param key of their samples; @param kept which, in order */
    Candidates pick(String key, int[] kept) {
        double[] stand = new double[kept.length];
        for (int i = 0; i < kept.length; i++) {
            stand[i] = threshold[kept[i]];
        }
        return new Candidates(samples.pick(key, kept), stand);
    }

    /** Those that keep a spacing in plan, each from the density on that it had. */
    Candidates settledInPlan(String key, double[] r) {
        return pick(key, settled(samples.x(), new double[r.length], samples.z(), r, (i, j, near) -> false));
    }

    /** Indices of those that settle with a spacing, whichever places they are given. */
    int[] settled(double[] x, double[] y, double[] z, double[] r, PointSettling.LeftAlone alone) {
        int[] order = PointSettling.order(r, threshold, samples.id());
        boolean[] lives = PointSettling.settle(x, y, z, r, order, alone);
        return IntStream.range(0, r.length).filter(i -> lives[i]).toArray();
    }

    /** Settled candidates of a spacing floor, from their identities. */
    static Candidates settled(String key, Ground ground, long seed, int k, Spacing spacing, long[] ids, Cancel cancel) {
        Samples samples = Samples.allocate(key, ids.length);
        double[] threshold = new double[ids.length];
        SettlingCurve curve = SettlingCurve.curve();
        double coarsest = Candidate.side(k, 0);
        long seedHash = Candidate.seedHash(seed);
        Chunks.run(ids.length, cancel, (from, to) -> {
            double[] spacings = new double[to - from];
            for (int i = from; i < to; i++) {
                double side = Candidate.side(k, Candidate.level(ids[i]));
                long hash = Candidate.hash(seedHash, ids[i]);
                samples.id()[i] = ids[i];
                samples.x()[i] = Candidate.x(hash, Candidate.ix(ids[i]), side);
                samples.z()[i] = Candidate.z(hash, Candidate.iz(ids[i]), side);
            }
            ground.settle(samples, from, to);
            spacing.at(
                    java.util.Arrays.copyOfRange(samples.x(), from, to),
                    java.util.Arrays.copyOfRange(samples.z(), from, to),
                    to - from,
                    spacings);
            double last = Double.NaN;
            double position = 0;
            for (int i = from; i < to; i++) {
                double r = spacings[i - from];
                if (r != last) {
                    last = r;
                    position = SettlingCurve.position(coarsest / r);
                }
                double rank = Candidate.level(ids[i]) + Candidate.order01(Candidate.hash(seedHash, ids[i]));
                threshold[i] = curve.perSquareAt(position, rank) / (r * r);
            }
        });
        return new Candidates(samples, threshold);
    }

    /** Candidates without a floor: a hashed Poisson process in each cell of 1 m, up to a greatest density. */
    static Candidates free(String key, Ground ground, long seed, double most, Region region, Cancel cancel) {
        Spots cells = FreeCells.fill(seed, most, region, cancel);
        int count = cells.count();
        Samples samples = Samples.allocate(key, count);
        System.arraycopy(cells.ids(), 0, samples.id(), 0, count);
        System.arraycopy(cells.x(), 0, samples.x(), 0, count);
        System.arraycopy(cells.z(), 0, samples.z(), 0, count);
        Chunks.run(count, cancel, (from, to) -> ground.settle(samples, from, to));
        return new Candidates(samples, java.util.Arrays.copyOf(cells.threshold(), count));
    }
}
