package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Samples;

/** clamp01((y − low)/(high − low)); where low = high it is a step. High below low runs backwards. */
@Kind(name = "height", title = "Height", help = "Rises from 0 at the low level to 1 at the high level.")
public record HeightSource(
        @Setting(
                title = "low",
                unit = "m",
                min = -9000,
                max = 9000,
                slider = {-20, 80},
                byDefault = "0")
        double low,

        @Setting(
                title = "high",
                unit = "m",
                min = -9000,
                max = 9000,
                slider = {-20, 80},
                byDefault = "10")
        double high)
        implements Source {

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            out[i] = (float) Smooth.ramp(low, high, samples.y()[i]);
        }
    }

    @Override
    public String title(Names names) {
        return "Height";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "at " + Readings.metres(samples.y()[index]);
    }
}
