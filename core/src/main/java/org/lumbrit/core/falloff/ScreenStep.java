package org.lumbrit.core.falloff;

import java.util.Optional;
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
        implements Step {

    @Override
    public Optional<String> other() {
        return Optional.of(falloff);
    }

    @Override
    public void apply(float[] in, float[] with, int from, int to, float[] out) {
        Step.combine(amount, in, with, from, to, out, (v, w) -> 1 - (1 - v) * (1 - w));
    }

    @Override
    public String title(Names names) {
        return "Screen with " + Step.named(names, falloff);
    }
}
