package org.lumbrit.core.falloff;

import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;
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

    /** How the value goes from one key to the next. */
    public enum Easing {
        LINEAR {
            @Override
            double at(double t) {
                return t;
            }
        },
        /** Slow at both ends: 3t² − 2t³. */
        SMOOTH {
            @Override
            double at(double t) {
                return t * t * (3 - 2 * t);
            }
        },
        /** Slow at the start: t². */
        EASE_IN {
            @Override
            double at(double t) {
                return t * t;
            }
        },
        /** Slow at the end: 1 − (1 − t)². */
        EASE_OUT {
            @Override
            double at(double t) {
                return 1 - (1 - t) * (1 - t);
            }
        },
        /** Stays until the next key. */
        HOLD {
            @Override
            double at(double t) {
                return 0;
            }
        };

        abstract double at(double t);
    }

    public ClockSource {
        keys = List.copyOf(keys);
    }

    @Override
    public boolean readsTime() {
        return true;
    }

    /** The value at a time in seconds. */
    public double at(double time) {
        int next = 0;
        while (next < keys.size() && keys.get(next).in() <= time) {
            next++;
        }
        if (next == 0) {
            return keys.get(0).out();
        }
        CurvePoint before = keys.get(next - 1);
        if (next == keys.size()) {
            return before.out();
        }
        CurvePoint after = keys.get(next);
        double share = (time - before.in()) / (after.in() - before.in());
        return before.out() + (after.out() - before.out()) * easing.at(share);
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
