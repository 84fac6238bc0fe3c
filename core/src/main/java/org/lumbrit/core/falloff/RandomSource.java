package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Samples;

/** A hashed value in [0, 1) for each plant, from its identity alone: it stays when plants around it come and go. */
@Kind(name = "random", title = "Random per plant", help = "Another value between 0 and 1 for each plant.")
public record RandomSource(
        @Setting(
                title = "seed",
                min = 0,
                max = 1_000_000,
                slider = {0, 100},
                byDefault = "1")
        int seed)
        implements Source {

    @Override
    public Domain domain() {
        return Domain.PLANT;
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            out[i] = (Hash.of(seed, samples.id()[i]) >>> 40) * 0x1p-24f;
        }
    }

    @Override
    public String title(Names names) {
        return "Random per plant";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "drawn for this plant";
    }
}
