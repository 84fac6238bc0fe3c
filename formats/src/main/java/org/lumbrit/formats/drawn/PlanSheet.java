package org.lumbrit.formats.drawn;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;

/**
 * A plan of a site on an A3 sheet as PDF: seen from right above at a round scale, north up, with a scale bar, an arrow to the north and
 * what the lines stand for. Lines stay lines.
 */
public final class PlanSheet {
    /** Points of a millimetre. */
    private static final double MM = 72 / 25.4;

    private static final double WIDE = 420 * MM;
    private static final double HIGH = 297 * MM;
    private static final double MARGIN = 12 * MM;
    /** Of the strip below the plan. */
    private static final double STRIP = 28 * MM;

    private static final double[] ROUND = {1, 1.5, 2, 2.5, 3, 4, 5, 7.5, 10};
    /** Width of a line on paper, of what it has on a screen as high. */
    private static final double FINER = 0.55;

    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

    private final Drawing drawing;
    private final double scale;
    private PDPageContentStream page;
    private PDFont font;

    private PlanSheet(Drawing drawing, double scale) {
        this.drawing = drawing;
        this.scale = scale;
    }

    /** The number n of the scale 1 : n at which a ground fits on the sheet. */
    public static double scale(Ground ground) {
        double least = Math.max(
                ground.width() / ((WIDE - 2 * MARGIN) / MM / 1000),
                ground.depth() / ((HIGH - 2 * MARGIN - STRIP) / MM / 1000));
        return round(least);
    }

    /** The next round number that is not less. */
    static double round(double least) {
        double power = 1e-6;
        while (power * 10 < least) {
            power *= 10;
        }
        for (double each : ROUND) {
            if (each * power >= least * (1 - 1e-9)) {
                return Double.parseDouble(Decimal.write(each * power, 6));
            }
        }
        return 10 * power;
    }

    public static byte[] write(SiteEvaluation site, DrawnLayer look) {
        Ground ground = Draw.drawnGround(site, look);
        double scale = scale(ground);
        double wide = WIDE - 2 * MARGIN;
        double high = HIGH - 2 * MARGIN - STRIP;
        double pointsPerMetre = 1000 * MM / scale;
        Drawing drawing = Draw.of(site, look, Eye.above(pointsPerMetre, (int) high), (int) wide, (int) high);
        try (PDDocument document = new PDDocument();
                InputStream letters = PDDocument.class.getResourceAsStream(FONT)) {
            PlanSheet sheet = new PlanSheet(drawing, scale);
            sheet.font = PDType0Font.load(document, letters);
            PDPage paper = new PDPage(new PDRectangle((float) WIDE, (float) HIGH));
            document.addPage(paper);
            document.getDocumentInformation().setTitle(site.plan().recipe().name());
            // the same bytes for the same site, whenever it is written
            document.setDocumentId(1L);
            try (PDPageContentStream page = new PDPageContentStream(document, paper)) {
                sheet.page = page;
                sheet.draw(site.plan().recipe().name(), ground, look);
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
    }

    private void draw(String title, Ground ground, DrawnLayer look) throws IOException {
        fill(drawing.paper());
        page.addRect(0, 0, (float) WIDE, (float) HIGH);
        page.fill();
        facets();
        ink();
        page.setLineJoinStyle(1);
        page.setLineCapStyle(drawing.round() ? 1 : 0);
        for (boolean hidden : new boolean[] {true, false}) {
            for (Drawing.Stroke stroke : drawing.strokes()) {
                if (stroke.hidden() == hidden) {
                    line(stroke);
                }
            }
        }
        page.setLineWidth(0.6f);
        page.addRect((float) MARGIN, (float) (MARGIN + STRIP), (float) (WIDE - 2 * MARGIN), (float)
                (HIGH - 2 * MARGIN - STRIP));
        page.stroke();
        strip(title, ground, look);
    }

    private float x(double x) {
        return (float) (MARGIN + x);
    }

    /** From the top of the plan. */
    private float y(double y) {
        return (float) (HIGH - MARGIN - y);
    }

    private void facets() throws IOException {
        float[] p = drawing.facets();
        page.setLineWidth(0.3f);
        int before = -1;
        for (int i = 0; i < drawing.colours().length; i++) {
            if (drawing.colours()[i] != before) {
                before = drawing.colours()[i];
                fill(before);
                stroke(before);
            }
            page.moveTo(x(p[6 * i]), y(p[6 * i + 1]));
            page.lineTo(x(p[6 * i + 2]), y(p[6 * i + 3]));
            page.lineTo(x(p[6 * i + 4]), y(p[6 * i + 5]));
            page.closeAndFillAndStroke();
        }
    }

    private void line(Drawing.Stroke stroke) throws IOException {
        float[] p = stroke.points();
        page.setLineWidth((float) (FINER * stroke.width()));
        page.moveTo(x(p[0]), y(p[1]));
        for (int k = 2; k < p.length; k += 2) {
            page.lineTo(x(p[k]), y(p[k + 1]));
        }
        page.stroke();
    }

    private void fill(int colour) throws IOException {
        page.setNonStrokingColor((colour >> 16 & 255) / 255f, (colour >> 8 & 255) / 255f, (colour & 255) / 255f);
    }

    private void stroke(int colour) throws IOException {
        page.setStrokingColor((colour >> 16 & 255) / 255f, (colour >> 8 & 255) / 255f, (colour & 255) / 255f);
    }

    private void ink() throws IOException {
        fill(drawing.ink());
        stroke(drawing.ink());
    }

    /** Below the plan: its name, the scale, the north, and what the lines stand for. */
    private void strip(String title, Ground ground, DrawnLayer look) throws IOException {
        double top = MARGIN + STRIP - 9 * MM;
        text(title, MARGIN, top, 18);
        text("1 : " + grouped(scale) + " on A3", MARGIN, top - 7 * MM, 10);
        double step = look.step(ground.highest() - ground.lowest());
        if (look.contours()) {
            text(
                    "Contours every " + Decimal.write(step, 4) + " m, from " + Decimal.write(ground.lowest(), 1)
                            + " to " + Decimal.write(ground.highest(), 1) + " m",
                    MARGIN,
                    top - 12 * MM,
                    10);
        }
        bar(MARGIN + 120 * MM, top - 4 * MM);
        legend(MARGIN + 240 * MM, top);
        north(WIDE - MARGIN - 10 * MM, MARGIN + 2 * MM);
    }

    /** With a space before each three digits. */
    private static String grouped(double number) {
        return Decimal.write(number, 4).replaceAll("(?<=\\d)(?=(\\d{3})+(\\.|$))", "\u00a0");
    }

    /** About 80 mm long, of a round length. */
    private void bar(double x, double y) throws IOException {
        double wished = 0.08 * scale;
        double power = 1e-6;
        while (power * 10 <= wished) {
            power *= 10;
        }
        double metres = power;
        for (double each : ROUND) {
            metres = each * power <= wished ? each * power : metres;
        }
        double long1 = metres / scale * 1000 * MM;
        for (int k = 0; k < 4; k++) {
            page.addRect((float) (x + k * long1 / 4), (float) y, (float) (long1 / 4), (float) (2 * MM));
            page.setLineWidth(0.6f);
            if (k % 2 == 0) {
                page.fillAndStroke();
            } else {
                page.stroke();
            }
        }
        text("0", x, y - 4.5 * MM, 9);
        text(Decimal.write(metres, 4) + " m", x + long1 - 2 * MM, y - 4.5 * MM, 9);
    }

    private void legend(double x, double top) throws IOException {
        int row = 0;
        for (Drawing.Line of : Drawing.Line.values()) {
            List<Drawing.Stroke> some = drawing.strokes().stream()
                    .filter(stroke -> stroke.of() == of)
                    .limit(1)
                    .toList();
            if (some.isEmpty()) {
                continue;
            }
            double y = top - row % 4 * 6 * MM;
            double left = x + row / 4 * 62 * MM;
            page.setLineWidth((float) (FINER * some.get(0).width()));
            page.moveTo((float) left, (float) (y + 1.2 * MM));
            page.lineTo((float) (left + 12 * MM), (float) (y + 1.2 * MM));
            page.stroke();
            text(of.title(), left + 15 * MM, y, 9);
            row++;
        }
    }

    private void north(double x, double y) throws IOException {
        page.moveTo((float) x, (float) (y + 16 * MM));
        page.lineTo((float) (x - 4 * MM), (float) y);
        page.lineTo((float) x, (float) (y + 4 * MM));
        page.lineTo((float) (x + 4 * MM), (float) y);
        page.closePath();
        page.fill();
        text("N", x - 1.8 * MM, y + 17.5 * MM, 12);
    }

    private void text(String words, double x, double y, double size) throws IOException {
        page.beginText();
        page.setFont(font, (float) size);
        page.newLineAtOffset((float) x, (float) y);
        page.showText(known(words));
        page.endText();
    }

    /** With a mark in place of letters that the font does not have. */
    private String known(String words) {
        StringBuilder known = new StringBuilder();
        words.codePoints().forEach(letter -> {
            String one = Character.toString(letter);
            try {
                font.encode(one);
                known.append(one);
            } catch (IOException | IllegalArgumentException e) {
                known.append('?');
            }
        });
        return known.toString();
    }
}
