package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** v·w, as far as the amount says. */
@Kind(name = "multiply", title = "Multiply by", help = "Keeps only where both are high.")
public record MultiplyStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(title = "with", refers = Refers.FALLOFF, onCard = false)
        String falloff,

        @Setting(title = "amount", min = 0, max = 1, byDefault = "1")
        double amount)
        implements CombiningStep {

    @Override
    public boolean keepsZero() {
        return true;
    }

    @Override
    public double of(double v, double w) {
        return v * w;
    }
}
