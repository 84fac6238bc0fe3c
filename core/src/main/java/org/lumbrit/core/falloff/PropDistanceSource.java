package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.TriangleTree;

/** 1 − clamp01((distance − near)/(far − near)), the distance exact to the triangles of a prop. */
@Kind(
        name = "prop-distance",
        title = "Nearness to a prop",
        help = "1 within the near distance of a prop's surface, 0 from the far distance on.")
public record PropDistanceSource(
        @Setting(title = "to", refers = Refers.PROP, onCard = false, help = "The prop it is measured from")
        String prop,

        @Setting(like = Reach.class) double near,

        @Setting(like = Reach.class) double far,

        @Setting(
                title = "inside",
                byDefault = "edge",
                onCard = false,
                help = "Inside a closed prop: to its surface from both sides, nothing, or less than nothing")
        Within within)
        implements Nearness {

    private record To(
            @Setting(title = "to", refers = Refers.PROP) String prop, Within within) {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new To(prop, within), (scene, samples) -> {
            PlacedMesh placed = scene.prop(prop);
            return (from, to, out) -> {
                TriangleTree.Probe probe = placed.probe();
                for (int i = from; i < to; i++) {
                    double x = samples.x()[i];
                    double y = samples.y()[i];
                    double z = samples.z()[i];
                    if (within == Within.EDGE) {
                        out[i] = (float) placed.distance(probe, x, y, z);
                    } else {
                        double signed = placed.signed(probe, x, y, z);
                        out[i] = (float) within.of(Math.abs(signed), signed < 0);
                    }
                }
            };
        }));
    }

    @Override
    public Region support(Scene scene) {
        // behind an open mesh what counts as inside has no end
        if (near > far || within != Within.EDGE) {
            return Region.EVERYWHERE;
        }
        double[] b = scene.prop(prop).bounds();
        return new Region(b[0], b[2], b[3], b[5]).grown(Math.max(0, far) + Region.A_HAIR);
    }

    @Override
    public String title(Names names) {
        return "Nearness to " + names.nameOf(Refers.PROP, prop);
    }
}
