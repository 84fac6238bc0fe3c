package org.lumbrit.core.relief;

import java.util.List;
import java.util.stream.Stream;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;

/** A relief layer that takes ground away here and lays it down there: both can be looked at, and falloffs read them. */
interface Wearing extends ReliefLayer {
    /** The results: metres, never below 0. */
    String LAID = "laid";

    String WORN = "worn";

    /** Metres that the land has risen by itself, neither worn nor laid, at each sample; none unless said otherwise. */
    default float[] risen(Surroundings site, Samples samples) {
        return new float[samples.count()];
    }

    @Override
    default List<Field> results() {
        return Stream.concat(
                        ReliefLayer.super.results().stream(),
                        Stream.of(
                                Field.inPlace(
                                        LAID,
                                        "laid down",
                                        "Metres of ground that came to rest here: fans, screes, flood plains",
                                        "m",
                                        site -> new double[] {0, Math.max(1e-3, changes(site)[1])},
                                        (site, samples) -> moved(site, samples, 1)),
                                Field.inPlace(
                                        WORN,
                                        "worn away",
                                        "Metres of ground that were taken away here",
                                        "m",
                                        site -> new double[] {0, Math.max(1e-3, -changes(site)[0])},
                                        (site, samples) -> moved(site, samples, -1))))
                .toList();
    }

    /** @param sign 1 for what came, −1 for what went */
    private float[] moved(Surroundings site, Samples samples, int sign) {
        float[] out = new float[samples.count()];
        site.relief(id()).ifPresent(state -> {
            float[] risen = risen(site, samples);
            for (int i = 0; i < out.length; i++) {
                double x = samples.x()[i];
                double z = samples.z()[i];
                double more = state.after().height(x, z) - state.below().height(x, z) - risen[i];
                out[i] = (float) Math.max(0, sign * more);
            }
        });
        return out;
    }
}
