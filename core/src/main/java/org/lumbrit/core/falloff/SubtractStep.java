package org.lumbrit.core.falloff;

import java.util.Optional;
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
        implements Step {

    @Override
    public Optional<String> other() {
        return Optional.of(falloff);
    }

    @Override
    public void apply(float[] in, float[] with, int from, int to, float[] out) {
        Step.combine(amount, in, with, from, to, out, (v, w) -> v - w);
    }

    @Override
    public String title(Names names) {
        return "Subtract " + Step.named(names, falloff);
    }
}
