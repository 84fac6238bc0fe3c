package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.SegmentTree;

/**
 * A path pressed in or raised. Within half the width its profile w is 1, over the shoulder it falls to 0 by a smoothstep. The
 * ground is first levelled across the path, by the property level, to the height below it at the nearest point of its line;
 * then it is lowered by depth: h + w·(level·(h(nearest) − h) − depth).
 */
@Kind(name = "path-relief", title = "Path", help = "Presses a path into the ground along a line, or raises it.")
public record PathRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(
                title = "along",
                refers = Refers.PLACE,
                of = {"path", "area", "point"},
                help = "The line of the path, or an area's edge")
        String place,

        @Setting(
                title = "width",
                unit = "m",
                min = 0,
                max = 10_000,
                slider = {0.2, 20},
                byDefault = "2")
        double width,

        @Setting(
                title = "shoulder",
                unit = "m",
                min = 0,
                max = 10_000,
                slider = {0, 20},
                byDefault = "1.5",
                help = "How far beside the path the ground goes over into it")
        double shoulder,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer {

    private static final String DEPTH = "depth";
    private static final String LEVEL = "level";

    private static final List<PropertyDescription> OFFERED = List.of(
            PropertyDescription.of(DEPTH, "Metres down; negative raises it", "m", -1000, 1000, 3, 0, 0.3)
                    .inPlace(),
            PropertyDescription.of(LEVEL, "1 makes it level from side to side", "", 0, 1, 1, 0, 1)
                    .inPlace());

    public PathRelief {
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public float[] shape(Shaping below) {
        Ground ground = below.ground();
        float[] out = ground.heights().clone();
        SegmentTree line = below.tree(place, true);
        NodeValues depth = below.property(DEPTH);
        NodeValues level = below.property(LEVEL);
        int columns = ground.columns();
        Chunks.run(ground.rows(), 8, below.cancel(), (from, to) -> {
            double[] nearest = new double[3];
            for (int r = from; r < to; r++) {
                double z = ground.z(r);
                for (int c = 0; c < columns; c++) {
                    double x = ground.x(c);
                    double distance = line.nearest(x, 0, z, nearest);
                    double w = 1 - Smooth.smoothstep(width / 2, width / 2 + shoulder, distance);
                    if (w > 0) {
                        int i = r * columns + c;
                        double across = ground.height(nearest[0], nearest[2]) - out[i];
                        out[i] = (float) (out[i] + w * (level.at(i) * across - depth.at(i)));
                    }
                }
            }
        });
        return out;
    }
}
