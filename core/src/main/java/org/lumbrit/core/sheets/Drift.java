package org.lumbrit.core.sheets;

import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;

/**
 * The pattern of a sheet: noise drawn out along it, three octaves, 0..1, that goes along it at a constant speed. With a loop two passes of
 * the same pattern fade into each other, the second a whole loop later, so that it comes back exactly and never slows.
 *
 * @param seed of the sheet; @param size metres from patch to patch along it; @param drawn so many times as long as high
 * @param speed m/s along it; @param loop seconds, 0 where it need not come back
 */
public record Drift(int seed, double size, double drawn, double speed, double loop) {
    private static final int OCTAVES = 3;

    /** How much of it there is. @param along metres; @param high metres above its foot; @param time seconds */
    public double at(double along, double high, double time) {
        if (loop <= 0) {
            return clamped(0.5 + noise(along - speed * time, high));
        }
        double u = time / loop - Math.floor(time / loop);
        double now = u * loop;
        double a = noise(along - speed * now, high);
        double b = noise(along - speed * (now - loop), high);
        return clamped(0.5 + ((1 - u) * a + u * b) / Math.sqrt((1 - u) * (1 - u) + u * u));
    }

    private static double clamped(double value) {
        return Math.max(0, Math.min(1, value));
    }

    /** About −0.5 to 0.5. */
    public double noise(double along, double high) {
        double[] x = new double[1];
        double[] y = new double[1];
        double[] z = {37.3 * Hash.unit(Hash.of(seed, 9))};
        double[] sum = new double[1];
        double weight = 0.62;
        double scale = 1 / size;
        for (int octave = 0; octave < OCTAVES; octave++) {
            x[0] = along * scale;
            y[0] = high * scale * drawn;
            GradientNoise.add(seed + octave, x, y, z, 1, weight, sum);
            weight *= 0.5;
            scale *= 2;
        }
        return sum[0] / GradientNoise.GREATEST;
    }
}
