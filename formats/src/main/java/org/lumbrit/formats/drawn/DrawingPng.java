package org.lumbrit.formats.drawn;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.formats.image.ColourPng;

/** Paints a drawing with smooth edges. */
public final class DrawingPng {
    private DrawingPng() {}

    public static byte[] write(Drawing drawing) {
        return ColourPng.write(painted(drawing));
    }

    public static BufferedImage painted(Drawing drawing) {
        BufferedImage image = new BufferedImage(drawing.width(), drawing.height(), BufferedImage.TYPE_INT_RGB);
        Graphics2D on = image.createGraphics();
        on.setColor(new Color(drawing.paper()));
        on.fillRect(0, 0, drawing.width(), drawing.height());
        // facets meet: smooth edges would let the paper through
        on.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        float[] p = drawing.facets();
        for (int i = 0; i < drawing.colours().length; i++) {
            Path2D.Float facet = new Path2D.Float();
            facet.moveTo(p[6 * i], p[6 * i + 1]);
            facet.lineTo(p[6 * i + 2], p[6 * i + 3]);
            facet.lineTo(p[6 * i + 4], p[6 * i + 5]);
            facet.closePath();
            on.setColor(new Color(drawing.colours()[i]));
            on.fill(facet);
        }
        on.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        on.setColor(new Color(drawing.ink()));
        for (boolean hidden : new boolean[] {true, false}) {
            for (Drawing.Stroke stroke : drawing.strokes()) {
                if (stroke.hidden() == hidden) {
                    stroke(on, stroke, drawing.round());
                }
            }
        }
        on.dispose();
        return image;
    }

    private static void stroke(Graphics2D on, Drawing.Stroke stroke, boolean round) {
        float[] p = stroke.points();
        Path2D.Float line = new Path2D.Float();
        line.moveTo(p[0], p[1]);
        for (int k = 2; k < p.length; k += 2) {
            line.lineTo(p[k], p[k + 1]);
        }
        on.setStroke(new BasicStroke(
                stroke.width(), round ? BasicStroke.CAP_ROUND : BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
        on.draw(line);
    }
}
