package org.lumbrit.core.relief;

import java.util.Optional;
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
     * Why there is no room, and what would work; empty where there is.
     *
     * @param layer as it is named; @param nodes of the ground
     */
    Optional<String> refusal(String layer, double nodes) {
        double most = Room.forThings(1);
        if (bytes <= most) {
            return Optional.empty();
        }
        double work = nodes * most / bytes;
        int side = (int) Math.sqrt(work) / 10 * 10;
        return Optional.of(
                "“%s” needs all of the ground at once: %s GB of memory for %s million nodes; this program has %s and gives it half. A ground of %s million nodes works here, such as %d × %d: lower its resolution in the yard, or start Lumbrit with more memory."
                        .formatted(
                                layer,
                                gigabytes(bytes),
                                Decimal.write(nodes / 1e6, 1),
                                Room.said(),
                                Decimal.write(side * (double) side / 1e6, 1),
                                side,
                                side));
    }

    /**
     * Sees to it that there is room.
     *
     * @throws BeyondRoomException before memory is taken, as {@link #refusal} says it
     */
    public void require(String layer, double nodes) {
        refusal(layer, nodes).ifPresent(why -> {
            throw new BeyondRoomException(why);
        });
    }
}
