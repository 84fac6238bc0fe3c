package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Samples;

/** A hashed value in [0, 1) for each plant, part or facet, from its identity alone: it stays when others come and go. */
@Kind(
        name = "random",
        version = 2,
        title = "Random",
        help = "Another value between 0 and 1 for each plant, part or facet.")
public record RandomSource(
        @Setting(
                title = "seed",
                min = 0,
                max = 1_000_000,
                slider = {0, 100},
                byDefault = "1")
        int seed,

        @Setting(title = "per", byDefault = "plant", onCard = false, help = "What each draws a value of its own")
        Per per)
        implements Source {

    /** What draws one value. */
    public enum Per {
        PLANT,
        /** A whole thing: the ground is one part. */
        PART,
        /** A facet: half a cell of the ground's grid. */
        FACET
    }

    public RandomSource(int seed) {
        this(seed, Per.PLANT);
    }

    @Override
    public Domain domain() {
        return per == Per.PLANT ? Domain.PLANT : Domain.PLACE;
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            long drawn = per == Per.PLANT
                    ? Hash.of(seed, samples.id()[i])
                    : Hash.of(
                            seed,
                            per.ordinal(),
                            per == Per.PART ? 0 : scene.owner().facet(samples, i));
            out[i] = (drawn >>> 40) * 0x1p-24f;
        }
    }

    @Override
    public String title(Names names) {
        return "Random per " + Kinds.word(per);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "drawn for this " + Kinds.word(per);
    }
}
