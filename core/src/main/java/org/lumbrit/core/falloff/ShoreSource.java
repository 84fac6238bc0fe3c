package org.lumbrit.core.falloff;

import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SegmentTree;

/** Nearness, in plan, to the line where the ground meets the water. */
@Kind(
        name = "shore",
        title = "Nearness to the water's edge",
        help = "1 within the near distance of the line where ground and water meet, 0 from the far distance on.")
public record ShoreSource(
        @Setting(like = Reach.class) double near,

        @Setting(like = Reach.class) double far,

        @Setting(
                title = "in the water",
                byDefault = "edge",
                onCard = false,
                help = "To the edge from both sides, nothing in the water, or less than nothing in the water")
        Within within)
        implements Nearness {

    private record To(Within within) {}

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.WATER);
    }

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new To(within), (scene, samples) -> {
            Optional<SegmentTree> shore = scene.shore();
            double level = scene.water().orElse(Double.NEGATIVE_INFINITY);
            return (from, to, out) -> {
                for (int i = from; i < to; i++) {
                    double x = samples.x()[i];
                    double z = samples.z()[i];
                    boolean wet = scene.ground().height(x, z) < level;
                    out[i] = shore.isPresent()
                            ? (float) within.of(shore.get().distance(x, 0, z), wet)
                            : Float.POSITIVE_INFINITY;
                }
            };
        }));
    }

    @Override
    public String title(Names names) {
        return "Nearness to the water's edge";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] distance, int index) {
        return Float.isFinite(distance[index]) ? Readings.away(distance[index]) : "no water's edge";
    }
}
