package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Carry;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;

/**
 * Steps in the slope: with v = (height − base)/step the height becomes base + step·(⌊v⌋ + smoothstep(½ − s/2, ½ + s/2, frac v)),
 * s the softness; at softness 1 the step is round, at 0 it is a cliff. Strength blends from the ground below.
 */
@Kind(name = "terraces", title = "Terraces", help = "Cuts level steps into the slopes.")
public record TerraceRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "step",
                unit = "m",
                min = 0.001,
                max = 10_000,
                slider = {0.2, 20},
                byDefault = "3",
                help = "Height from one terrace to the next")
        double step,

        @Setting(
                title = "base",
                unit = "m",
                min = -12_000,
                max = 12_000,
                slider = {-20, 60},
                byDefault = "0",
                help = "Height of one of the terraces")
        double base,

        @Setting(title = "softness", min = 0, max = 1, byDefault = "0.4", help = "0 is a cliff, 1 a round step")
        double softness,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer, Carry.Itself {

    private static final String STRENGTH = "strength";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(STRENGTH, "0 leaves the ground, 1 makes full steps", "", 0, 1, 1, 0, 1)
                    .inPlace());

    /** Steps are differences of heights, the base is a height. */
    @Override
    public TerraceRelief carried(Carry carry) {
        return Kinds.with(Kinds.with(this, "step", carry.rise(step)), "base", carry.height(base));
    }

    public TerraceRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    double stepped(double height) {
        double v = (height - base) / step;
        double whole = Math.floor(v);
        return base + step * (whole + Smooth.smoothstep(0.5 - softness / 2, 0.5 + softness / 2, v - whole));
    }

    @Override
    public float[] shape(Shaping below) {
        float[] heights = below.ground().heights();
        return Grids.blend(below, below.property(STRENGTH), i -> stepped(heights[i]));
    }
}
