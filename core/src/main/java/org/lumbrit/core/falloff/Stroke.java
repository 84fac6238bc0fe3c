package org.lumbrit.core.falloff;

import java.util.List;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;

/** One pull of the brush: a polyline over the ground. */
public record Stroke(
        @Setting(title = "points", unit = "m") List<Point3> points,

        @Setting(title = "radius", unit = "m", min = 0.001, max = 10000, byDefault = "2")
        double radius,

        @Setting(title = "strength", min = 0, max = 1, byDefault = "1")
        double strength,

        @Setting(title = "softness", min = 0, max = 1, byDefault = "0.5")
        double softness,

        @Setting(title = "mode", byDefault = "add") Mode mode) {

    /** Whether the stroke raises or lowers the value. */
    public enum Mode {
        ADD,
        REMOVE
    }

    public Stroke {
        points = List.copyOf(points);
    }
}
