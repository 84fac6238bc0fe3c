package org.lumbrit.core.drawn;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.seeing.View;

/**
 * What hides what. A line changes between seen and hidden only where, in the picture, it crosses an edge between the front and the back of
 * a surface, a border, or a line where two surfaces meet (A. Appel, 1967). So it is cut there, and of each piece one place is asked.
 */
final class Hiding {
    /** Squares of the picture along its longer side, by which triangles and edges are found. */
    private static final int TRIANGLES = 320;

    private static final int EDGES = 128;
    /** Of the way from a triangle's middle to a corner: there the corner is looked at. */
    private static final double INWARD = 0.9;

    private static final double SHORT = 0.5;
    /** Pixels of a piece at most, and pieces of a line at most: those of the longest in a picture. */
    private static final double PIECE = 4;

    private static final int MOST_PIECES = 4096;

    private final View view;
    private final List<Flat> flats;
    /** The first number of each surface's triangles. */
    private final int[] first;
    /** The number of the surface of each triangle. */
    private final int[] surface;

    private final Buckets triangles;
    /** x, y of both ends of each edge, pixels. */
    private double[] edges = new double[4 * 1024];

    private int count;
    private Buckets crossed;

    Hiding(View view, List<Flat> flats) {
        this.view = view;
        this.flats = flats;
        this.first = new int[flats.size() + 1];
        for (int f = 0; f < flats.size(); f++) {
            first[f + 1] = first[f] + flats.get(f).shape.count();
        }
        this.surface = new int[first[flats.size()]];
        for (int f = 0; f < flats.size(); f++) {
            Arrays.fill(surface, first[f], first[f + 1], f);
        }
        this.triangles = Buckets.of(view.width(), view.height(), TRIANGLES, first[flats.size()], true, this::bounds);
        for (Flat flat : flats) {
            if (flat.dense()) {
                // lines are asked every few pixels instead
                continue;
            }
            int[] ends = flat.shape.edges();
            for (int e = 0; e < ends.length / 2; e++) {
                if (flat.outlines(e) && flat.ahead[ends[2 * e]] && flat.ahead[ends[2 * e + 1]]) {
                    add(flat.x[ends[2 * e]], flat.y[ends[2 * e]], flat.x[ends[2 * e + 1]], flat.y[ends[2 * e + 1]]);
                }
            }
        }
    }

    /** One more line at which others may begin or end to be hidden. */
    void add(double x0, double y0, double x1, double y1) {
        if (edges.length < 4 * count + 4) {
            edges = Arrays.copyOf(edges, 2 * edges.length);
        }
        edges[4 * count] = x0;
        edges[4 * count + 1] = y0;
        edges[4 * count + 2] = x1;
        edges[4 * count + 3] = y1;
        count++;
    }

    /** To be called when all lines are known. */
    void ready() {
        crossed = Buckets.of(view.width(), view.height(), EDGES, count, false, (e, out) -> {
            out[0] = Math.min(edges[4 * e], edges[4 * e + 2]);
            out[1] = Math.min(edges[4 * e + 1], edges[4 * e + 3]);
            out[2] = Math.max(edges[4 * e], edges[4 * e + 2]);
            out[3] = Math.max(edges[4 * e + 1], edges[4 * e + 3]);
            return true;
        });
    }

    private boolean bounds(int triangle, double[] out) {
        int f = surface[triangle];
        Flat flat = flats.get(f);
        int t = triangle - first[f];
        if (!flat.hides(t)) {
            return false;
        }
        int[] corners = flat.shape.triangles();
        out[0] = Double.POSITIVE_INFINITY;
        out[1] = Double.POSITIVE_INFINITY;
        out[2] = Double.NEGATIVE_INFINITY;
        out[3] = Double.NEGATIVE_INFINITY;
        for (int k = 0; k < 3; k++) {
            int v = corners[3 * t + k];
            out[0] = Math.min(out[0], flat.x[v]);
            out[1] = Math.min(out[1], flat.y[v]);
            out[2] = Math.max(out[2], flat.x[v]);
            out[3] = Math.max(out[3], flat.y[v]);
        }
        return true;
    }

    /**
     * Whether something lies before a place of the picture.
     *
     * @param own the surface that the place lies on, −1 for none; @param s a triangle of it that does not count, −1 for none; @param t another
     */
    boolean hidden(double x, double y, double nearness, int own, int s, int t) {
        double limit = view.hiding(nearness);
        return triangles.any(x, y, triangle -> {
            int f = surface[triangle];
            int number = triangle - first[f];
            return !(f == own && (number == s || number == t)) && over(flats.get(f), number, x, y, limit);
        });
    }

    /** Whether others hide a triangle at its middle and near its corners, so that nothing of it is seen. @param f the number of its surface */
    boolean covers(Flat flat, int f, int t) {
        int[] corners = flat.shape.triangles();
        double x = 0;
        double y = 0;
        double nearness = 0;
        for (int k = 0; k < 3; k++) {
            int v = corners[3 * t + k];
            x += flat.x[v] / 3;
            y += flat.y[v] / 3;
            nearness += flat.nearness[v] / 3;
        }
        for (int k = 0; k < 4; k++) {
            int v = corners[3 * t + k % 3];
            double share = k == 3 ? 0 : INWARD;
            if (!hidden(
                    x + share * (flat.x[v] - x),
                    y + share * (flat.y[v] - y),
                    nearness + share * (flat.nearness[v] - nearness),
                    f,
                    flat == flats.get(f) ? t : -1,
                    -1)) {
                return false;
            }
        }
        return true;
    }

    /** Whether a triangle covers a place and is nearer than a limit there. */
    private static boolean over(Flat flat, int t, double x, double y, double limit) {
        int a = flat.shape.triangles()[3 * t];
        int b = flat.shape.triangles()[3 * t + 1];
        int c = flat.shape.triangles()[3 * t + 2];
        double ux = flat.x[b] - flat.x[a];
        double uy = flat.y[b] - flat.y[a];
        double vx = flat.x[c] - flat.x[a];
        double vy = flat.y[c] - flat.y[a];
        double area = ux * vy - uy * vx;
        if (area == 0) {
            return false;
        }
        double px = x - flat.x[a];
        double py = y - flat.y[a];
        double second = (px * vy - py * vx) / area;
        double third = (ux * py - uy * px) / area;
        if (second < 0 || third < 0 || second + third > 1) {
            return false;
        }
        double there = flat.nearness[a]
                + second * (flat.nearness[b] - flat.nearness[a])
                + third * (flat.nearness[c] - flat.nearness[a]);
        return there > limit;
    }

    /**
     * Where a line from one point to another is cut: where an edge or a side of the picture crosses it, and every few pixels.
     *
     * @param shares room for shares of its length
     * @return shares in their order with 0 and 1, then 2
     */
    double[] cuts(double x0, double y0, double x1, double y1, double[] shares) {
        int pieces = pieces(x0, y0, x1, y1);
        double[] out = shares;
        if (out.length < pieces + 16) {
            out = new double[2 * pieces + 16];
        }
        int used = 0;
        for (int k = 0; k <= pieces; k++) {
            out[used++] = k / (double) pieces;
        }
        int[] span = new int[4];
        double west = Math.min(x0, x1);
        double east = Math.max(x0, x1);
        double north = Math.min(y0, y1);
        double south = Math.max(y0, y1);
        // on less than half a pixel nobody sees where it is cut
        if (east - west + south - north > SHORT && crossed.span(west, north, east, south, span)) {
            double dx = x1 - x0;
            double dy = y1 - y0;
            for (int r = span[1]; r <= span[3]; r++) {
                for (int c = span[0]; c <= span[2]; c++) {
                    int square = crossed.at(c, r);
                    for (int k = crossed.first(square); k < crossed.end(square); k++) {
                        int e = 4 * crossed.thing(k);
                        double ex = edges[e + 2] - edges[e];
                        double ey = edges[e + 3] - edges[e + 1];
                        double cross = dx * ey - dy * ex;
                        if (cross == 0) {
                            continue;
                        }
                        double wx = edges[e] - x0;
                        double wy = edges[e + 1] - y0;
                        double at = (wx * ey - wy * ex) / cross;
                        double on = (wx * dy - wy * dx) / cross;
                        if (at > 1e-9 && at < 1 - 1e-9 && on >= -1e-9 && on <= 1 + 1e-9) {
                            if (used + 8 > out.length) {
                                out = Arrays.copyOf(out, 2 * out.length);
                            }
                            out[used++] = at;
                        }
                    }
                }
            }
        }
        // the picture's sides
        for (int side = 0; side < 4; side++) {
            double from = side % 2 == 0 ? x0 : y0;
            double to = side % 2 == 0 ? x1 : y1;
            double border = side == 2 ? view.width() : side == 3 ? view.height() : 0;
            if (from < border != to < border) {
                out[used++] = (border - from) / (to - from);
            }
        }
        Arrays.sort(out, 0, used);
        Arrays.fill(out, used, out.length, 2);
        return out;
    }

    /** How many pieces of a few pixels a line has in the picture; 1 of one that begins or ends far outside. */
    private int pieces(double x0, double y0, double x1, double y1) {
        double length = Math.abs(x1 - x0) + Math.abs(y1 - y0);
        return (int) Math.max(1, Math.min(MOST_PIECES, Math.ceil(length / PIECE)));
    }

    /** Whether a cut is there only because the line goes on for some pixels. */
    boolean plainCut(double share, double x0, double y0, double x1, double y1) {
        double at = share * pieces(x0, y0, x1, y1);
        return Math.abs(at - Math.rint(at)) < 1e-9;
    }
}
