package org.lumbrit.formats.places;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Writes places as GeoJSON (RFC 7946), in the metres and axes that {@link GeoJsonPlaces} reads. */
public final class GeoJsonWriter {
    private GeoJsonWriter() {}

    public static byte[] write(List<Place> places) {
        return write(places, GeoReference.Middle.NOWHERE);
    }

    /** @param middle where the middle of the site lies on its map, metres */
    public static byte[] write(List<Place> places, GeoReference.Middle middle) {
        ObjectNode root = JsonNodeFactory.instance.objectNode().put("type", "FeatureCollection");
        ArrayNode features = root.putArray("features");
        for (Place place : places) {
            ObjectNode feature = features.addObject().put("type", "Feature");
            feature.putObject("properties").put("name", place.name());
            ObjectNode geometry = feature.putObject("geometry");
            if (place instanceof AreaPlace) {
                geometry.put("type", "Polygon");
                corners(geometry.putArray("coordinates").addArray(), round(place.corners()), middle);
            } else if (place.corners().size() == 1) {
                geometry.put("type", "Point");
                corner(geometry.putArray("coordinates"), place.corners().get(0), middle);
            } else {
                geometry.put("type", "LineString");
                List<Point3> line = new ArrayList<>(place.corners());
                if (place.closed()) {
                    line.add(line.get(0));
                }
                corners(geometry.putArray("coordinates"), line, middle);
            }
        }
        return RecipeJson.pretty(root);
    }

    /** Closed, and counter-clockwise seen from above with north up, as the standard wants outer rings. */
    private static List<Point3> round(List<Point3> corners) {
        double sum = 0;
        for (int i = 0; i < corners.size(); i++) {
            Point3 a = corners.get(i);
            Point3 b = corners.get((i + 1) % corners.size());
            sum += a.x() * -b.z() - b.x() * -a.z();
        }
        List<Point3> ring = new ArrayList<>(corners);
        if (sum < 0) {
            java.util.Collections.reverse(ring);
        }
        ring.add(ring.get(0));
        return ring;
    }

    private static void corners(ArrayNode to, List<Point3> corners, GeoReference.Middle middle) {
        corners.forEach(corner -> corner(to.addArray(), corner, middle));
    }

    private static void corner(ArrayNode to, Point3 corner, GeoReference.Middle middle) {
        to.add(middle.east() + corner.x())
                .add(middle.north() - corner.z() + 0.0)
                .add(corner.y());
    }
}
