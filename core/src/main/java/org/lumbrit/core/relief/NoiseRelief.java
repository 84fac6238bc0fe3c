package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.math.TurnedNoise;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.Ground;

/**
 * Hills from gradient noise: height + amplitude · noise, octaves normalised by Σ gainᵏ. Ridged is 1 − 2|n| and billow 2|n| − 1
 * of each octave; with "rough heights" an octave counts by how high the ones before it have come (F. K. Musgrave in Ebert et
 * al., "Texturing and modeling", 1994: valleys stay smooth). An octave whose features are below four cells fades, below two it
 * is left out, so that a coarse grid shows no patterns that are not there.
 */
@Kind(name = "noise-relief", title = "Hills", help = "Raises and lowers the ground by noise: hills, ridges, billows.")
public record NoiseRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "feature size",
                unit = "m",
                min = 0.01,
                max = 100_000,
                slider = {2, 200},
                byDefault = "60")
        double featureSize,

        @Setting(
                title = "octaves",
                min = 1,
                max = 14,
                slider = {1, 10},
                byDefault = "6",
                help = "How many finer patterns are laid over the first")
        int octaves,

        @Setting(title = "gain", min = 0, max = 1, byDefault = "0.5", help = "How strong each finer pattern is")
        double gain,

        @Setting(title = "lacunarity", min = 1, max = 4, byDefault = "2", help = "How much finer each pattern is")
        double lacunarity,

        @Setting(
                title = "shape",
                byDefault = "plain",
                help = "Plain hills, ridged crests, or billows with sharp valleys")
        Shape shape,

        @Setting(
                title = "warp",
                unit = "m",
                min = 0,
                max = 10_000,
                slider = {0, 60},
                byDefault = "0",
                help = "How far the pattern is pushed about by a noise of the same feature size")
        double warp,

        @Setting(
                title = "rough heights",
                min = 0,
                max = 1,
                byDefault = "0",
                help = "1: fine patterns only where coarse ones are high, so that valleys stay smooth")
        double roughHeights,

        @Setting(
                title = "turned",
                byDefault = "true",
                before = "false",
                help = "Each octave stands askew to the others, so that no main direction shows")
        boolean turned,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer {

    private static final String AMPLITUDE = "amplitude";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(AMPLITUDE, "Metres up and down", "m", -10_000, 10_000, 60, 0, 10)
                    .inPlace());

    /** What becomes of each octave. */
    public enum Shape {
        PLAIN {
            @Override
            double of(double noise) {
                return noise;
            }
        },
        RIDGED {
            @Override
            double of(double noise) {
                return 1 - 2 * Math.abs(noise);
            }
        },
        BILLOW {
            @Override
            double of(double noise) {
                return 2 * Math.abs(noise) - 1;
            }
        };

        abstract double of(double noise);
    }

    public NoiseRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    /** Cells of the lattice a feature below which an octave is left out, and from which on it counts whole. */
    private static double fade(double size, double cell) {
        return Smooth.clamp01((size / cell - 2) / 2);
    }

    @Override
    public float[] shape(Shaping below) {
        Ground ground = below.ground();
        NodeValues amplitude = below.property(AMPLITUDE);
        float[] heights = ground.heights();
        float[] out = new float[heights.length];
        int columns = ground.columns();
        Chunks.run(ground.rows(), 8, below.cancel(), (from, to) -> {
            Row row = new Row(columns);
            for (int r = from; r < to; r++) {
                row.noise(this, ground, r);
                for (int c = 0; c < columns; c++) {
                    int i = r * columns + c;
                    out[i] = (float) (heights[i] + amplitude.at(i) * row.sum[c]);
                }
            }
        });
        return out;
    }

    /** One row of nodes, with the arrays that the noise works in. */
    private static final class Row {
        private final double[] px;
        private final double[] pz;
        private final double[] x;
        private final double[] y;
        private final double[] z;
        private final double[] octave;
        private final double[] weight;
        private final double[] sum;
        private final TurnedNoise turned;

        Row(int count) {
            px = new double[count];
            pz = new double[count];
            x = new double[count];
            y = new double[count];
            z = new double[count];
            octave = new double[count];
            weight = new double[count];
            sum = new double[count];
            turned = new TurnedNoise(count);
        }

        void noise(NoiseRelief layer, Ground ground, int row) {
            int count = px.length;
            for (int c = 0; c < count; c++) {
                px[c] = ground.x(c);
                pz[c] = ground.z(row);
            }
            if (layer.warp > 0) {
                push(layer, count);
            }
            java.util.Arrays.fill(sum, 0);
            java.util.Arrays.fill(weight, 1);
            double size = layer.featureSize;
            double share = 1;
            double total = 0;
            for (int k = 0; k < layer.octaves; k++) {
                double shown = fade(size, ground.cell());
                total += share;
                if (shown > 0 && share > 0) {
                    one(layer, k, size, count);
                    for (int c = 0; c < count; c++) {
                        double value = layer.shape.of(octave[c]);
                        sum[c] += share * shown * weight[c] * value;
                        double high = Smooth.clamp01(0.5 + value);
                        weight[c] *= 1 + layer.roughHeights * (high - 1);
                    }
                }
                share *= layer.gain;
                size /= layer.lacunarity;
            }
            for (int c = 0; c < count; c++) {
                sum[c] /= total;
            }
        }

        private void one(NoiseRelief layer, int k, double size, int count) {
            if (layer.turned) {
                java.util.Arrays.fill(octave, 0);
                askew(k, Hash.of(layer.seed, k, 17), size, count, 1, octave);
                for (int c = 0; c < count; c++) {
                    octave[c] = Smooth.clamp(-1, 1, octave[c]);
                }
                return;
            }
            int seed = (int) Hash.of(layer.seed, k, 17);
            double shift = 64 * Hash.unit(Hash.of(layer.seed, k, 18));
            lay(px, pz, size, shift, count);
            java.util.Arrays.fill(octave, 0);
            GradientNoise.add(seed, x, y, z, count, 1, octave);
        }

        private void askew(int k, long hash, double size, int count, double weight, double[] into) {
            for (int c = 0; c < count; c++) {
                x[c] = px[c] / size;
                z[c] = pz[c] / size;
            }
            java.util.Arrays.fill(y, 0);
            turned.add(TurnedNoise.Lattice.CUBES, k, hash, 0, TurnedNoise.Change.NONE, x, y, z, count, weight, into);
        }

        private void lay(double[] fromX, double[] fromZ, double size, double shift, int count) {
            for (int c = 0; c < count; c++) {
                x[c] = fromX[c] / size + shift;
                y[c] = 0.5 + shift;
                z[c] = fromZ[c] / size - shift;
            }
        }

        /** Pushes the places about, east and south, by two noises of the same size. */
        private void push(NoiseRelief layer, int count) {
            java.util.Arrays.fill(octave, 0);
            java.util.Arrays.fill(sum, 0);
            if (layer.turned) {
                askew(0, Hash.of(layer.seed, 1, 19), layer.featureSize, count, layer.warp, octave);
                askew(1, Hash.of(layer.seed, 2, 19), layer.featureSize, count, layer.warp, sum);
            } else {
                pushInLine(layer, count);
            }
            for (int c = 0; c < count; c++) {
                px[c] += octave[c];
                pz[c] += sum[c];
            }
        }

        private void pushInLine(NoiseRelief layer, int count) {
            lay(px, pz, layer.featureSize, 0.25, count);
            GradientNoise.add((int) Hash.of(layer.seed, 1, 19), x, y, z, count, layer.warp, octave);
            GradientNoise.add((int) Hash.of(layer.seed, 2, 19), x, y, z, count, layer.warp, sum);
        }
    }
}
