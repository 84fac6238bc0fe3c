package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.surface.Horizon;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;

/**
 * Sky view: the cosine-weighted free share of the sky above a place of the ground, within a reach. It is computed at the
 * ground's own nodes, at most 257 along the longer side, and read bilinear between them.
 */
@Kind(name = "sky-view", title = "Sky view", help = "1 in the open, less in hollows and under walls.")
public record SkySource(
        @Setting(
                title = "reach",
                unit = "m",
                min = 0.01,
                max = 20000,
                slider = {1, 200},
                byDefault = "60",
                help = "Ground farther away than this hides nothing")
        double reach)
        implements Source {

    private static final int NODES = 257;

    private record Within(double reach) {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new Within(reach), (scene, samples) -> {
            Lattice lattice = scene.ground().lattice(NODES);
            float[] free = scene.overGround("sky-view/1 " + reach, cancel -> Horizon.sky(lattice, reach, cancel));
            return (from, to, out) -> {
                for (int i = from; i < to; i++) {
                    out[i] = (float) lattice.between(free, samples.x()[i], samples.z()[i]);
                }
            };
        }));
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        System.arraycopy(measured, from, out, from, to - from);
    }

    @Override
    public String title(Names names) {
        return "Sky view";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return Decimal.write(100 * measured[index], 0) + " % of the sky is free";
    }
}
