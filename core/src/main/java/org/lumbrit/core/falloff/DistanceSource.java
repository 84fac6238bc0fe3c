package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.SegmentTree;

/** 1 − clamp01((distance − near)/(far − near)), the distance exact to a point or to the segments of a path or an area's edge. */
@Kind(
        name = "distance",
        version = 2,
        title = "Nearness",
        help = "1 within the near distance of a point, path or area, 0 from the far distance on.")
public record DistanceSource(
        @Setting(
                title = "to",
                refers = Refers.PLACE,
                onCard = false,
                help = "The point, path or area it is measured from")
        String place,

        @Setting(like = Reach.class) double near,

        @Setting(like = Reach.class) double far,

        @Setting(
                title = "measured",
                byDefault = "space",
                onCard = false,
                help = "Straight through the air, or in plan, as if seen from above")
        Across measured,

        @Setting(
                title = "area",
                byDefault = "edge",
                onCard = false,
                help = "For an area: to its edge from both sides, nothing within it, or less than nothing within it")
        Within within)
        implements Nearness {

    /** Whether heights count. */
    public enum Across {
        SPACE,
        PLAN
    }

    public DistanceSource(String place, double near, double far, Across measured) {
        this(place, near, far, measured, Within.EDGE);
    }

    private record To(
            @Setting(title = "to", refers = Refers.PLACE) String place, Across measured, Within within) {}

    @Override
    public Optional<Measurement> measurement() {
        boolean plan = measured == Across.PLAN;
        return Optional.of(new Measurement(new To(place, measured, within), (scene, samples, from, to, out) -> {
            SegmentTree tree = scene.tree(place, plan);
            Optional<AreaPlace> area = scene.area(place);
            for (int i = from; i < to; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                double distance = tree.distance(x, plan ? 0 : samples.y()[i], z);
                out[i] = (float)
                        (area.isPresent() ? within.of(distance, area.get().contains(x, z)) : distance);
            }
        }));
    }

    @Override
    public Region support(Scene scene) {
        return near <= far ? scene.tree(place, true).plan().grown(Math.max(0, far) + Region.A_HAIR) : Region.EVERYWHERE;
    }

    @Override
    public String title(Names names) {
        return "Nearness to " + names.nameOf(Refers.PLACE, place);
    }
}
