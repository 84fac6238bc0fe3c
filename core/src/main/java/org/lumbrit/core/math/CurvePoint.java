package org.lumbrit.core.math;

import java.util.List;
import org.lumbrit.core.kinds.AsArray;

/** One point of a curve, from the value that goes in to the value that comes out. Written as [in, out]. */
@AsArray
public record CurvePoint(double in, double out) {
    /** Leaves every value as it is between 0 and 1. */
    public static final List<CurvePoint> STRAIGHT = List.of(new CurvePoint(0, 0), new CurvePoint(1, 1));

    public static MonotoneCurve curve(List<CurvePoint> points) {
        return new MonotoneCurve(
                points.stream().mapToDouble(CurvePoint::in).toArray(),
                points.stream().mapToDouble(CurvePoint::out).toArray());
    }
}
