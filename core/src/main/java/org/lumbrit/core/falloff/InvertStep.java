package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;

/** 1 − v. */
@Kind(name = "invert", title = "Invert", help = "Swaps high and low.")
public record InvertStep(@Apart String id, @Apart boolean skipped) implements Step {

    @Override
    public void apply(float[] in, float[] with, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            out[i] = 1 - in[i];
        }
    }

    @Override
    public String title(Names names) {
        return "Invert";
    }
}
