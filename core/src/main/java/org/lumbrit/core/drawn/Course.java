package org.lumbrit.core.drawn;

import java.util.Arrays;

/** A line as it lies in the picture, before it is known what of it is seen: point after point, pieces between them. */
final class Course {
    final Drawing.Line of;
    final double level;
    /** The surface on which it lies, −1 for none. */
    final int own;
    /** How wide it is of what it would be. */
    final double strength;

    /** Pixels from the left and the top, nearness, and how readily it is drawn, of each point. */
    double[] points = new double[4 * 16];
    /** Of each point whether it lies in front of the eye. */
    boolean[] ahead = new boolean[16];
    /** Of each piece the two triangles on which it lies, −1 for none. */
    int[] beside = new int[2 * 16];

    int count;

    Course(Drawing.Line of, double level, int own, double strength) {
        this.of = of;
        this.level = level;
        this.own = own;
        this.strength = strength;
    }

    /** One more point. @param s a triangle of the piece that leads to it, −1 for none; @param t another */
    void add(double x, double y, double nearness, double shows, boolean isAhead, int s, int t) {
        if (count == ahead.length) {
            points = Arrays.copyOf(points, 2 * points.length);
            ahead = Arrays.copyOf(ahead, 2 * ahead.length);
            beside = Arrays.copyOf(beside, 2 * beside.length);
        }
        points[4 * count] = x;
        points[4 * count + 1] = y;
        points[4 * count + 2] = nearness;
        points[4 * count + 3] = shows;
        ahead[count] = isAhead;
        if (count > 0) {
            beside[2 * (count - 1)] = s;
            beside[2 * (count - 1) + 1] = t;
        }
        count++;
    }
}
