package org.lumbrit.core.relief;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.MonotoneCurve;
import org.lumbrit.core.recipe.Checking;
import org.lumbrit.core.recipe.LayerHead;
import org.lumbrit.core.recipe.PropertyDescription;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.SegmentTree;

/**
 * A basin pressed into an area: height − depth · profile(d / reach), d the distance inside the area's edge; the profile says
 * which share of the depth is reached from the edge (0) to the reach and beyond (1). Nothing changes outside the area.
 */
@Kind(name = "basin", title = "Basin", help = "Presses a basin into an area, by a profile from its edge inward.")
public record BasinRelief(
        @Apart String id,
        @Apart String name,

        @Setting(like = LayerHead.class, onCard = false) int seed,

        @Setting(like = LayerHead.class) @Apart boolean hidden,

        @Setting(title = "area", refers = Refers.PLACE, of = "area", help = "The outline of the basin")
        String place,

        @Setting(
                title = "reach",
                unit = "m",
                min = 0.01,
                max = 100_000,
                slider = {1, 60},
                byDefault = "15",
                help = "How far inside the edge the full depth is reached")
        double reach,

        @Setting(
                title = "profile",
                byDefault = "[[0,0],[0.35,0.25],[0.7,0.85],[1,1]]",
                help = "Share of the depth, from the edge inward")
        List<CurvePoint> profile,

        @Setting(title = "properties") Map<String, PropertyRange> properties)
        implements ReliefLayer {

    private static final String DEPTH = "depth";

    private static final List<PropertyDescription> OFFERED =
            List.of(PropertyDescription.of(DEPTH, "Metres down; negative makes a mound", "m", -5000, 5000, 30, 0, 5)
                    .inPlace());

    public BasinRelief {
        profile = List.copyOf(profile);
        properties = PropertyDescription.complete(OFFERED, properties);
    }

    @Override
    public List<PropertyDescription> offered() {
        return OFFERED;
    }

    @Override
    public void check(Checking checking) {
        CurvePoint.check(checking.wrong().below("profile"), profile, -10, 10);
    }

    @Override
    public float[] shape(Shaping below) {
        Ground ground = below.ground();
        float[] out = ground.heights().clone();
        SegmentTree edge = below.tree(place, true);
        Optional<AreaPlace> area = below.area(place);
        if (area.isEmpty()) {
            return out;
        }
        NodeValues depth = below.property(DEPTH);
        MonotoneCurve curve = CurvePoint.curve(profile);
        int columns = ground.columns();
        Chunks.run(ground.rows(), 8, below.cancel(), (from, to) -> {
            for (int r = from; r < to; r++) {
                double z = ground.z(r);
                for (int c = 0; c < columns; c++) {
                    double x = ground.x(c);
                    if (area.get().contains(x, z)) {
                        int i = r * columns + c;
                        double inside = Math.min(1, edge.distance(x, 0, z) / reach);
                        out[i] = (float) (out[i] - depth.at(i) * curve.at(inside));
                    }
                }
            }
        });
        return out;
    }
}
