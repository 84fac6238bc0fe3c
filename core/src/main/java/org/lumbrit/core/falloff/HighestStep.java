package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** max(v, w), as far as the amount says. */
@Kind(name = "highest", title = "Highest of", help = "Takes the higher of the two at every place.")
public record HighestStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(title = "with", refers = Refers.FALLOFF, onCard = false)
        String falloff,

        @Setting(title = "amount", min = 0, max = 1, byDefault = "1")
        double amount)
        implements CombiningStep {

    @Override
    public double of(double v, double w) {
        return Math.max(v, w);
    }
}
