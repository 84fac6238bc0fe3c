package org.lumbrit.formats.places;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.formats.BadInputException;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;

/**
 * Places as SVG: one unit is one metre, x to the east, y to the south, the origin in the middle of the site. Paths, polygons,
 * lines and circles are read; closed ones become areas, the others paths, circles without a radius worth the name points.
 */
public final class SvgPlaces {
    private static final int MOST_BYTES = 16 << 20;
    private static final int MOST_PLACES = 500;

    private SvgPlaces() {}

    /** @throws BadInputException where it is no SVG, or holds nothing that can be a place */
    public static List<Place> read(byte[] bytes, String fileName, Ground ground) {
        if (bytes.length > MOST_BYTES) {
            throw new BadInputException(fileName + " is larger than " + (MOST_BYTES >> 20) + " MB.");
        }
        Element root = parse(bytes, fileName);
        List<Place> places = new ArrayList<>();
        NodeList all = root.getElementsByTagName("*");
        for (int i = 0; i < all.getLength(); i++) {
            Element element = (Element) all.item(i);
            String data = switch (element.getTagName().replaceAll("^.*:", "")) {
                case "path" -> element.getAttribute("d");
                case "polygon" -> "M" + element.getAttribute("points") + "z";
                case "polyline" -> "M" + element.getAttribute("points");
                case "line" ->
                    "M" + element.getAttribute("x1") + " " + element.getAttribute("y1") + "L"
                            + element.getAttribute("x2") + " " + element.getAttribute("y2");
                case "circle" -> "M" + element.getAttribute("cx") + " " + element.getAttribute("cy");
                default -> "";
            };
            if (!data.isBlank() && !data.equals("M") && !data.equals("Mz")) {
                add(places, new SvgPath(data, fileName).pieces(), nameOf(element, fileName), ground);
            }
            if (places.size() > MOST_PLACES) {
                throw new BadInputException(fileName + " holds more than " + MOST_PLACES + " places.");
            }
        }
        if (places.isEmpty()) {
            throw new BadInputException(fileName + " holds no path, polygon or line.");
        }
        return places;
    }

    private static Element parse(byte[] bytes, String fileName) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
            factory.setFeature("http://xml.org/sax/features/external-general-entities", false);
            factory.setFeature("http://xml.org/sax/features/external-parameter-entities", false);
            factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_DTD, "");
            factory.setExpandEntityReferences(false);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(null);
            Element root = builder.parse(new ByteArrayInputStream(bytes)).getDocumentElement();
            if (root.getTagName().replaceAll("^.*:", "").equals("svg")) {
                return root;
            }
            throw new BadInputException(fileName + " is no SVG file.");
        } catch (SAXException | IOException e) {
            throw new BadInputException(fileName + " is no sound SVG file; it cannot be read as XML.", e);
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("every Java runtime has this parser", e);
        }
    }

    private static String nameOf(Element element, String fileName) {
        NodeList titles = element.getElementsByTagName("title");
        String title = titles.getLength() > 0 ? titles.item(0).getTextContent().strip() : "";
        String id = element.getAttribute("id").strip();
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
