package org.lumbrit.core.falloff;

import org.lumbrit.core.math.Smooth;
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
        for (int i = from; i < to; i++) {
            out[i] = (float) (1 - Smooth.ramp(near, far, distance[i]));
        }
    }

    @Override
    default String reading(Scene scene, Samples samples, float[] distance, int index) {
        return Readings.away(distance[index]);
    }
}
