package org.lumbrit.core.drawn;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.seeing.View;

/** What of a line is seen, as strokes. */
final class Seen {
    /** Pixels: a point so near the straight way between its neighbours is left out. */
    private static final double STRAIGHT = 0.03;
    /** A stroke is begun anew where it has become so many times as wide. */
    private static final double WIDER = 1.25;
    /** Width of a hidden line, of what it would have. */
    private static final double THIN = 0.4;

    private static final int HALVES = 6;

    private static final int NOT = 0;
    private static final int HIDDEN = 1;
    private static final int OPEN = 2;

    private final View view;
    private final Hiding hiding;
    private final DrawnLayer look;
    private final List<Flat> flats;
    private double[] shares = new double[64];
    private float[] points = new float[64];
    private int used;
    private boolean hidden;
    private double width;

    Seen(View view, Hiding hiding, List<Flat> flats, DrawnLayer look) {
        this.view = view;
        this.hiding = hiding;
        this.flats = flats;
        this.look = look;
    }

    List<Drawing.Stroke> strokes(Course course) {
        List<Drawing.Stroke> strokes = new ArrayList<>();
        double[] p = course.points;
        for (int i = 0; i + 1 < course.count; i++) {
            if (!course.ahead[i] || !course.ahead[i + 1] || outside(p, i)) {
                end(course, strokes);
                continue;
            }
            int a = 4 * i;
            int b = a + 4;
            shares = hiding.cuts(p[a], p[a + 1], p[b], p[b + 1], shares);
            threshold(p[a + 3], p[b + 3]);
            pieces(course, i, strokes);
        }
        end(course, strokes);
        return strokes;
    }

    private boolean outside(double[] p, int i) {
        int a = 4 * i;
        int b = a + 4;
        return Math.max(p[a], p[b]) < 0
                || Math.min(p[a], p[b]) > view.width()
                || Math.max(p[a + 1], p[b + 1]) < 0
                || Math.min(p[a + 1], p[b + 1]) > view.height();
    }

    /** Also cut where it begins or ends to be drawn at all. */
    private void threshold(double from, double to) {
        double least = look.threshold();
        if (from < least == to < least) {
            return;
        }
        if (shares[shares.length - 1] <= 1) {
            int before = shares.length;
            shares = Arrays.copyOf(shares, 2 * before);
            Arrays.fill(shares, before, 2 * before, 2);
        }
        shares[shares.length - 1] = (least - from) / (to - from);
        Arrays.sort(shares);
    }

    private void pieces(Course course, int i, List<Drawing.Stroke> strokes) {
        double[] p = course.points;
        int a = 4 * i;
        double from = 0;
        int before = state(course, i, 0.5 * shares[1]);
        for (int k = 1; shares[k] <= 1; k++) {
            boolean last = shares[k + 1] > 1;
            int after = last ? before : state(course, i, 0.5 * (shares[k] + shares[k + 1]));
            if (!last && after == before) {
                continue;
            }
            double cut = shares[k];
            if (!last && hiding.plainCut(cut, p[a], p[a + 1], p[a + 4], p[a + 5])) {
                cut = change(course, i, 0.5 * (shares[k - 1] + cut), 0.5 * (cut + shares[k + 1]), before);
            }
            piece(course, i, from, cut, before, strokes);
            from = cut;
            before = after;
        }
    }

    /** Where between two places of a piece what was so before ends. */
    private double change(Course course, int i, double from, double to, int before) {
        double low = from;
        double high = to;
        for (int k = 0; k < HALVES; k++) {
            double middle = 0.5 * (low + high);
            if (state(course, i, middle) == before) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return 0.5 * (low + high);
    }

    /** How a place of a piece is drawn. */
    private int state(Course course, int i, double share) {
        double[] p = course.points;
        int a = 4 * i;
        double x = between(p, a, share);
        double y = between(p, a + 1, share);
        if (x < 0 || y < 0 || x > view.width() || y > view.height() || between(p, a + 3, share) < look.threshold()) {
            return NOT;
        }
        int s = course.beside[2 * i];
        int t = course.beside[2 * i + 1];
        boolean behind = turned(course.own, s, t) || hiding.hidden(x, y, between(p, a + 2, share), course.own, s, t);
        return !behind ? OPEN : look.unseen() == DrawnLayer.Unseen.THIN ? HIDDEN : NOT;
    }

    private void piece(Course course, int i, double from, double to, int state, List<Drawing.Stroke> strokes) {
        if (state == NOT) {
            end(course, strokes);
            return;
        }
        double[] p = course.points;
        int a = 4 * i;
        boolean behind = state == HIDDEN;
        double wide = look.line()
                * view.height()
                / 800.0
                * course.of.weight()
                * course.strength
                * view.width(between(p, a + 2, 0.5 * (from + to)), look.fades())
                * (behind ? THIN : 1);
        float x0 = (float) between(p, a, from);
        float y0 = (float) between(p, a + 1, from);
        boolean goesOn = used > 0
                && hidden == behind
                && points[2 * used - 2] == x0
                && points[2 * used - 1] == y0
                && wide < WIDER * width
                && width < WIDER * wide;
        if (!goesOn) {
            end(course, strokes);
            add(x0, y0);
            hidden = behind;
            width = wide;
        }
        add((float) between(p, a, to), (float) between(p, a + 1, to));
    }

    /** Whether a piece lies on a closed surface that is turned from the eye there. */
    private boolean turned(int own, int s, int t) {
        if (own < 0 || s < 0 || !flats.get(own).shape.closed()) {
            return false;
        }
        Flat flat = flats.get(own);
        return !flat.front[s] && (t < 0 || !flat.front[t]);
    }

    private static double between(double[] p, int at, double share) {
        return share == 0 ? p[at] : share == 1 ? p[at + 4] : p[at] + share * (p[at + 4] - p[at]);
    }

    private void add(float x, float y) {
        if (2 * used + 2 > points.length) {
            points = Arrays.copyOf(points, 2 * points.length);
        }
        // without a point that lies on the way
        if (used > 1 && onTheWay(x, y)) {
            used--;
        }
        points[2 * used] = x;
        points[2 * used + 1] = y;
        used++;
    }

    private boolean onTheWay(float x, float y) {
        double ux = x - points[2 * used - 4];
        double uy = y - points[2 * used - 3];
        double px = points[2 * used - 2] - points[2 * used - 4];
        double py = points[2 * used - 1] - points[2 * used - 3];
        double length = Math.sqrt(ux * ux + uy * uy);
        double along = ux * px + uy * py;
        return length > 0 && along > 0 && along < length * length && Math.abs(ux * py - uy * px) < STRAIGHT * length;
    }

    private void end(Course course, List<Drawing.Stroke> strokes) {
        if (used > 1) {
            strokes.add(new Drawing.Stroke(
                    course.of, course.level, hidden, (float) width, Arrays.copyOf(points, 2 * used)));
        }
        used = 0;
    }
}
