package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;

/** (v − low)/(high − low), not clamped; a step where low = high. */
@Kind(name = "window", title = "Window", help = "Stretches the part between two values to 0..1.")
public record WindowStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(
                title = "from",
                min = -10,
                max = 10,
                slider = {0, 1},
                byDefault = "0")
        double low,

        @Setting(
                title = "to",
                min = -10,
                max = 10,
                slider = {0, 1},
                byDefault = "1")
        double high)
        implements Step {

    @Override
    public void apply(double[] values, double[] with, int count) {
        if (low == high) {
            for (int i = 0; i < count; i++) {
                values[i] = values[i] >= low ? 1 : 0;
            }
            return;
        }
        double start = low;
        double width = high - low;
        for (int i = 0; i < count; i++) {
            values[i] = (values[i] - start) / width;
        }
    }

    @Override
    public String title(Names names) {
        return "Window";
    }
}
