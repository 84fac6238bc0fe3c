package org.lumbrit.core.falloff;

import java.util.List;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.MonotoneCurve;

/** A monotone cubic through points (Fritsch and Carlson 1980); it holds its ends and never overshoots. */
@Kind(name = "curve", version = 2, title = "Curve", help = "Redraws the value by a curve through points.")
public record CurveStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(title = "curve", byDefault = "[[0,0],[1,1]]")
        List<CurvePoint> points)
        implements Step {

    public CurveStep {
        points = List.copyOf(points);
    }

    @Override
    public void check(Saying wrong) {
        CurvePoint.check(wrong.below("points"), points, -10, 10);
    }

    @Override
    public void apply(double[] values, double[] with, int count) {
        MonotoneCurve curve = CurvePoint.curve(points);
        for (int i = 0; i < count; i++) {
            values[i] = curve.at(values[i]);
        }
    }

    @Override
    public String title(Names names) {
        return "Curve";
    }
}
