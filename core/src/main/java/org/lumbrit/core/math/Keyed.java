package org.lumbrit.core.math;

import java.util.ArrayList;
import java.util.List;

/** Numbers keyed over time: linear between their keys unless asked, held before the first and after the last. */
public final class Keyed {
    private Keyed() {}

    /**
     * The number at a time.
     *
     * @param keys seconds to number, in order of time, at least one
     * @param round whether it is an angle in degrees that goes the shorter way round
     */
    public static double value(List<CurvePoint> keys, Easing easing, boolean round, double time) {
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
        double way = after.out() - before.out();
        double share = easing.at((time - before.in()) / (after.in() - before.in()));
        return before.out() + (round ? shortest(way) : way) * share;
    }

    /** An angle in degrees as −180 … 180. */
    public static double shortest(double degrees) {
        double turned = degrees % 360;
        return turned > 180 ? turned - 360 : turned < -180 ? turned + 360 : turned;
    }

    /** The same keys with those after the loop's end left out, and one at its end that has the value of its start. */
    public static List<CurvePoint> closed(List<CurvePoint> keys, double start, double seconds, double value) {
        double end = start + seconds;
        List<CurvePoint> closed = new ArrayList<>();
        keys.stream().filter(key -> key.in() < end - 1e-9).forEach(closed::add);
        closed.add(new CurvePoint(end, value));
        return closed;
    }
}
