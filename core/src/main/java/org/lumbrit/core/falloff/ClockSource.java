package org.lumbrit.core.falloff;

import java.util.List;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Keyed;
import org.lumbrit.core.surface.Samples;

/** A value keyed over time, the same everywhere: linear between its keys unless asked, held before the first and after the last. */
@Kind(name = "clock", title = "Clock", help = "A value that changes with time, by keys.")
public record ClockSource(
        @Setting(
                title = "keys",
                unit = "s",
                byDefault = "[[0,0],[8,1]]",
                help = "From seconds to the value then, in order of time")
        List<CurvePoint> keys,

        @Setting(title = "between keys", byDefault = "linear", onCard = false)
        Easing easing)
        implements Source {

    public ClockSource {
        keys = List.copyOf(keys);
    }

    @Override
    public Set<Surrounding> reads() {
        return Set.of(Surrounding.TIME);
    }

    @Override
    public void check(Saying wrong) {
        CurvePoint.check(wrong.below("keys"), keys, -1e6, 1e6);
    }

    /** The value at a time in seconds. */
    public double at(double time) {
        return Keyed.value(keys, easing, false, time);
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        java.util.Arrays.fill(out, from, to, (float) at(scene.time()));
    }

    @Override
    public String title(Names names) {
        return "Clock";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return "at " + Decimal.write(scene.time(), 2) + " s";
    }
}
