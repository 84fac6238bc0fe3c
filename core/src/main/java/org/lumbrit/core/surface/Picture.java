package org.lumbrit.core.surface;

import org.lumbrit.core.math.KeyBuilder;

/**
 * A grey picture as a grid of values 0..1, the first row at the top (north).
 *
 * @param key content key of the values
 */
public record Picture(String key, int columns, int rows, float[] values) {
    public Picture(int columns, int rows, float[] values) {
        this(new KeyBuilder("picture/1").add(columns).add(values).key(), columns, rows, values);
    }

    /** What lies beyond the border. */
    public enum Edge {
        HOLD,
        REPEAT,
        MIRROR;

        private int index(int i, int length) {
            return switch (this) {
                case HOLD -> Math.min(length - 1, Math.max(0, i));
                case REPEAT -> Math.floorMod(i, length);
                case MIRROR -> {
                    int phase = Math.floorMod(i, 2 * length);
                    yield phase < length ? phase : 2 * length - 1 - phase;
                }
            };
        }
    }

    /**
     * Bilinear between the middles of the pixels.
     *
     * @param u 0 at the left border, 1 at the right; @param v 0 at the top, 1 at the bottom
     */
    public double at(double u, double v, Edge edge) {
        double x = u * columns - 0.5;
        double y = v * rows - 0.5;
        double left = Math.floor(x);
        double top = Math.floor(y);
        int c0 = edge.index((int) left, columns);
        int c1 = edge.index((int) left + 1, columns);
        int r0 = edge.index((int) top, rows) * columns;
        int r1 = edge.index((int) top + 1, rows) * columns;
        double fx = x - left;
        double fy = y - top;
        double upper = values[r0 + c0] + fx * (values[r0 + c1] - values[r0 + c0]);
        double lower = values[r1 + c0] + fx * (values[r1 + c1] - values[r1 + c0]);
        return upper + fy * (lower - upper);
    }
}
