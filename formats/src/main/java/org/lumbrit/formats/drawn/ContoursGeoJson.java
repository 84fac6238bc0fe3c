package org.lumbrit.formats.drawn;

import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.ContourLines;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Contours as GeoJSON (RFC 7946) in the metres and axes of the places' own files: x to the east, −z to the north, and the height as the
 * third number and as {@code height}. Closed ones end where they begin.
 */
public final class ContoursGeoJson {
    private ContoursGeoJson() {}

    /** @param ground as it is drawn; @param middle where the middle of the site lies on its map, metres */
    public static byte[] write(Ground ground, DrawnLayer look, GeoReference.Middle middle) {
        ObjectNode root = JsonNodeFactory.instance.objectNode().put("type", "FeatureCollection");
        ArrayNode features = root.putArray("features");
        double step = look.step(ground.highest() - ground.lowest());
        for (double level : Draw.levels(ground, look)) {
            for (ContourLines.Line line : ContourLines.lines(ground, level)) {
                ObjectNode feature = features.addObject().put("type", "Feature");
                feature.putObject("properties")
                        .put("height", level)
                        .put("heavier", Draw.heavy(level, step, look))
                        .put("closed", line.closed());
                ArrayNode corners =
                        feature.putObject("geometry").put("type", "LineString").putArray("coordinates");
                for (Point3 point : line.points()) {
                    corner(corners, point, level, middle);
                }
                if (line.closed()) {
                    corner(corners, line.points().get(0), level, middle);
                }
            }
        }
        return RecipeJson.pretty(root);
    }

    private static void corner(ArrayNode corners, Point3 point, double level, GeoReference.Middle middle) {
        corners.addArray()
                .add(middle.east() + point.x())
                .add(middle.north() - point.z())
                .add(level);
    }
}
