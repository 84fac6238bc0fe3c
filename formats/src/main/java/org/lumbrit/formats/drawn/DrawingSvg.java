package org.lumbrit.formats.drawn;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.math.Decimal;

/**
 * Writes a drawing as SVG 1.1: paper, facets, then a named group for each sort of line; contours and shores carry their height in metres
 * as {@code data-height}.
 */
public final class DrawingSvg {
    /** Digits after the point, of a pixel. */
    private static final double PARTS = 100;

    private final StringBuilder out = new StringBuilder(1 << 16);

    private DrawingSvg() {}

    /** @param title of the whole, for those who do not see it */
    public static byte[] write(Drawing drawing, String title) {
        DrawingSvg svg = new DrawingSvg();
        svg.document(drawing, title);
        return svg.out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private void document(Drawing drawing, String title) {
        out.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"")
                .append(drawing.width())
                .append("\" height=\"")
                .append(drawing.height())
                .append("\" viewBox=\"0 0 ")
                .append(drawing.width())
                .append(' ')
                .append(drawing.height())
                .append("\">\n<title>")
                .append(escaped(title))
                .append("</title>\n<rect id=\"paper\" width=\"100%\" height=\"100%\" fill=\"")
                .append(colour(drawing.paper()))
                .append("\"/>\n");
        facets(drawing);
        out.append("<g id=\"lines\" fill=\"none\" stroke=\"")
                .append(colour(drawing.ink()))
                .append("\" stroke-linejoin=\"round\" stroke-linecap=\"")
                .append(drawing.round() ? "round" : "butt")
                .append("\">\n");
        for (boolean hidden : new boolean[] {true, false}) {
            for (Drawing.Line of : Drawing.Line.values()) {
                List<Drawing.Stroke> strokes = drawing.strokes().stream()
                        .filter(stroke -> stroke.of() == of && stroke.hidden() == hidden)
                        .toList();
                if (!strokes.isEmpty()) {
                    group(of, hidden, strokes);
                }
            }
        }
        out.append("</g>\n</svg>\n");
    }

    private void facets(Drawing drawing) {
        if (drawing.colours().length == 0) {
            return;
        }
        // edged in their own colour, so that no paper shines through between two
        out.append("<g id=\"facets\" stroke-width=\"0.7\" stroke-linejoin=\"round\"><title>Facets</title>\n");
        float[] p = drawing.facets();
        for (int i = 0; i < drawing.colours().length; ) {
            int colour = drawing.colours()[i];
            out.append("<path d=\"");
            for (; i < drawing.colours().length && drawing.colours()[i] == colour; i++) {
                move('M', p[6 * i], p[6 * i + 1]);
                move('L', p[6 * i + 2], p[6 * i + 3]);
                move(' ', p[6 * i + 4], p[6 * i + 5]);
                out.append('Z');
            }
            out.append("\" fill=\"")
                    .append(colour(colour))
                    .append("\" stroke=\"")
                    .append(colour(colour))
                    .append("\"/>\n");
        }
        out.append("</g>\n");
    }

    /** What is drawn in one path. */
    private record Alike(double level, long width) {}

    private void group(Drawing.Line of, boolean hidden, List<Drawing.Stroke> strokes) {
        out.append("<g id=\"")
                .append(hidden ? "hidden-" : "")
                .append(of.name().toLowerCase(Locale.ROOT))
                .append("\"><title>")
                .append(of.title())
                .append(hidden ? ", hidden" : "")
                .append("</title>\n");
        Map<Alike, List<Drawing.Stroke>> alike = new LinkedHashMap<>();
        for (Drawing.Stroke stroke : strokes) {
            // widths that nobody tells apart
            long width = Math.max(1, Math.round(20 * stroke.width()));
            alike.computeIfAbsent(new Alike(stroke.level(), width), each -> new ArrayList<>())
                    .add(stroke);
        }
        alike.forEach((kind, all) -> {
            out.append("<path stroke-width=\"").append(Decimal.write(kind.width / 20.0, 2));
            if (!Double.isNaN(kind.level)) {
                out.append("\" data-height=\"").append(Decimal.write(kind.level, 6));
            }
            out.append("\" d=\"");
            for (Drawing.Stroke stroke : all) {
                float[] p = stroke.points();
                for (int k = 0; k < p.length; k += 2) {
                    move(k == 0 ? 'M' : k == 2 ? 'L' : ' ', p[k], p[k + 1]);
                }
            }
            out.append("\"/>\n");
        });
        out.append("</g>\n");
    }

    private void move(char how, float x, float y) {
        out.append(how);
        number(x);
        out.append(' ');
        number(y);
    }

    /** To a hundredth, without what is not needed. */
    private void number(float value) {
        long parts = Math.round(value * PARTS);
        if (parts < 0) {
            out.append('-');
            parts = -parts;
        }
        out.append(parts / 100);
        long rest = parts % 100;
        if (rest > 0) {
            out.append('.').append(rest / 10);
            if (rest % 10 > 0) {
                out.append(rest % 10);
            }
        }
    }

    private static String colour(int packed) {
        // with a digit before it, so that none is lost
        return "#" + Integer.toHexString(0x1000000 | packed & 0xFFFFFF).substring(1);
    }

    static String escaped(String text) {
        StringBuilder safe = new StringBuilder();
        text.codePoints().forEach(c -> {
            switch (c) {
                case '&' -> safe.append("&amp;");
                case '<' -> safe.append("&lt;");
                case '>' -> safe.append("&gt;");
                // XML has no other control characters
                default ->
                    safe.appendCodePoint(
                            c < 32 && c != 9 && c != 10 && c != 13 || c == 0xFFFE || c == 0xFFFF ? ' ' : c);
            }
        });
        return safe.toString();
    }
}
