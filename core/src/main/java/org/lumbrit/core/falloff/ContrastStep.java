package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Powers;

/** sign(v)·|v|ᵏ. */
@Kind(name = "contrast", title = "Contrast", help = "Raises the value to a power: above 1 thins it, below 1 fills it.")
public record ContrastStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(
                title = "power",
                min = 0.1,
                max = 16,
                slider = {0.1, 6},
                byDefault = "2")
        double power)
        implements Step {

    @Override
    public void apply(double[] values, double[] with, int count) {
        for (int i = 0; i < count; i++) {
            double v = values[i];
            values[i] = v < 0 ? -Powers.pow(-v, power) : Powers.pow(v, power);
        }
    }

    @Override
    public String title(Names names) {
        return "Contrast";
    }
}
