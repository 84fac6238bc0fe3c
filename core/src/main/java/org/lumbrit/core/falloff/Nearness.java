package org.lumbrit.core.falloff;

import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.math.Wide;
import org.lumbrit.core.surface.Samples;

/** What every source that measures a distance makes of it: 1 − clamp01((distance − near)/(far − near)). */
sealed interface Nearness extends Source permits DistanceSource, PropDistanceSource, ShoreSource, PlantsNearSource {
    /** Metres up to which the value is 1. */
    double near();

    /** Metres from which on the value is 0. */
    double far();

    @Override
    default void evaluate(Scene scene, Samples samples, float[] distance, int from, int to, float[] out) {
        double near = near();
        double far = far();
        double[] values = Wide.from(distance, from, to, Chunks.scratch(0, to - from));
        for (int i = 0; i < to - from; i++) {
            values[i] = 1 - Smooth.ramp(near, far, values[i]);
        }
        Wide.to(values, out, from, to);
    }

    @Override
    default String reading(Scene scene, Samples samples, float[] distance, int index) {
        return Readings.away(distance[index]);
    }
}
