package org.lumbrit.core.math;

import java.util.List;
import org.lumbrit.core.kinds.AsArray;
import org.lumbrit.core.kinds.Saying;

/** One point of a curve, from the value that goes in to the value that comes out. Written as [in, out]. */
@AsArray
public record CurvePoint(double in, double out) {
    /** Leaves every value as it is between 0 and 1. */
    public static final List<CurvePoint> STRAIGHT = List.of(new CurvePoint(0, 0), new CurvePoint(1, 1));

    private static final int MOST = 64;

    /**
     * Says what is wrong with points that must go from left to right.
     *
     * @param least what may come out; @param most likewise
     */
    public static void check(Saying wrong, List<CurvePoint> points, double least, double most) {
        if (points.isEmpty() || points.size() > MOST) {
            wrong.say("", "A curve has 1 to " + MOST + " points.");
        }
        for (int i = 0; i < points.size(); i++) {
            if (i > 0 && !(points.get(i).in() > points.get(i - 1).in())) {
                wrong.say(
                        "[" + i + "]",
                        points.get(i).in() == points.get(i - 1).in()
                                ? "Two points stand at one place; move one to the side or take it out."
                                : "Points go from left to right: each “in” is above the one before.");
            }
            if (!(points.get(i).out() >= least && points.get(i).out() <= most)) {
                wrong.say(
                        "[" + i + "]",
                        "“Out” lies between " + Decimal.write(least, 3) + " and " + Decimal.write(most, 3) + ".");
            }
        }
    }

    /** The monotone curve through points, at least one. */
    public static MonotoneCurve curve(List<CurvePoint> points) {
        return new MonotoneCurve(
                points.stream().mapToDouble(CurvePoint::in).toArray(),
                points.stream().mapToDouble(CurvePoint::out).toArray());
    }
}
