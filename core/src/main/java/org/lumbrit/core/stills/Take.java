package org.lumbrit.core.stills;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.site.SiteEvaluation;

/** Takes a picture of a site: finds what is nearest at four samples a pixel, and colours that. */
public final class Take {
    private static final int ROWS = 16;

    private final View view;
    /** The same with half as many pixels each way. */
    private final View half;

    private final Air air;
    private final Gathered gathered;
    private final Cancel cancel;

    private Take(SiteEvaluation site, Eye eye, int width, int height, Optional<Values> values) {
        cancel = site.cancel();
        view = new View(eye, site.lying().ground(), width, height);
        half = new View(eye, site.lying().ground(), Math.max(2, width / 2), Math.max(2, height / 2));
        air = new Air(site.plan().recipe().daylight(), site.plan().ground(), view.at(), eye.distance(), eye.parallel());
        gathered = new Gathered(site, eye, view, air, values);
    }

    /**
     * The picture of a site at its time, as the sun and the sky light it.
     *
     * @param width pixels; @param height pixels
     */
    public static Still daylight(SiteEvaluation site, Eye eye, int width, int height) {
        return new Take(site, eye, width, height, Optional.empty()).picture();
    }

    /** The same with values on the ground and on props. */
    public static Still values(SiteEvaluation site, Values values, Eye eye, int width, int height) {
        return new Take(site, eye, width, height, Optional.of(values)).picture();
    }

    private Still picture() {
        cancel.doing("taking the picture");
        gathered.mirroring().ifPresent(this::mirror);
        List<Projected> all = projected(gathered.all(), view, Double.NEGATIVE_INFINITY);
        Strips strips = new Strips(all, view.width(), view.height(), ROWS, true);
        List<Projected> veils = projected(gathered.veils(), view, Double.NEGATIVE_INFINITY);
        Strips hung = new Strips(veils, view.width(), view.height(), ROWS, false);
        byte[] rgb = new byte[3 * view.width() * view.height()];
        Chunks.run(strips.count, 1, cancel, (from, to) -> {
            for (int strip = from; strip < to; strip++) {
                paint(all, strips, strip, new Veils(veils, hung), rgb);
            }
        });
        return new Still(view.width(), view.height(), rgb, gathered.share());
    }

    private List<Projected> projected(List<Solid> solids, View from, double level) {
        return solids.parallelStream()
                .map(solid -> new Projected(solid, from, level))
                .filter(each -> each.count() > 0)
                .toList();
    }

    /** What level water mirrors, one sample for four pixels: ripples blur it anyway. */
    private void mirror(WaterLook water) {
        int width = half.width();
        int height = half.height();
        double level = gathered.level();
        List<Projected> all = projected(gathered.mirrored(), half, level);
        Strips strips = new Strips(all, width, height, ROWS, false);
        float[] seen = new float[3 * width * height];
        Chunks.run(strips.count, 1, cancel, (from, to) -> {
            Painter painter = new Painter(half, air, level);
            for (int strip = from; strip < to; strip++) {
                int top = strip * ROWS;
                Rows rows = new Rows(width, top, Math.min(ROWS, height - top), false);
                rows.draw(all, strips, strip);
                for (int i = 0; i < rows.solid.length; i++) {
                    painter.colour(all, rows, i);
                    int at = 3 * (top * width + i);
                    seen[at] = (float) painter.spot.red;
                    seen[at + 1] = (float) painter.spot.green;
                    seen[at + 2] = (float) painter.spot.blue;
                }
            }
        });
        water.mirrors((spot, across, up, out) -> {
            double x = Math.max(0, Math.min(width - 1.001, (spot.across / view.width() + across) * width - 0.5));
            double y = Math.max(0, Math.min(height - 1.001, (spot.down / view.height() - up) * height - 0.5));
            int at = 3 * ((int) y * width + (int) x);
            int below = at + 3 * width;
            double fx = x - (int) x;
            double fy = y - (int) y;
            for (int c = 0; c < 3; c++) {
                out[c] = Air.mix(
                        Air.mix(seen[at + c], seen[at + 3 + c], fx),
                        Air.mix(seen[below + c], seen[below + 3 + c], fx),
                        fy);
            }
        });
    }

    private void paint(List<Projected> all, Strips strips, int strip, Veils veils, byte[] rgb) {
        int top = strip * ROWS;
        int width = view.width();
        Rows rows = new Rows(width, top, Math.min(ROWS, view.height() - top), true);
        rows.draw(all, strips, strip);
        veils.draw(strip, width, top, rows.rows);
        Painter painter = new Painter(view, air, Double.NEGATIVE_INFINITY);
        int per = rows.samples.length;
        double[] sum = new double[3];
        for (int pixel = 0; pixel < rows.rows * width; pixel++) {
            Arrays.fill(sum, 0);
            veils.pixel(painter, pixel);
            int done = 0;
            for (int k = 0; k < per; k++) {
                if ((done >> k & 1) != 0) {
                    continue;
                }
                int at = pixel * per + k;
                int alike = 0;
                for (int other = k; other < per; other++) {
                    if ((done >> other & 1) == 0 && rows.alike(all, at, pixel * per + other)) {
                        done |= 1 << other;
                        alike++;
                    }
                }
                painter.colour(all, rows, at);
                veils.over(painter.spot, rows.solid[at] < 0 ? Double.POSITIVE_INFINITY : painter.spot.far);
                sum[0] += alike * Air.shown(painter.spot.red);
                sum[1] += alike * Air.shown(painter.spot.green);
                sum[2] += alike * Air.shown(painter.spot.blue);
            }
            int packed = new Colour(sum[0] / per, sum[1] / per, sum[2] / per).packed();
            int at = 3 * (top * width + pixel);
            rgb[at] = (byte) (packed >> 16);
            rgb[at + 1] = (byte) (packed >> 8);
            rgb[at + 2] = (byte) packed;
        }
    }
}
