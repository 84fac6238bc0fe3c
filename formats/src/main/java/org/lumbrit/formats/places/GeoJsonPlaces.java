package org.lumbrit.formats.places;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.LineString;
import org.locationtech.jts.geom.Point;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.io.ParseException;
import org.locationtech.jts.io.geojson.GeoJsonReader;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.json.RecipeJson;
import tools.jackson.databind.JsonNode;

/**
 * Points, lines and outlines of a GeoJSON file as places. Coordinates are metres from the middle of the site, or of the map that it lies on: the first to
 * the east, the second to the north (so z is its negative), the third up; without a third the place lies on the ground. A
 * feature's {@code name} property becomes the place's name.
 */
public final class GeoJsonPlaces {
    private static final int MOST_PLACES = 500;
    private static final int MOST_CORNERS = 100_000;

    private GeoJsonPlaces() {}

    /** @throws BadInputException where it is no GeoJSON, holds nothing usable, or lies far outside the ground */
    public static List<Place> read(byte[] bytes, String fileName, Ground ground) {
        return read(bytes, fileName, ground, GeoReference.Middle.NOWHERE);
    }

    /** The same in the metres of a map. @param middle where the middle of the site lies on it */
    public static List<Place> read(byte[] bytes, String fileName, Ground ground, GeoReference.Middle middle) {
        JsonNode root;
        try {
            root = RecipeJson.tree(bytes);
        } catch (BadInputException e) {
            throw new BadInputException(fileName + " is no valid GeoJSON: it cannot be read as JSON.", e);
        }
        String plainName = fileName.replaceAll("\\.[^.]*$", "");
        List<Place> places = new ArrayList<>();
        try {
            collect(root, plainName, new Site(ground, middle), places);
        } catch (ParseException | RuntimeException e) {
            if (e instanceof BadInputException known) {
                throw known;
            }
            throw new BadInputException(
                    fileName + " is no valid GeoJSON; points, lines and polygons in metres can be read.", e);
        }
        if (places.isEmpty()) {
            throw new BadInputException(fileName + " holds no point, line or polygon.");
        }
        return places;
    }

    private static void collect(JsonNode node, String name, Site site, List<Place> places) throws ParseException {
        String type = node.path("type").asString("");
        if (type.equals("FeatureCollection")) {
            for (JsonNode feature : node.path("features")) {
                collect(feature, name, site, places);
            }
        } else if (type.equals("Feature")) {
            String own = node.path("properties").path("name").asString(name);
            if (!node.path("geometry").isNull()) {
                collect(node.path("geometry"), own.isBlank() ? name : own.strip(), site, places);
            }
        } else {
            addAll(new GeoJsonReader().read(node.toString()), name, site, places);
        }
    }

    private static void addAll(Geometry geometry, String name, Site site, List<Place> places) {
        for (int i = 0; i < geometry.getNumGeometries(); i++) {
            Geometry part = geometry.getGeometryN(i);
            if (places.size() >= MOST_PLACES || part.getNumPoints() > MOST_CORNERS) {
                throw new BadInputException("The GeoJSON holds more than " + MOST_PLACES
                        + " places or a line of more than " + MOST_CORNERS + " corners.");
            }
            String id = "p" + (places.size() + 1);
            String itsName = Naming.free(name, places);
            if (part instanceof Point point && !point.isEmpty()) {
                places.add(new PointPlace(id, itsName, corner(point.getCoordinate(), site)));
            } else if (part instanceof Polygon polygon) {
                places.add(area(id, itsName, polygon, site));
            } else if (part instanceof LineString line && line.getNumPoints() > 1) {
                places.add(path(id, itsName, line, site));
            }
        }
    }

    private static AreaPlace area(String id, String name, Polygon polygon, Site site) {
        if (polygon.getNumInteriorRing() > 0) {
            throw new BadInputException(
                    "“" + name
                            + "” is an area with a hole, which cannot be read; draw the hole as an area of its own and subtract it.");
        }
        return new AreaPlace(
                id, name, path(id, name, polygon.getExteriorRing(), site).points());
    }

    private static PathPlace path(String id, String name, LineString line, Site site) {
        List<Point3> corners = new ArrayList<>(Arrays.stream(line.getCoordinates())
                .map(coordinate -> corner(coordinate, site))
                .toList());
        boolean closed = line.isClosed() && corners.size() > 3;
        if (closed) {
            corners.remove(corners.size() - 1);
        }
        return new PathPlace(id, name, corners, closed);
    }

    private record Site(Ground ground, GeoReference.Middle middle) {}

    private static Point3 corner(Coordinate at, Site site) {
        Ground ground = site.ground;
        double x = at.getX() - site.middle.east();
        double z = site.middle.north() - at.getY() + 0.0;
        if (Math.abs(x) > 10 * ground.width() || Math.abs(z) > 10 * ground.depth()) {
            boolean mapped = !site.middle.equals(GeoReference.Middle.NOWHERE);
            throw new BadInputException("The GeoJSON lies far outside the ground (" + at.getX() + ", " + at.getY()
                    + "). Coordinates are metres "
                    + (mapped
                            ? "on the map of the site, whose middle lies at " + site.middle.east() + ", "
                                    + site.middle.north()
                            : "from the middle of the site")
                    + ", not degrees.");
        }
        double y = Double.isNaN(at.getZ()) ? ground.height(x, z) : at.getZ();
        return new Point3(rounded(x), rounded(y), rounded(z));
    }

    /** To a tenth of a millimetre, so that a recipe stays readable. */
    private static double rounded(double metres) {
        return Math.rint(metres * 1e4) / 1e4 + 0.0;
    }
}
