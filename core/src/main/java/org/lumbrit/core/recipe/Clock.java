package org.lumbrit.core.recipe;

import java.util.List;
import org.lumbrit.core.kinds.Setting;

/**
 * The site's time. With a loop, motion repeats after it, from the start on; without one it goes from start to end.
 *
 * @param tracks numbers of the recipe that are keyed over time
 */
public record Clock(
        @Setting(title = "frames per second", min = 1, max = 240, byDefault = "24")
        double framesPerSecond,

        @Setting(
                title = "loop",
                unit = "s",
                min = 0,
                max = 3600,
                byDefault = "8",
                help = "0 where nothing has to repeat")
        double loopSeconds,

        @Setting(title = "start", unit = "s", min = -1e5, max = 1e5, byDefault = "0", help = "Where playing begins")
        double startSeconds,

        @Setting(
                title = "end",
                unit = "s",
                min = -1e5,
                max = 1e5,
                byDefault = "8",
                help = "Where playing ends; with a loop it ends with the loop")
        double endSeconds,

        @Setting(title = "keys", byDefault = "[]", onCard = false)
        List<Track> tracks) {
    public Clock {
        tracks = List.copyOf(tracks);
    }

    /** From 0, with nothing keyed. */
    public Clock(double framesPerSecond, double loopSeconds) {
        this(framesPerSecond, loopSeconds, 0, 8, List.of());
    }

    /** The moments at which motion is computed; a loop has a whole number of them, evenly spaced. */
    public Frames frames() {
        if (loopSeconds > 0) {
            int count = (int) Math.max(1, Math.rint(loopSeconds * framesPerSecond));
            return new Frames(count, startSeconds, loopSeconds / count, true);
        }
        double length = Math.max(0, endSeconds - startSeconds);
        return new Frames(
                (int) Math.max(1, Math.rint(length * framesPerSecond) + 1), startSeconds, 1 / framesPerSecond, false);
    }

    /** The same with other keys. */
    public Clock withTracks(List<Track> newTracks) {
        return new Clock(framesPerSecond, loopSeconds, startSeconds, endSeconds, newTracks);
    }
}
