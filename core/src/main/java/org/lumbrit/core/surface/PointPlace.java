package org.lumbrit.core.surface;

import java.util.List;
import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Point3;

@Kind(name = "point", title = "Point", help = "One spot, marked by a click or read from GeoJSON.")
public record PointPlace(
        @Apart String id,
        @Apart String name,

        @Setting(title = "At", unit = "m", help = "x, y, z in metres")
        Point3 at) implements Place {
    @Override
    public List<Point3> corners() {
        return List.of(at);
    }

    @Override
    public boolean closed() {
        return false;
    }

    @Override
    public Place renamed(String newName) {
        return new PointPlace(id, newName, at);
    }
}
