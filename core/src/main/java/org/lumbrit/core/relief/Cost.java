package org.lumbrit.core.relief;

import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.math.Room;

/**
 * About what it costs to shape a ground once.
 *
 * @param seconds on two usual cores; @param bytes of memory that are taken while it runs
 */
public record Cost(double seconds, double bytes) {
    /** Longer than that one is asked first. */
    private static final double BRIEF = 15;

    /** Whether one would rather be asked first. */
    public boolean isLong() {
        return seconds > BRIEF;
    }

    /** In words, such as "about 4 minutes and 6.4 GB of memory". */
    public String said() {
        return "about " + time() + " and " + gigabytes(bytes) + " GB of memory";
    }

    private String time() {
        if (seconds < 100) {
            return Math.max(1, Math.round(seconds)) + " s";
        }
        return seconds < 6000 ? Math.round(seconds / 60) + " minutes" : Decimal.write(seconds / 3600, 1) + " hours";
    }

    private static String gigabytes(double bytes) {
        return Decimal.write(Math.max(0.1, bytes / 1e9), 1);
    }

    /**
     * Sees to it that there is room.
     *
     * @param layer as it is named; @param nodes of the ground; @param longer of its sides, in nodes
     * @throws BeyondRoomException before memory is taken; says how fine a ground may be
     */
    public void require(String layer, double nodes, int longer) {
        double most = Room.forThings(1);
        if (bytes <= most) {
            return;
        }
        int works = (int) (longer * Math.sqrt(most / bytes)) / 10 * 10;
        throw new BeyondRoomException(
                "“%s” needs all of the ground at once: %s GB of memory for %s million nodes; this program has %s and gives it half. A ground of at most %d nodes along its longer side works here: set its resolution to that, or start Lumbrit with more memory."
                        .formatted(layer, gigabytes(bytes), Decimal.write(nodes / 1e6, 1), Room.said(), works));
    }
}
