package org.lumbrit.core.recipe;

import java.util.ArrayList;
import java.util.List;

/**
 * Numbers that a layer gives over time, or over a height, to be drawn as lines beside the picture.
 *
 * @param unit s for time, m for height
 * @param seconds of the clock, or metres, rising
 * @param lines each with one value a second that is named
 * @param way places x, y, z, metres, one after the other, that something goes through; empty where nothing goes anywhere
 */
public record Readings(String unit, double[] seconds, List<Line> lines, double[] way) {
    /**
     * One number over time.
     *
     * @param title in words; @param unit "" where there is none
     * @param values as many as there are seconds
     */
    public record Line(String title, String unit, double[] values) {}

    /** Over time. */
    public Readings(double[] seconds, List<Line> lines, double[] way) {
        this("s", seconds, lines, way);
    }

    /** The same with no more moments than so many, evenly thinned; the first and the last stay. */
    public Readings thinned(int most) {
        int count = seconds.length;
        if (count <= most) {
            return this;
        }
        List<Line> fewer = new ArrayList<>();
        for (Line line : lines) {
            fewer.add(new Line(line.title, line.unit, thinned(line.values, most, 1)));
        }
        return new Readings(unit, thinned(seconds, most, 1), fewer, thinned(way, most, 3));
    }

    private static double[] thinned(double[] values, int most, int each) {
        int count = values.length / each;
        if (count <= most) {
            return values;
        }
        double[] fewer = new double[most * each];
        for (int k = 0; k < most; k++) {
            int from = (int) Math.round((double) k * (count - 1) / (most - 1));
            System.arraycopy(values, from * each, fewer, k * each, each);
        }
        return fewer;
    }
}
