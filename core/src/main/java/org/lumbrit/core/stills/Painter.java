package org.lumbrit.core.stills;

import java.util.List;
import org.lumbrit.core.seeing.View;

/** Colours what is seen at samples of a picture, with the air before it; one a thread. */
final class Painter {
    final Spot spot = new Spot();
    private final View view;
    private final Air air;
    /** Metres above which what is seen is mirrored there; −∞ where nothing is. */
    private final double level;

    private final double[] eye;
    private final double[] on;
    private final double[] place = new double[3];
    private final double[] out = new double[3];

    Painter(View view, Air air, double level) {
        this.view = view;
        this.air = air;
        this.level = level;
        this.eye = view.at();
        this.on = view.on();
    }

    /** Sets the spot to what is seen at a sample. */
    void colour(List<Projected> all, Rows rows, int at) {
        int per = rows.samples.length;
        int pixel = at / per;
        double[] offset = rows.samples[at % per];
        spot.across = pixel % rows.width + offset[0];
        spot.down = pixel / rows.width + rows.from + offset[1];
        double mirrored = level > Double.NEGATIVE_INFINITY ? -1 : 1;
        if (rows.solid[at] < 0) {
            view.way(spot.across, spot.down, place);
            double length = Math.sqrt(place[0] * place[0] + place[1] * place[1] + place[2] * place[2]);
            air.beyond(place[0] / length, mirrored * place[1] / length, place[2] / length, out);
            spot.set(out[0], out[1], out[2]);
            return;
        }
        Projected p = all.get(rows.solid[at]);
        double nearness = rows.nearness[at];
        view.place(spot.across, spot.down, nearness, place);
        double dx = view.parallel() ? -on[0] : eye[0] - place[0];
        double dy = view.parallel() ? -on[1] : eye[1] - place[1];
        double dz = view.parallel() ? -on[2] : eye[2] - place[2];
        double far = Math.sqrt(dx * dx + dy * dy + dz * dz);
        spot.toX = dx / far;
        spot.toY = mirrored * dy / far;
        spot.toZ = dz / far;
        spot.far = far;
        spot.x = place[0];
        spot.y = mirrored < 0 ? 2 * level - place[1] : place[1];
        spot.z = place[2];
        spot.pixel = 1 / view.pixels(place[0], place[1], place[2], 0);
        numbers(p, rows.triangle[at], nearness);
        p.solid.surface.colour(spot);
        air.before(spot, out);
    }

    /** Reads what the corners tell at the spot: linear in the site, not in the picture. */
    private void numbers(Projected p, int t, double nearness) {
        int each = p.solid.each;
        if (each == 0) {
            return;
        }
        float[] s = p.screen;
        int a = p.triangles[3 * t];
        int b = p.triangles[3 * t + 1];
        int c = p.triangles[3 * t + 2];
        double x0 = s[3 * a];
        double y0 = s[3 * a + 1];
        double ux = s[3 * b] - x0;
        double uy = s[3 * b + 1] - y0;
        double vx = s[3 * c] - x0;
        double vy = s[3 * c + 1] - y0;
        double area = ux * vy - uy * vx;
        double px = spot.across - x0;
        double py = spot.down - y0;
        double beta = (px * vy - py * vx) / area;
        double gamma = (py * ux - px * uy) / area;
        double alpha = 1 - beta - gamma;
        if (!view.parallel()) {
            alpha *= s[3 * a + 2] / nearness;
            beta *= s[3 * b + 2] / nearness;
            gamma *= s[3 * c + 2] / nearness;
        }
        for (int k = 0; k < each; k++) {
            spot.numbers[k] =
                    alpha * p.numbers[each * a + k] + beta * p.numbers[each * b + k] + gamma * p.numbers[each * c + k];
        }
    }
}
