package org.lumbrit.core.falloff;

import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.SimplexNoise;
import org.lumbrit.core.math.TurnedNoise;
import org.lumbrit.core.math.WrappedNoise;
import org.lumbrit.core.surface.Samples;

/**
 * Evaluates a noise source block after block: octaves in coordinates where the pattern lies still, warped on wish, on a lattice
 * that repeats where the loop asks for it.
 */
final class NoiseBlocks {
    private static final int BLOCK = 512;

    private final NoiseSource source;
    private final Scene scene;
    private final Samples samples;
    private final PatternFrame frame;
    private final double time;
    private final boolean repeats;
    private final double[] px = new double[BLOCK];
    private final double[] py = new double[BLOCK];
    private final double[] pz = new double[BLOCK];
    private final double[] x = new double[BLOCK];
    private final double[] y = new double[BLOCK];
    private final double[] z = new double[BLOCK];
    private final double[] octave = new double[BLOCK];
    private final double[] sum = new double[BLOCK];
    private final TurnedNoise askew = new TurnedNoise(BLOCK);

    NoiseBlocks(NoiseSource source, Scene scene, Samples samples) {
        this.source = source;
        this.frame = new PatternFrame(source.travel(), source.heading(), source.space());
        this.scene = scene;
        this.samples = samples;
        double loop = source.readsTime() ? scene.loop() : 0;
        this.repeats = loop > 0 && source.loop(loop).filter(Loop::exact).isPresent();
        double now = source.readsTime() ? scene.time() : 0;
        this.time = repeats ? now - Math.floor(now / loop) * loop : now;
    }

    void run(int from, int to, float[] out) {
        for (int start = from; start < to; start += BLOCK) {
            int count = Math.min(BLOCK, to - start);
            frame.coordinates(scene, time, samples, start, count, px, py, pz);
            if (source.warp() > 0) {
                push(count);
            }
            double total = octaves(count);
            for (int i = 0; i < count; i++) {
                double v = Math.max(-1, Math.min(1, sum[i] / total));
                out[start + i] = (float) (source.range() == NoiseSource.Range.ZERO_TO_ONE ? (1 + v) / 2 : v);
            }
        }
    }

    private double octaves(int count) {
        java.util.Arrays.fill(sum, 0);
        double total = 0;
        double weight = 1;
        double size = source.featureSize();
        for (int o = 0; o < source.octaves(); o++) {
            long hash = Hash.of(source.seed(), o);
            if (source.shape() == NoiseSource.Shape.PLAIN) {
                one(o, hash, o > 0, size, count, weight, sum);
            } else {
                java.util.Arrays.fill(octave, 0);
                one(o, hash, o > 0, size, count, 1, octave);
                fold(count, weight);
            }
            total += weight;
            weight *= source.gain();
            size /= source.lacunarity();
        }
        return total;
    }

    private void fold(int count, double weight) {
        double sign = source.shape() == NoiseSource.Shape.RIDGED ? -1 : 1;
        for (int i = 0; i < count; i++) {
            sum[i] += weight * sign * (2 * Math.abs(octave[i]) - 1);
        }
    }

    /** Pushes every place by three noises of the first octave's size. */
    private void push(int count) {
        double[][] axes = {px, py, pz};
        double[][] pushed = new double[3][BLOCK];
        for (int axis = 0; axis < 3; axis++) {
            long hash = Hash.of(source.seed(), 1000 + axis);
            one(axis, hash, true, source.featureSize(), count, source.warp(), pushed[axis]);
        }
        for (int axis = 0; axis < 3; axis++) {
            for (int i = 0; i < count; i++) {
                axes[axis][i] += pushed[axis][i];
            }
        }
    }

    /** One octave of a size: askew, or in line, there shifted by a hashed offset on wish. */
    private void one(int k, long hash, boolean shifted, double size, int count, double weight, double[] into) {
        if (source.turned()) {
            askew(k, hash, size, count, weight, into);
            return;
        }
        scale(px, count, size * source.stretchX(), shifted ? Hash.unit(Hash.of(hash, 0)) : 0, x);
        scale(py, count, size * source.stretchY(), shifted ? Hash.unit(Hash.of(hash, 1)) : 0, y);
        scale(pz, count, size * source.stretchZ(), shifted ? Hash.unit(Hash.of(hash, 2)) : 0, z);
        noise((int) hash, size, count, weight, into);
    }

    /** One octave that stands askew, of a size, in places stretched and scaled to its cells. */
    private void askew(int k, long hash, double size, int count, double weight, double[] into) {
        scale(px, count, size * source.stretchX(), 0, x);
        scale(py, count, size * source.stretchY(), 0, y);
        scale(pz, count, size * source.stretchZ(), 0, z);
        int cells = repeats ? frame.period(scene.loop(), size * source.stretchX()) : 0;
        TurnedNoise.Change change = source.churn() == 0
                ? TurnedNoise.Change.NONE
                : new TurnedNoise.Change(
                        true, source.churn() * time, repeats ? Loop.whole(source.churn() * scene.loop()) : 0);
        TurnedNoise.Lattice lattice =
                source.basis() == NoiseSource.Basis.SIMPLEX ? TurnedNoise.Lattice.SIMPLICES : TurnedNoise.Lattice.CUBES;
        askew.add(lattice, k, hash, cells, change, x, y, z, count, weight, into);
    }

    private void noise(int octaveSeed, double size, int count, double weight, double[] into) {
        if (source.basis() == NoiseSource.Basis.SIMPLEX) {
            for (int i = 0; i < count; i++) {
                into[i] += weight * SimplexNoise.at(octaveSeed, x[i], y[i], z[i]);
            }
            return;
        }
        int periodX = repeats ? frame.period(scene.loop(), size * source.stretchX()) : 0;
        if (source.churn() > 0) {
            int periodW = repeats ? Loop.whole(source.churn() * scene.loop()) : 0;
            double w = source.churn() * time;
            // two patterns half a cell apart in time, as one alone is fainter in the middle of its cells
            WrappedNoise.addInFour(octaveSeed, periodX, periodW, x, y, z, w, count, weight / 2, into);
            WrappedNoise.addInFour(~octaveSeed, periodX, periodW, x, y, z, w + 0.5, count, weight / 2, into);
        } else if (periodX > 0) {
            WrappedNoise.add(octaveSeed, periodX, x, y, z, count, weight, into);
        } else {
            GradientNoise.add(octaveSeed, x, y, z, count, weight, into);
        }
    }

    private static void scale(double[] from, int count, double size, double offset, double[] to) {
        for (int i = 0; i < count; i++) {
            to[i] = from[i] / size + offset;
        }
    }
}
