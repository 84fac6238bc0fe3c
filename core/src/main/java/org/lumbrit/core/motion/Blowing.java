package org.lumbrit.core.motion;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Keyed;

/** Which way the air goes at a moment. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Blowing permits Blowing.Downwind, Blowing.Pointer, Blowing.Station {

    /** Degrees clockwise from north, the way it goes. */
    double headingAt(double time, double mean);

    /**
     * How fast the mean wind is at a moment, against its property.
     *
     * @param high the high end of the property, m/s
     */
    default double strength(double time, double high) {
        return 1;
    }

    /** Says what is wrong with its settings beyond what their descriptions say. */
    default void check(Saying wrong) {}

    /** Whether the heading comes back after a loop of so many seconds from a start. */
    default boolean loops(double start, double seconds) {
        return true;
    }

    /** The nearest that comes back. */
    default Blowing fitted(double start, double seconds) {
        return this;
    }

    /** With the gusts, by the wind's own heading. */
    @Kind(name = "downwind", title = "With its gusts", help = "The air goes the way the gusts travel.")
    record Downwind() implements Blowing {
        @Override
        public double headingAt(double time, double mean) {
            return mean;
        }
    }

    /** By headings at certain seconds, from each to the next the shorter way round; held before the first and after the last. */
    @Kind(
            name = "pointer",
            title = "As a pointer swings",
            help = "The air goes where a pointer shows, whose heading is keyed over time.")
    record Pointer(
            @Setting(
                    title = "headings",
                    unit = "s",
                    slider = {0, 360},
                    byDefault = "[[0,60],[4,120],[8,60]]",
                    help = "From seconds to the heading then, in degrees; the shorter way round between them")
            List<CurvePoint> keys)
            implements Blowing {
        public Pointer {
            keys = List.copyOf(keys);
        }

        @Override
        public void check(Saying wrong) {
            CurvePoint.check(wrong.below("keys"), keys, -3600, 3600);
        }

        @Override
        public double headingAt(double time, double mean) {
            return Keyed.value(keys, Easing.LINEAR, true, time);
        }

        @Override
        public boolean loops(double start, double seconds) {
            double away = Keyed.shortest(headingAt(start + seconds, 0) - headingAt(start, 0));
            return Math.abs(away) < 1e-6;
        }

        @Override
        public Blowing fitted(double start, double seconds) {
            return new Pointer(Keyed.closed(keys, start, seconds, headingAt(start, 0)));
        }
    }

    /**
     * By the rows of a weather station, linear between the hours, headings the shorter way round. The mean speed is the station's;
     * where falloffs drive the speed, they say which share of it there is.
     */
    @Kind(
            name = "station",
            title = "As a weather station says",
            help = "Heading and mean speed by the hour, from a table (CSV).")
    record Station(
            @Setting(
                    title = "hours",
                    byDefault = "[[0,240,4],[1,250,6],[2,270,3]]",
                    help = "Hour, the heading that the wind comes from in degrees, its speed in m/s")
            List<WindRow> rows,

            @Setting(
                    title = "an hour takes",
                    unit = "s",
                    min = 0.01,
                    max = 3600,
                    slider = {0.1, 10},
                    byDefault = "1",
                    help = "Seconds of the clock")
            double hourSeconds)
            implements Blowing {
        private static final int MOST_HOURS = 10_000;

        public Station {
            rows = List.copyOf(rows);
        }

        @Override
        public void check(Saying wrong) {
            if (rows.isEmpty() || rows.size() > MOST_HOURS) {
                wrong.say("rows", "A station has 1 to " + MOST_HOURS + " hours.");
            }
            for (int i = 0; i < rows.size(); i++) {
                WindRow row = rows.get(i);
                if (i > 0 && !(row.hour() > rows.get(i - 1).hour())) {
                    wrong.say("rows[" + i + "]", "Hours go on: each is later than the one before.");
                    return;
                }
                if (!(row.speed() >= 0 && row.speed() <= 150)) {
                    wrong.say("rows[" + i + "]", "Its speed lies between 0 and 150 m/s.");
                    return;
                }
            }
        }

        private double at(double time, boolean heading) {
            List<CurvePoint> keys = rows.stream()
                    .map(row -> new CurvePoint(row.hour() * hourSeconds, heading ? row.from() + 180 : row.speed()))
                    .toList();
            return Keyed.value(keys, Easing.LINEAR, heading, time);
        }

        @Override
        public double headingAt(double time, double mean) {
            return at(time, true);
        }

        @Override
        public double strength(double time, double high) {
            return high > 0 ? at(time, false) / high : 0;
        }

        @Override
        public boolean loops(double start, double seconds) {
            return Math.abs(Keyed.shortest(at(start + seconds, true) - at(start, true))) < 1e-6
                    && Math.abs(at(start + seconds, false) - at(start, false)) < 1e-6;
        }

        @Override
        public Blowing fitted(double start, double seconds) {
            double end = (start + seconds) / hourSeconds;
            List<WindRow> closed = new ArrayList<>(
                    rows.stream().filter(row -> row.hour() < end - 1e-9).toList());
            closed.add(new WindRow(end, at(start, true) - 180, at(start, false)));
            return new Station(closed, hourSeconds);
        }
    }
}
