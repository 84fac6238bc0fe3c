package org.lumbrit.core.drawn;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.seeing.View;

/** A shape as it lies in the picture. */
final class Flat {
    /** Cosine of a fold that may be an edge at all. */
    private static final double CLEAR = 0.99;
    /** Pixels that an edge is long where edges stand clear of each other. */
    private static final double ROOM = 9;

    private static final double DENSE = 2;

    /** Pixels that its edges are long, on the mean. */
    private final double edge;

    final Shape shape;
    /** Pixels from the left, from the top, and the nearness of each corner. */
    final double[] x;

    final double[] y;
    final double[] nearness;
    /** Whether each corner lies in front of the eye. */
    final boolean[] ahead;
    /** Whether each triangle shows its front. */
    final boolean[] front;

    Flat(Shape shape, View view, Cancel cancel) {
        this.shape = shape;
        int corners = shape.positions().length / 3;
        x = new double[corners];
        y = new double[corners];
        nearness = new double[corners];
        ahead = new boolean[corners];
        front = new boolean[shape.count()];
        float[] p = shape.positions();
        Chunks.run(corners, cancel, (from, to) -> {
            double[] out = new double[3];
            for (int v = from; v < to; v++) {
                ahead[v] = view.project(p[3 * v], p[3 * v + 1], p[3 * v + 2], out);
                x[v] = out[0];
                y[v] = out[1];
                nearness[v] = out[2];
            }
        });
        float[] n = shape.normals();
        Chunks.run(front.length, cancel, (from, to) -> {
            for (int t = from; t < to; t++) {
                int a = 3 * shape.triangles()[3 * t];
                front[t] = view.front(n[3 * t], n[3 * t + 1], n[3 * t + 2], p[a], p[a + 1], p[a + 2]);
            }
        });
        edge = edge();
    }

    /** Pixels that an edge is long, on the mean, of those between facets that turn from each other. */
    private double edge() {
        int[] ends = shape.edges();
        double sum = 0;
        int count = 0;
        for (int e = 0; e < ends.length / 2; e++) {
            int a = ends[2 * e];
            int b = ends[2 * e + 1];
            if (shape.folded()[e] < CLEAR && ahead[a] && ahead[b]) {
                sum += StrictMath.hypot(x[a] - x[b], y[a] - y[b]);
                count++;
            }
        }
        return count == 0 ? Double.POSITIVE_INFINITY : sum / count;
    }

    /** Whether its edges are so short in the picture that each for itself says nothing. */
    boolean dense() {
        return edge < DENSE;
    }

    /** How strongly its edges are drawn: less where they lie so close that they would be one dark spot. */
    double strength() {
        return Math.min(1, edge / ROOM);
    }

    /** Whether a triangle may hide what lies behind it. */
    boolean hides(int t) {
        int[] corners = shape.triangles();
        return (front[t] || !shape.closed())
                && ahead[corners[3 * t]]
                && ahead[corners[3 * t + 1]]
                && ahead[corners[3 * t + 2]];
    }

    /** Whether an edge parts what is seen from what is not: between front and back, or at a border. */
    boolean outlines(int edge) {
        int s = shape.beside()[2 * edge];
        int t = shape.beside()[2 * edge + 1];
        return t < 0 || front[s] != front[t];
    }
}
