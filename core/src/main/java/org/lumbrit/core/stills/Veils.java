package org.lumbrit.core.stills;

import java.util.List;
import org.lumbrit.core.math.Smooth;

/** What of hanging sheets is seen in some rows of a picture, one sample a pixel, laid over what is seen behind. */
final class Veils {
    private final List<Projected> sheets;
    private final Strips strips;
    private Rows[] rows = new Rows[0];
    private double[] depth = new double[0];
    private double[][] layers = new double[0][];
    private int used;

    Veils(List<Projected> sheets, Strips strips) {
        this.sheets = sheets;
        this.strips = strips;
    }

    /** Finds those of a strip. */
    void draw(int strip, int width, int top, int high) {
        rows = new Rows[sheets.size()];
        for (int k = 0; k < rows.length; k++) {
            if (strips.begin(k, strip + 1) > strips.begin(k, strip)) {
                rows[k] = new Rows(width, top, high, false);
                rows[k].draw(sheets, strips, strip, k);
            }
        }
        depth = new double[rows.length];
        layers = new double[rows.length][5];
    }

    /** Those of a pixel, the nearest first. */
    void pixel(Painter painter, int pixel) {
        used = 0;
        for (Rows each : rows) {
            if (each == null || each.solid[pixel] < 0) {
                continue;
            }
            painter.colour(sheets, each, pixel);
            Spot s = painter.spot;
            if (s.hides == 0) {
                continue;
            }
            int at = used++;
            double[] own = layers[at];
            while (at > 0 && depth[at - 1] > s.far) {
                depth[at] = depth[at - 1];
                layers[at] = layers[at - 1];
                at--;
            }
            depth[at] = s.far;
            layers[at] = own;
            own[0] = s.red;
            own[1] = s.green;
            own[2] = s.blue;
            own[3] = s.hides;
            own[4] = ((Veil) sheets.get(each.solid[pixel]).solid.surface).soft;
        }
    }

    /** Lays them over a colour that is seen so many metres away. */
    void over(Spot s, double far) {
        for (int k = used - 1; k >= 0; k--) {
            double[] v = layers[k];
            double before = Smooth.clamp01((far - depth[k]) / v[4] + 0.5);
            if (before > 0) {
                s.mix(v[0], v[1], v[2], before * v[3]);
            }
        }
    }
}
