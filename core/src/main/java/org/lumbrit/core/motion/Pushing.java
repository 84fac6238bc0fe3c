package org.lumbrit.core.motion;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.WrappedNoise;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.surface.Samples;

/** How far each vertex of a prop is pushed along its normal: strength · mask · clamp(noise), noise travelling downwind. */
public final class Pushing {
    private final PushLayer layer;
    private final Frames frames;
    private final double speed;
    private final double[] downwind;

    public Pushing(PushLayer layer, WindLayer wind, Frames frames) {
        this.layer = layer;
        this.frames = frames;
        this.speed = wind.gustSpeed() * layer.travel();
        this.downwind = Travel.direction(wind.heading());
    }

    /**
     * The waves at places and a time, clamped: within ±limit, or 0…limit where it is one-sided.
     *
     * @param places in the site, metres
     */
    public float[] waves(Samples places, double time, Cancel cancel) {
        float[] waves = new float[places.count()];
        Chunks.run(waves.length, cancel, (from, to) -> {
            int n = to - from;
            double[] x = new double[n];
            double[] y = new double[n];
            double[] z = new double[n];
            double[] sum = new double[n];
            double whole = 0;
            double weight = 1;
            for (int octave = 0; octave < layer.octaves(); octave++) {
                double size = layer.featureSize() / (1 << octave);
                for (int i = 0; i < n; i++) {
                    double px = places.x()[from + i];
                    double pz = places.z()[from + i];
                    x[i] = (px * downwind[0] + pz * downwind[1] - speed * time) / size;
                    y[i] = places.y()[from + i] / size;
                    z[i] = (pz * downwind[0] - px * downwind[1]) / size;
                }
                int period = Travel.period(speed, frames.loop(), size);
                if (period > 0) {
                    WrappedNoise.add(layer.seed() + octave, period, x, y, z, n, weight, sum);
                } else {
                    GradientNoise.add(layer.seed() + octave, x, y, z, n, weight, sum);
                }
                whole += weight;
                weight /= 2;
            }
            double least = layer.sides() == PushLayer.Sides.TWO ? -layer.limit() : 0;
            for (int i = 0; i < n; i++) {
                waves[from + i] = (float) Math.max(least, Math.min(layer.limit(), sum[i] / whole));
            }
        });
        return waves;
    }
}
