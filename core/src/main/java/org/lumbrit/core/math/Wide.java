package org.lumbrit.core.math;

/**
 * Floats as doubles and back, for a piece of a loop. Where one loop reads floats, reckons with doubles and writes floats, Java 17 lets each
 * turn wait for the last (the processor's conversion keeps half of its register, so that it seems to need what stood there): 7 ns a
 * number instead of 1. Each way in a loop of its own is free of that, and the reckoning between runs in vector lanes.
 */
public final class Wide {
    /** No numbers. */
    public static final double[] NONE = {};

    private Wide() {}

    /** The numbers from..to−1, from the beginning of {@code room}; gives the same. */
    public static double[] from(float[] numbers, int from, int to, double[] room) {
        for (int i = 0; i < to - from; i++) {
            room[i] = numbers[from + i];
        }
        return room;
    }

    /** Writes the first numbers of {@code room}, rounded to floats, to from..to−1. */
    public static void to(double[] room, float[] numbers, int from, int to) {
        for (int i = 0; i < to - from; i++) {
            numbers[from + i] = (float) room[i];
        }
    }
}
