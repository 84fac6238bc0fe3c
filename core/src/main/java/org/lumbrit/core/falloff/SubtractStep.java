package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** v − w, as far as the amount says; not clamped. */
@Kind(name = "subtract", title = "Subtract", help = "Takes another falloff away.")
public record SubtractStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(title = "with", refers = Refers.FALLOFF, onCard = false)
        String falloff,

        @Setting(title = "amount", min = 0, max = 1, byDefault = "1")
        double amount)
        implements CombiningStep {

    @Override
    public double of(double v, double w) {
        return v - w;
    }
}
