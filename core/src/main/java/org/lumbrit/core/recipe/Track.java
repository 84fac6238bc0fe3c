package org.lumbrit.core.recipe;

import java.util.List;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Keyed;

/**
 * One number of the recipe that is keyed over time.
 *
 * @param of what owns the number; @param id the owner
 * @param setting the way to it, by names: {@code heading}, {@code source.featureSize}, {@code steps.s1.power},
 *     {@code properties.speed.high}
 * @param easing between keys; @param round whether it is an angle that goes the shorter way round
 * @param keys seconds to number
 */
public record Track(
        Owner of,
        String id,
        String setting,

        @Setting(title = "between keys", byDefault = "linear")
        Easing easing,

        @Setting(title = "the shorter way round", byDefault = "false")
        boolean round,

        List<CurvePoint> keys) {

    /** What has numbers. */
    public enum Owner {
        FALLOFF,
        LAYER,
        PROP
    }

    public Track {
        keys = List.copyOf(keys);
    }

    /** The thing whose number it is. */
    public Graph.Node owner() {
        return new Graph.Node(Refers.valueOf(of.name()), id);
    }

    /** The number at a time in seconds, in its own unit. */
    public double at(double time) {
        return Keyed.value(keys, easing, round, time);
    }

    /** Whether both key the same number. */
    public boolean sameNumber(Track other) {
        return of == other.of && id.equals(other.id) && setting.equals(other.setting);
    }

    /** Whether it comes back after a loop of so many seconds from a start. */
    public boolean loops(double start, double seconds) {
        double away = at(start + seconds) - at(start);
        return Math.abs(round ? Keyed.shortest(away) : away) < 1e-6;
    }

    /** The same with a key at the loop's end that has the value of its start. */
    public Track closed(double start, double seconds) {
        return new Track(of, id, setting, easing, round, Keyed.closed(keys, start, seconds, at(start)));
    }
}
