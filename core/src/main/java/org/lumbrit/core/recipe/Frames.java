package org.lumbrit.core.recipe;

import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Room;

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

    /** A whole loop is kept as numbers of two bytes in one array, of which Java holds so many. */
    private static final int LONGEST = Integer.MAX_VALUE - 16;

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

    /**
     * Sees to it that so many numbers for each thing in each frame can be held, two bytes a number.
     *
     * @param what the things in words, "plants"
     * @throws BeyondRoomException before memory is taken, where there is too little
     */
    public void require(int things, int each, String what) {
        long all = (long) things * each * count;
        long most = Math.min(LONGEST, Room.forThings(2));
        if (all > most) {
            throw new BeyondRoomException(
                    "The motion of %d %s over %d frames takes %s GB; with %s of memory this program holds %d of them. Take a lower density, a shorter loop or fewer frames a second."
                            .formatted(
                                    things,
                                    what,
                                    count,
                                    Decimal.write(2e-9 * all, 1),
                                    Room.said(),
                                    most / ((long) each * count)));
        }
    }

    /** The frame after one, or before it, in the loop; without a loop the ends are held. */
    public int wrapped(int frame) {
        return periodic ? Math.floorMod(frame, count) : Math.max(0, Math.min(count - 1, frame));
    }
}
