package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.math.TurnedNoise;
import org.lumbrit.core.surface.Samples;

/**
 * Layers of rock, each of a value of its own between 0 and 1 (uniform, by its number). A place lies at t = (p·n + bend·noise(p)) / thickness,
 * n the upward normal of layers that sink by the dip toward its direction; layer k reaches from k + uneven·(u_k − ½) to the same of
 * k + 1, u_k uniform. Within softness·(its thickness)/2 of a boundary its value goes over smoothly, to the mean of both at the boundary.
 */
@Kind(
        name = "strata",
        title = "Strata",
        help =
                "Layers of rock, one on the other, each as hard as it happens to be; they may sink to one side and bend.")
public record StrataSource(
        @Setting(
                title = "thickness",
                unit = "m",
                min = 0.001,
                max = 5000,
                slider = {0.1, 200},
                byDefault = "10",
                help = "Of a layer, on the mean")
        double thickness,

        @Setting(title = "dip", unit = "°", min = 0, max = 90, byDefault = "8", help = "How steeply the layers sink")
        double dip,

        @Setting(
                title = "dip direction",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "120",
                onCard = false,
                help = "Which way the layers sink: 0 is north (−z), 90 is east (+x)")
        double dipDirection,

        @Setting(
                title = "bend",
                unit = "m",
                min = 0,
                max = 5000,
                slider = {0, 100},
                byDefault = "4",
                onCard = false,
                help = "How far the layers are bent up and down")
        double bend,

        @Setting(
                title = "bend size",
                unit = "m",
                min = 0.01,
                max = 100_000,
                slider = {1, 2000},
                byDefault = "80",
                onCard = false,
                help = "From one bend to the next, about")
        double bendSize,

        @Setting(
                title = "unevenness",
                min = 0,
                max = 1,
                byDefault = "0.6",
                onCard = false,
                help = "0: all layers are equally thick; 1: some almost vanish")
        double uneven,

        @Setting(
                title = "softness",
                min = 0,
                max = 1,
                byDefault = "0.2",
                onCard = false,
                help = "How much of a layer goes over into the next")
        double softness,

        @Setting(
                title = "seed",
                min = 0,
                max = 1_000_000,
                slider = {0, 100},
                byDefault = "1",
                onCard = false)
        int seed)
        implements Source {

    private static final int BLOCK = 512;

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        double[] depth = new double[BLOCK];
        Depths depths = new Depths();
        for (int start = from; start < to; start += BLOCK) {
            int count = Math.min(BLOCK, to - start);
            depths.write(samples, start, count, depth);
            for (int i = 0; i < count; i++) {
                out[start + i] = (float) value(depth[i]);
            }
        }
    }

    /** How many mean layers above the origin a place lies; block by block. */
    private final class Depths {
        private final double[] normal = Headings.direction(dipDirection, 90 - dip);
        private final double[] x = new double[BLOCK];
        private final double[] y = new double[BLOCK];
        private final double[] z = new double[BLOCK];
        private final TurnedNoise noise = new TurnedNoise(BLOCK);

        void write(Samples samples, int start, int count, double[] depth) {
            for (int i = 0; i < count; i++) {
                double px = samples.x()[start + i];
                double py = samples.y()[start + i];
                double pz = samples.z()[start + i];
                depth[i] = px * normal[0] + py * normal[1] + pz * normal[2];
                x[i] = px / bendSize;
                y[i] = py / bendSize;
                z[i] = pz / bendSize;
            }
            if (bend > 0) {
                noise.add(
                        TurnedNoise.Lattice.CUBES,
                        0,
                        Hash.of(seed, 1),
                        0,
                        TurnedNoise.Change.NONE,
                        x,
                        y,
                        z,
                        count,
                        bend,
                        depth);
            }
            for (int i = 0; i < count; i++) {
                depth[i] /= thickness;
            }
        }
    }

    private double boundary(long layer) {
        return layer + uneven * (Hash.unit(Hash.of(seed, 2, layer)) - 0.5);
    }

    private double own(long layer) {
        return Hash.unit(Hash.of(seed, 3, layer));
    }

    /** The number of the layer that holds a depth. */
    private long layer(double depth) {
        long near = (long) Math.floor(depth);
        return depth < boundary(near) ? near - 1 : depth < boundary(near + 1) ? near : near + 1;
    }

    private double value(double depth) {
        long layer = layer(depth);
        double low = boundary(layer);
        double high = boundary(layer + 1);
        double edge = softness * (high - low) / 2;
        double mine = own(layer);
        if (depth > high - edge) {
            return mine + (own(layer + 1) - mine) / 2 * Smooth.smoothstep(high - edge, high, depth);
        }
        if (depth < low + edge) {
            return mine + (own(layer - 1) - mine) / 2 * (1 - Smooth.smoothstep(low, low + edge, depth));
        }
        return mine;
    }

    @Override
    public String title(Names names) {
        return "Strata of " + Readings.metres(thickness);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        double[] depth = new double[1];
        new Depths().write(samples, index, 1, depth);
        long layer = layer(depth[0]);
        return "in a layer " + Readings.metres((boundary(layer + 1) - boundary(layer)) * thickness)
                + " thick, of value " + Decimal.write(own(layer), 2);
    }
}
