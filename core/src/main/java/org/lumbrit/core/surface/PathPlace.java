package org.lumbrit.core.surface;

import java.util.List;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;

@Kind(name = "path", title = "Path", help = "A line of straight pieces, drawn on the ground or read from GeoJSON.")
public record PathPlace(
        @Apart String id,
        @Apart String name,

        @Setting(title = "Points", unit = "m", help = "Corners as x, y, z in metres, at least two")
        List<Point3> points,

        @Setting(title = "Closed", help = "The last corner is joined to the first", byDefault = "false")
        boolean closed)
        implements Place {
    public PathPlace {
        points = List.copyOf(points);
    }

    @Override
    public void check(Saying wrong) {
        if (points.size() < 2) {
            wrong.say("points", "A path needs at least two points.");
        }
    }

    @Override
    public List<Point3> corners() {
        return points;
    }

    @Override
    public Place renamed(String newName) {
        return new PathPlace(id, newName, points, closed);
    }
}
