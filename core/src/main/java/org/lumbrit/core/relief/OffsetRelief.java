package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;

/** Height + offset, the offset driven by whatever falloffs are wished. */
@Kind(name = "offset", title = "Raise", help = "Raises the ground by any falloff; a negative height lowers it.")
public record OffsetRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer {

    private static final String HEIGHT = "height";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(HEIGHT, "Metres up, or down where negative", "m", -10_000, 10_000, 40, 0, 5)
                    .inPlace());

    public OffsetRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public float[] shape(Shaping below) {
        float[] heights = below.ground().heights();
        NodeValues offset = below.property(HEIGHT);
        float[] out = new float[heights.length];
        Chunks.run(out.length, below.cancel(), (from, to) -> {
            for (int i = from; i < to; i++) {
                out[i] = (float) ((double) heights[i] + offset.at(i));
            }
        });
        return out;
    }
}
