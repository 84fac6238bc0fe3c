package org.lumbrit.formats.places;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.formats.BadInputException;

/**
 * Places as SVG: one unit is one metre, x to the east, y to the south, the origin in the middle of the site. Paths, polygons,
 * lines and circles are read; closed ones become areas, the others paths, circles without a radius worth the name points.
 */
public final class SvgPlaces {
    private static final int MOST_BYTES = 16 << 20;
    private static final int MOST_PLACES = 500;
    private static final int DEEPEST = 200;

    private SvgPlaces() {}

    /** Read to the end. @throws BadInputException where it is no SVG, or holds nothing that can be a place */
    public static List<Place> read(byte[] bytes, String fileName, Ground ground) {
        return read(bytes, fileName, ground, Cancel.NEVER);
    }

    /** The same, unless nobody waits for it any more. One pass through the file, however deep its groups. */
    public static List<Place> read(byte[] bytes, String fileName, Ground ground, Cancel cancel) {
        if (bytes.length > MOST_BYTES) {
            throw new BadInputException(fileName + " is larger than " + (MOST_BYTES >> 20) + " MB.");
        }
        List<Place> places = new ArrayList<>();
        try {
            XMLStreamReader in = plain().createXMLStreamReader(new ByteArrayInputStream(bytes));
            while (in.next() != XMLStreamConstants.START_ELEMENT) {
                // over the document type, comments and white space
            }
            if (!in.getLocalName().equals("svg")) {
                throw new BadInputException(fileName + " is no SVG file.");
            }
            int depth = 1;
            while (in.hasNext()) {
                int event = in.next();
                if (event == XMLStreamConstants.END_ELEMENT) {
                    depth--;
                } else if (event == XMLStreamConstants.START_ELEMENT) {
                    cancel.check();
                    String data = data(in);
                    if (data.isEmpty()) {
                        depth++;
                    } else {
                        String id = attribute(in, "id").strip();
                        add(places, new SvgPath(data, fileName).pieces(), named(titleWithin(in), id, fileName), ground);
                    }
                    requireSensible(depth, places.size(), fileName);
                }
            }
        } catch (XMLStreamException e) {
            throw new BadInputException(fileName + " is no sound SVG file; it cannot be read as XML.", e);
        }
        if (places.isEmpty()) {
            throw new BadInputException(fileName + " holds no path, polygon or line.");
        }
        return places;
    }

    private static void requireSensible(int depth, int places, String fileName) {
        if (depth > DEEPEST) {
            throw new BadInputException(fileName + " has groups in groups, more than " + DEEPEST
                    + " deep; ungroup them and save it again.");
        }
        if (places > MOST_PLACES) {
            throw new BadInputException(fileName + " holds more than " + MOST_PLACES + " places.");
        }
    }

    /** Of no document type and with nothing fetched from elsewhere. */
    private static XMLInputFactory plain() {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        return factory;
    }

    /** What the element draws, as path data; "" where it draws nothing that can be a place. */
    private static String data(XMLStreamReader in) {
        String data = switch (in.getLocalName()) {
            case "path" -> attribute(in, "d");
            case "polygon" -> "M" + attribute(in, "points") + "z";
            case "polyline" -> "M" + attribute(in, "points");
            case "line" ->
                "M" + attribute(in, "x1") + " " + attribute(in, "y1") + "L" + attribute(in, "x2") + " "
                        + attribute(in, "y2");
            case "circle" -> "M" + attribute(in, "cx") + " " + attribute(in, "cy");
            default -> "";
        };
        return data.isBlank() || data.equals("M") || data.equals("Mz") ? "" : data;
    }

    private static String attribute(XMLStreamReader in, String name) {
        String value = in.getAttributeValue(null, name);
        return value == null ? "" : value;
    }

    /** The first title within the element that has just begun; goes to the element's end. */
    private static String titleWithin(XMLStreamReader in) throws XMLStreamException {
        StringBuilder title = new StringBuilder();
        int titleAt = 0;
        boolean known = false;
        for (int depth = 1; depth > 0; ) {
            switch (in.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    depth++;
                    if (!known && titleAt == 0 && in.getLocalName().equals("title")) {
                        titleAt = depth;
                    }
                }
                case XMLStreamConstants.END_ELEMENT -> {
                    known |= depth == titleAt;
                    titleAt = depth == titleAt ? 0 : titleAt;
                    depth--;
                }
                case XMLStreamConstants.CHARACTERS -> {
                    if (titleAt > 0) {
                        title.append(in.getText());
                    }
                }
                default -> {}
            }
        }
        return title.toString().strip();
    }

    private static String named(String title, String id, String fileName) {
        String name = !title.isEmpty() ? title : !id.isEmpty() ? id : fileName.replaceAll("\\.[^.]*$", "");
        return name.length() > 70 ? name.substring(0, 70) : name;
    }

    private static void add(List<Place> places, List<SvgPath.Piece> pieces, String name, Ground ground) {
        for (SvgPath.Piece piece : pieces) {
            String id = "p" + (places.size() + 1);
            String free = Naming.free(name, places);
            List<Point3> corners = new ArrayList<>();
            for (double[] corner : piece.corners()) {
                corners.add(new Point3(corner[0], ground.height(corner[0], corner[1]), corner[1]));
            }
            if (piece.closed() && corners.size() > 2) {
                places.add(new AreaPlace(id, free, corners));
            } else if (corners.size() > 1) {
                places.add(new PathPlace(id, free, corners, false));
            } else {
                places.add(new PointPlace(id, free, corners.get(0)));
            }
        }
    }

    public static byte[] write(List<Place> places, Ground ground) {
        StringBuilder text = new StringBuilder();
        text.append("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"")
                .append(Decimal.write(-ground.width() / 2, 6))
                .append(' ')
                .append(Decimal.write(-ground.depth() / 2, 6))
                .append(' ')
                .append(Decimal.write(ground.width(), 6))
                .append(' ')
                .append(Decimal.write(ground.depth(), 6))
                .append("\" fill=\"none\" stroke=\"#24302c\" stroke-width=\"0.5\">\n");
        for (Place place : places) {
            String title =
                    place.name().replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
            if (place.corners().size() == 1) {
                Point3 at = place.corners().get(0);
                text.append("  <circle cx=\"").append(at.x()).append("\" cy=\"").append(at.z());
                text.append("\" r=\"0.5\"><title>").append(title).append("</title></circle>\n");
                continue;
            }
            text.append("  <path d=\"");
            for (int i = 0; i < place.corners().size(); i++) {
                Point3 at = place.corners().get(i);
                text.append(i == 0 ? "M" : " L").append(at.x()).append(' ').append(at.z());
            }
            text.append(place.closed() ? " Z" : "")
                    .append("\"><title>")
                    .append(title)
                    .append("</title></path>\n");
        }
        return text.append("</svg>\n").toString().getBytes(StandardCharsets.UTF_8);
    }
}
