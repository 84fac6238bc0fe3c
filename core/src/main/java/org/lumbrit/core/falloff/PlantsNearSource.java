package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.PointIndex;
import org.lumbrit.core.surface.Samples;

/** Nearness, straight through the air, to the foot of the nearest plant of a layer. */
@Kind(
        name = "plants-near",
        title = "Nearness to plants",
        help = "1 within the near distance of a plant of another layer, 0 from the far distance on.")
public record PlantsNearSource(
        @Setting(
                title = "of layer",
                refers = Refers.LAYER,
                of = "cover",
                onCard = false,
                help = "The layer whose plants count")
        String layer,

        @Setting(
                like = Reach.class,
                min = 0,
                slider = {0, 10})
        double near,

        @Setting(
                like = Reach.class,
                min = 0,
                slider = {0, 10},
                byDefault = "2")
        double far)
        implements Nearness {

    private record To(
            @Setting(title = "of layer", refers = Refers.LAYER)
            String layer) {}

    @Override
    public Optional<Measurement> measurement() {
        return Optional.of(new Measurement(new To(layer), (scene, samples) -> {
            PointIndex plants = scene.plants(layer);
            return (from, to, out) -> {
                for (int i = from; i < to; i++) {
                    out[i] = (float) plants.distance(samples.x()[i], samples.y()[i], samples.z()[i]);
                }
            };
        }));
    }

    @Override
    public String title(Names names) {
        return "Nearness to plants of " + names.nameOf(Refers.LAYER, layer);
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] distance, int index) {
        return Float.isFinite(distance[index]) ? Readings.away(distance[index]) : "no plants there";
    }
}
