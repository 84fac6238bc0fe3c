package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Samples;

/**
 * Gradient noise in the place's space, octaves normalised by Σ gainᵏ. The first octave is 0 at the lattice points, whole
 * multiples of the feature size; the others are shifted by a hashed offset so that their zeros do not fall together.
 */
@Kind(name = "noise", version = 2, title = "Noise", help = "Soft irregular patches of a chosen size.")
public record NoiseSource(
        @Setting(
                title = "feature size",
                unit = "m",
                min = 0.01,
                max = 10000,
                slider = {0.2, 40},
                byDefault = "5")
        double featureSize,

        @Setting(
                title = "octaves",
                min = 1,
                max = 10,
                slider = {1, 8},
                byDefault = "3",
                help = "How many finer patterns are laid over the first")
        int octaves,

        @Setting(
                title = "gain",
                min = 0,
                max = 1,
                byDefault = "0.5",
                onCard = false,
                help = "How strong each finer pattern is against the one before")
        double gain,

        @Setting(
                title = "lacunarity",
                min = 1,
                max = 4,
                byDefault = "2",
                onCard = false,
                help = "How much finer each pattern is than the one before")
        double lacunarity,

        @Setting(
                title = "stretch x",
                min = 0.01,
                max = 100,
                slider = {0.1, 10},
                byDefault = "1",
                onCard = false,
                help = "Features are so many times longer from west to east")
        double stretchX,

        @Setting(
                title = "stretch y",
                min = 0.01,
                max = 100,
                slider = {0.1, 10},
                byDefault = "1",
                onCard = false,
                help = "Features are so many times taller")
        double stretchY,

        @Setting(
                title = "stretch z",
                min = 0.01,
                max = 100,
                slider = {0.1, 10},
                byDefault = "1",
                onCard = false,
                help = "Features are so many times longer from north to south")
        double stretchZ,

        @Setting(
                title = "range",
                byDefault = "zero-to-one",
                onCard = false,
                help = "Whether values run from 0 to 1 or from −1 to 1")
        Range range,

        @Setting(
                title = "seed",
                min = 0,
                max = 1_000_000,
                slider = {0, 100},
                byDefault = "1",
                onCard = false)
        int seed)
        implements Source {

    /** Where the values lie. */
    public enum Range {
        ZERO_TO_ONE,
        MINUS_ONE_TO_ONE
    }

    private static final int BLOCK = 512;

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        double[] x = new double[BLOCK];
        double[] y = new double[BLOCK];
        double[] z = new double[BLOCK];
        double[] sum = new double[BLOCK];
        for (int start = from; start < to; start += BLOCK) {
            int count = Math.min(BLOCK, to - start);
            java.util.Arrays.fill(sum, 0);
            double total = 0;
            double weight = 1;
            double size = featureSize;
            for (int octave = 0; octave < octaves; octave++) {
                long hash = Hash.of(seed, octave);
                scale(samples.x(), start, count, size * stretchX, offset(octave, hash, 0), x);
                scale(samples.y(), start, count, size * stretchY, offset(octave, hash, 1), y);
                scale(samples.z(), start, count, size * stretchZ, offset(octave, hash, 2), z);
                GradientNoise.add((int) hash, x, y, z, count, weight, sum);
                total += weight;
                weight *= gain;
                size /= lacunarity;
            }
            for (int i = 0; i < count; i++) {
                double v = sum[i] / total;
                out[start + i] = (float) (range == Range.ZERO_TO_ONE ? (1 + v) / 2 : v);
            }
        }
    }

    private static double offset(int octave, long hash, int axis) {
        return octave == 0 ? 0 : Hash.unit(Hash.of(hash, axis));
    }

    private static void scale(double[] from, int start, int count, double size, double offset, double[] to) {
        for (int i = 0; i < count; i++) {
            to[i] = from[start + i] / size + offset;
        }
    }

    @Override
    public String title(Names names) {
        return "Noise of " + Readings.metres(featureSize);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "pattern of " + Decimal.write(featureSize, 2) + " m";
    }
}
