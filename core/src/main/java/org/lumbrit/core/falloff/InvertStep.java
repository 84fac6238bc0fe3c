package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;

/** 1 − v. */
@Kind(name = "invert", title = "Invert", help = "Swaps high and low.")
public record InvertStep(@Apart String id, @Apart boolean skipped) implements Step {

    @Override
    public void apply(double[] values, double[] with, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = 1 - values[i];
        }
    }

    @Override
    public String title(Names names) {
        return "Invert";
    }
}
