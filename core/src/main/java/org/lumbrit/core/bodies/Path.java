package org.lumbrit.core.bodies;

import org.lumbrit.core.math.Results;

/**
 * Where a body was, frame by frame.
 *
 * @param step seconds from one frame to the next
 * @param numbers of each frame {@value #NUMBERS}: x, y, z; its turn as a quaternion x, y, z, w; speed x, y, z; spin x, y, z; whether it touched, how fast it
 *     slid where it did, its radius
 * @param end how it ended
 */
public record Path(double step, double[] numbers, End end) implements Results.Weighted {
    public static final int NUMBERS = 16;

    /** How it ended. */
    public enum End {
        /** It has come to rest. */
        RESTS,
        /** It has left the site. */
        LEFT,
        /** The time was over before. */
        MOVES
    }

    @Override
    public long bytes() {
        return 8L * numbers.length + 32;
    }

    /** How many frames it has. */
    public int frames() {
        return numbers.length / NUMBERS;
    }

    /** Seconds from the first to the last. */
    public double seconds() {
        return step * (frames() - 1);
    }

    /** One number at a moment, between the frames; held before and after. */
    public double at(double seconds, int which) {
        double frame = Math.max(0, Math.min(frames() - 1, seconds / step));
        int before = Math.min((int) frame, frames() - 1);
        int after = Math.min(before + 1, frames() - 1);
        double a = numbers[NUMBERS * before + which];
        return a + (frame - before) * (numbers[NUMBERS * after + which] - a);
    }

    /** How it is turned at a moment, a unit quaternion x, y, z, w. */
    public double[] turn(double seconds) {
        double[] q = new double[4];
        double frame = Math.max(0, Math.min(frames() - 1, seconds / step));
        int before = Math.min((int) frame, frames() - 1);
        int after = Math.min(before + 1, frames() - 1);
        double share = frame - before;
        double dot = 0;
        for (int k = 0; k < 4; k++) {
            dot += numbers[NUMBERS * before + 3 + k] * numbers[NUMBERS * after + 3 + k];
        }
        double length = 0;
        for (int k = 0; k < 4; k++) {
            q[k] = (1 - share) * numbers[NUMBERS * before + 3 + k]
                    + (dot < 0 ? -share : share) * numbers[NUMBERS * after + 3 + k];
            length += q[k] * q[k];
        }
        for (int k = 0; k < 4; k++) {
            q[k] /= Math.sqrt(length);
        }
        return q;
    }
}
