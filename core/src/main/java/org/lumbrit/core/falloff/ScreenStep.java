package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** 1 − (1 − v)(1 − w), as far as the amount says. */
@Kind(name = "screen", title = "Screen with", help = "High where either is high.")
public record ScreenStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(title = "with", refers = Refers.FALLOFF, onCard = false)
        String falloff,

        @Setting(title = "amount", min = 0, max = 1, byDefault = "1")
        double amount)
        implements CombiningStep {

    @Override
    public double of(double v, double w) {
        return 1 - (1 - v) * (1 - w);
    }
}
