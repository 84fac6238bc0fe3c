package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.GaussianBlur;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.Ground;

/** A Gaussian of σ = metres/2 over the heights, borders mirrored; strength blends from the ground below. */
@Kind(name = "smooth-relief", title = "Smoothing", help = "Wears small bumps down.")
public record SmoothRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "over",
                unit = "m",
                min = 0.001,
                max = 10_000,
                slider = {0.1, 20},
                byDefault = "3",
                help = "Bumps smaller than this go")
        double metres,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer {

    private static final String STRENGTH = "strength";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(STRENGTH, "0 leaves the ground, 1 smooths it", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public SmoothRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public float[] shape(Shaping below) {
        Ground ground = below.ground();
        double sigma = metres / 2;
        float[] smooth = GaussianBlur.apply(
                ground.heights(), ground.columns(), ground.rows(), sigma / ground.cellX(), sigma / ground.cellZ());
        return Grids.blend(below, below.property(STRENGTH), i -> smooth[i]);
    }
}
