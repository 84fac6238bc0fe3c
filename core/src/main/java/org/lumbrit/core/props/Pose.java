package org.lumbrit.core.props;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Placing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.surface.Place;

/**
 * Where a prop is at a time. Whoever reads a prop, for nearness, shade, a push or the picture, reads it at the pose of that time. A
 * new pose is one record and its name in the {@code permits} line.
 */
public sealed interface Pose permits Pose.Still, Pose.AlongPath, Pose.Floats, Pose.Carried {

    /** What it reads of the site besides the things that its settings refer to. */
    default Set<Surrounding> reads() {
        return Set.of();
    }

    /** Says what is wrong with its settings beyond what their descriptions say. */
    default void check(Saying wrong) {}

    /**
     * The prop as it stands at a time.
     *
     * @param standing as it is written; @param places finds a place by its id
     */
    Prop at(Prop standing, double time, Function<String, Place> places);

    /** How it floats; none where it does not. */
    default Optional<Floats> floating() {
        return Optional.empty();
    }

    /** The prop that carries it; none where none does. */
    default Optional<String> carrier() {
        return Optional.empty();
    }

    /** Whether it comes back after a loop of so many seconds. */
    default boolean loops(double seconds, Function<String, Place> places) {
        return true;
    }

    @Kind(name = "still", title = "Stands still", help = "Stays where it was put; its numbers may still be keyed.")
    record Still() implements Pose {
        @Override
        public Prop at(Prop standing, double time, Function<String, Place> places) {
            return standing;
        }
    }

    /** Which way something that follows a path is turned. */
    enum Turned {
        /** Its front goes ahead. */
        ALONG,
        /** As its heading says. */
        FIXED
    }

    /**
     * Along the straight pieces of a path, seen in plan, at an even speed: x and z are the path's. Round and round a closed one;
     * held at the end of an open one. On the ground where the prop stands on it, else at its own height.
     */
    @Kind(
            name = "along-path",
            title = "Follows a path",
            help = "Goes along a path or round an area's edge at an even speed.",
            decides = {"x", "z"})
    record AlongPath(
            @Setting(
                    title = "path",
                    refers = Refers.PLACE,
                    of = {"path", "area"},
                    help = "The line that it follows")
            String path,

            @Setting(
                    title = "speed",
                    unit = "m/s",
                    min = -1000,
                    max = 1000,
                    slider = {-5, 5},
                    byDefault = "1",
                    help = "Below 0 it goes backwards")
            double speed,

            @Setting(
                    title = "begins",
                    unit = "m",
                    min = -1e6,
                    max = 1e6,
                    slider = {0, 100},
                    byDefault = "0",
                    help = "How far along the path it is at 0 s")
            double begins,

            @Setting(title = "turned", byDefault = "along", help = "With its front ahead, or as its heading says")
            Turned turned)
            implements Pose {

        @Override
        public Set<Surrounding> reads() {
            return Set.of(Surrounding.TIME);
        }

        @Override
        public Prop at(Prop standing, double time, Function<String, Place> places) {
            Place place = places.apply(path);
            List<Point3> corners = place.corners();
            int pieces = place.closed() ? corners.size() : corners.size() - 1;
            double whole = length(corners, pieces);
            double way = begins + speed * time;
            way = place.closed() ? way - whole * Math.floor(way / whole) : Math.max(0, Math.min(whole, way));
            int piece = 0;
            double gone = 0;
            while (piece < pieces - 1 && gone + piece(corners, piece) <= way) {
                gone += piece(corners, piece);
                piece++;
            }
            Point3 from = corners.get(piece);
            Point3 to = corners.get((piece + 1) % corners.size());
            double length = piece(corners, piece);
            double share = length > 0 ? (way - gone) / length : 0;
            double dx = to.x() - from.x();
            double dz = to.z() - from.z();
            double ahead = Placing.headingOf(dx, dz) + (speed < 0 ? 180 : 0);
            return standing.standingAt(
                    from.x() + share * dx,
                    from.z() + share * dz,
                    turned == Turned.ALONG && length > 0 ? ahead : standing.heading());
        }

        @Override
        public boolean loops(double seconds, Function<String, Place> places) {
            Place place = places.apply(path);
            List<Point3> corners = place.corners();
            double rounds = speed * seconds / length(corners, place.closed() ? corners.size() : corners.size() - 1);
            return speed == 0 || place.closed() && Math.abs(rounds - Math.rint(rounds)) < 1e-6;
        }

        /** Metres in plan. */
        private static double length(List<Point3> corners, int pieces) {
            double sum = 0;
            for (int k = 0; k < pieces; k++) {
                sum += piece(corners, k);
            }
            return Math.max(sum, 1e-9);
        }

        private static double piece(List<Point3> corners, int k) {
            Point3 a = corners.get(k);
            Point3 b = corners.get((k + 1) % corners.size());
            double dx = b.x() - a.x();
            double dz = b.z() - a.z();
            return Math.sqrt(dx * dx + dz * dz);
        }
    }

    /** How a floating thing takes the water's height. */
    enum Rides {
        /** By the water under its middle; it stays upright. */
        POINT,
        /** By the water under all of it; it tilts as that does. */
        BODY
    }

    /** On a piece of moving water: as high and as tilted as the water under it, along a path where one is given. */
    @Kind(
            name = "floats",
            title = "Floats",
            help = "Rides on moving water, drifts along a path, and is held by the shore.",
            decides = {"y"})
    record Floats(
            @Setting(title = "on", refers = Refers.LAYER, of = "water", help = "The moving water that it floats on")
            String water,

            @Setting(
                    title = "rides",
                    byDefault = "body",
                    help = "Upright by one height, or tilting with all that is under it")
            Rides rides,

            @Setting(
                    title = "above the water",
                    unit = "m",
                    min = -1000,
                    max = 1000,
                    slider = {-2, 2},
                    byDefault = "0",
                    help = "How high its own origin lies above the water; not asked where it has a weight")
            double offset,

            @Setting(
                    title = "weight",
                    unit = "kg",
                    min = 0,
                    max = 1e9,
                    slider = {0, 1000},
                    byDefault = "0",
                    help = "From it and its shape follows how deep it lies; 0 is as high as is set")
            double weight,

            @Setting(
                    title = "drifts along",
                    refers = Refers.PLACE,
                    of = {"path", "area"},
                    byDefault = "\"\"",
                    help = "A path on the water")
            String path,

            @Setting(
                    title = "drifts",
                    unit = "m/s",
                    min = -100,
                    max = 100,
                    slider = {-2, 2},
                    byDefault = "0.2",
                    help = "Along the path")
            double speed,

            @Setting(
                    title = "moored by",
                    unit = "m",
                    min = 0,
                    max = 1e5,
                    slider = {0, 20},
                    byDefault = "0",
                    help = "A line so long to where it was put; 0 is none")
            double moored)
            implements Pose {

        @Override
        public Set<Surrounding> reads() {
            return Set.of(Surrounding.TIME, Surrounding.GROUND);
        }

        /** Whether it goes anywhere. */
        public boolean drifts() {
            return !path.isEmpty() && speed != 0;
        }

        /** Where it would be on the level if no shore held it. */
        @Override
        public Prop at(Prop standing, double time, Function<String, Place> places) {
            if (path.isEmpty()) {
                return standing;
            }
            Prop there = new AlongPath(path, speed, 0, Turned.FIXED).at(standing, time, places);
            double dx = there.x() - standing.x();
            double dz = there.z() - standing.z();
            double away = Math.sqrt(dx * dx + dz * dz);
            if (moored == 0 || away <= moored) {
                return there;
            }
            return standing.standingAt(
                    standing.x() + dx / away * moored, standing.z() + dz / away * moored, standing.heading());
        }

        @Override
        public Optional<Floats> floating() {
            return Optional.of(this);
        }

        @Override
        public boolean loops(double seconds, Function<String, Place> places) {
            return !drifts() || new AlongPath(path, speed, 0, Turned.FIXED).loops(seconds, places);
        }
    }

    /** On another prop: moved and turned with it from where it was put, as that is at the clock's first frame. */
    @Kind(
            name = "carried",
            title = "Is carried",
            help = "Goes with another prop: it stays where it was put on it as the clock begins.")
    record Carried(
            @Setting(title = "by", refers = Refers.PROP, help = "The prop that carries it")
            String by) implements Pose {

        @Override
        public Set<Surrounding> reads() {
            return Set.of(Surrounding.TIME, Surrounding.GROUND);
        }

        @Override
        public Prop at(Prop standing, double time, Function<String, Place> places) {
            return standing;
        }

        @Override
        public Optional<String> carrier() {
            return Optional.of(by);
        }
    }
}
