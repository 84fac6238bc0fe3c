package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Smooth;

/** Values below low become low, values above high become high. */
@Kind(name = "clamp", title = "Clamp", help = "Cuts off what lies below or above.")
public record ClampStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(
                title = "lowest",
                min = -10,
                max = 10,
                slider = {0, 1},
                byDefault = "0")
        double low,

        @Setting(
                title = "highest",
                min = -10,
                max = 10,
                slider = {0, 1},
                byDefault = "1")
        double high)
        implements Step {

    @Override
    public void apply(double[] values, double[] with, int count) {
        double least = low + 0.0;
        double most = high + 0.0;
        for (int i = 0; i < count; i++) {
            values[i] = Smooth.clamp(least, most, values[i]);
        }
    }

    @Override
    public String title(Names names) {
        return "Clamp";
    }
}
