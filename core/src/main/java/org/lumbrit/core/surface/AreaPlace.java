package org.lumbrit.core.surface;

import java.util.List;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;

@Kind(
        name = "area",
        title = "Area",
        help = "A piece of ground within a closed line, drawn on the ground or read from GeoJSON.")
public record AreaPlace(
        @Apart String id,
        @Apart String name,

        @Setting(title = "Points", unit = "m", help = "Corners as x, y, z in metres, at least three")
        List<Point3> points)
        implements Place {
    public AreaPlace {
        points = List.copyOf(points);
    }

    @Override
    public void check(Saying wrong) {
        if (points.size() < 3) {
            wrong.say("points", "An area needs at least three points.");
            return;
        }
        SelfCrossing.of(points)
                .ifPresent(p -> wrong.say(
                        "points",
                        "The edge of “" + name + "” crosses itself near x " + Decimal.write(p.x(), 2) + " m, z "
                                + Decimal.write(p.z(), 2)
                                + " m, so inside and outside are not clear. Move a corner there."));
    }

    @Override
    public List<Point3> corners() {
        return points;
    }

    @Override
    public boolean closed() {
        return true;
    }

    /** Whether a place seen in plan lies within, by the number of edges that a ray to the east crosses. */
    public boolean contains(double x, double z) {
        boolean inside = false;
        Point3 before = points.get(points.size() - 1);
        for (Point3 corner : points) {
            if (corner.z() > z != before.z() > z
                    && x < (before.x() - corner.x()) * (z - corner.z()) / (before.z() - corner.z()) + corner.x()) {
                inside = !inside;
            }
            before = corner;
        }
        return inside;
    }

    @Override
    public Place renamed(String newName) {
        return new AreaPlace(id, newName, points);
    }
}
