package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;

/** v·scale + offset, not clamped. */
@Kind(name = "scale", title = "Scale and offset", help = "Multiplies by a number, then adds one.")
public record ScaleStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(
                title = "scale",
                min = -100,
                max = 100,
                slider = {-2, 4},
                byDefault = "1")
        double scale,

        @Setting(
                title = "offset",
                min = -100,
                max = 100,
                slider = {-1, 1},
                byDefault = "0")
        double offset)
        implements Step {

    @Override
    public void apply(double[] values, double[] with, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = values[i] * scale + offset;
        }
    }

    @Override
    public String title(Names names) {
        return "Scale and offset";
    }
}
