package org.lumbrit.core.motion;

/**
 * The moments at which motion is computed: evenly spaced, from a start; periodic where the last is followed by the first.
 *
 * @param count at least 1
 * @param start seconds of the first
 * @param step seconds from one to the next
 */
public record Frames(int count, double start, double step, boolean periodic) {
    /** An hour of loop at 240 frames a second is refused. */
    public static final int MOST = 20_000;

    /** Seconds of a frame; any whole number, before the first and beyond the last too. */
    public double time(int frame) {
        return start + frame * step;
    }

    /** Seconds after which all comes back; 0 where it need not. */
    public double loop() {
        return periodic ? count * step : 0;
    }

    /** Seconds from the first frame to the end of the last. */
    public double length() {
        return count * step;
    }

    /** The frame after one, or before it, in the loop; without a loop the ends are held. */
    public int wrapped(int frame) {
        return periodic ? Math.floorMod(frame, count) : Math.max(0, Math.min(count - 1, frame));
    }
}
