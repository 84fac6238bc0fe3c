package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;

/** n flat levels: (⌊vn⌋ + smoothstep(½ − s/2, ½ + s/2, frac(vn)))/n for the softness s. */
@Kind(name = "terrace", title = "Terrace", help = "Cuts the value into level steps with soft risers.")
public record TerraceStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(
                title = "levels",
                min = 1,
                max = 1000,
                slider = {2, 20},
                byDefault = "4")
        int levels,

        @Setting(title = "softness", min = 0, max = 1, byDefault = "0.3")
        double softness)
        implements Step {

    @Override
    public void apply(double[] values, double[] with, int count) {
        for (int i = 0; i < count; i++) {
            double scaled = values[i] * levels;
            double floor = Math.floor(scaled);
            double riser = Smooth.smoothstep(0.5 - softness / 2, 0.5 + softness / 2, scaled - floor);
            values[i] = (floor + riser) / levels;
        }
    }

    @Override
    public String title(Names names) {
        return "Terrace";
    }
}
