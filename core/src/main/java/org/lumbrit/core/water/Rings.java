package org.lumbrit.core.water;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Surroundings;

/** What makes rings on a piece of water. A new one is one record and its name in the {@code permits} line. */
public sealed interface Rings permits Rings.None, Rings.Drops, Rings.Wake {
    /** How they run; none where there are none. */
    default Optional<Runs> runs() {
        return Optional.empty();
    }

    /** What it reads of the site besides the things that its settings refer to. */
    default Set<Surrounding> reads() {
        return Set.of();
    }

    /** What a shore does to rings. */
    enum Shores {
        /** It throws them back. */
        REFLECT,
        /** It swallows them. */
        SWALLOW
    }

    /**
     * How rings run.
     *
     * @param speed m/s; @param damping 1/s; @param size metres of what makes them; @param high metres that it lifts or presses at most
     */
    record Runs(double speed, double damping, Shores shores, double size, double high) {}

    /** Takes a bump of a place. */
    @FunctionalInterface
    interface Bumps {
        /** @param high metres, below 0 a hollow; @param rim whether what is taken from its middle lies round it */
        void at(double x, double z, double high, boolean rim);
    }

    /**
     * What disturbs the water from one frame to the next.
     *
     * @param frame from 0 on; @param seconds from one frame to the next
     */
    default void disturb(
            Surroundings site, int seed, int frame, double seconds, double width, double depth, Bumps bumps) {}

    @Kind(name = "none", title = "None", help = "No rings.")
    record None() implements Rings {}

    @Kind(name = "drops", title = "Drops", help = "Drops of rain, or of what falls in, here and there.")
    record Drops(
            @Setting(
                    title = "drops",
                    unit = "/m²/min",
                    min = 0,
                    max = 1e5,
                    slider = {0, 10},
                    byDefault = "0.5",
                    help = "How many fall on each square metre in a minute")
            double rate,

            @Setting(
                    title = "size",
                    unit = "m",
                    min = 0.001,
                    max = 100,
                    slider = {0.05, 2},
                    byDefault = "0.6")
            double size,

            @Setting(
                    title = "height",
                    unit = "m",
                    min = 0,
                    max = 10,
                    slider = {0, 0.2},
                    byDefault = "0.04")
            double high,

            @Setting(
                    title = "run",
                    unit = "m/s",
                    min = 0.001,
                    max = 100,
                    slider = {0.2, 5},
                    byDefault = "1.2",
                    help = "How fast rings grow wider")
            double speed,

            @Setting(
                    title = "die away",
                    unit = "1/s",
                    min = 0,
                    max = 100,
                    slider = {0, 3},
                    byDefault = "0.6")
            double damping,

            @Setting(title = "shores", byDefault = "reflect", help = "Throw rings back, or swallow them")
            Shores shores)
            implements Rings {
        @Override
        public Optional<Runs> runs() {
            return Optional.of(new Runs(speed, damping, shores, size, high));
        }

        @Override
        public void disturb(
                Surroundings site, int seed, int frame, double seconds, double width, double depth, Bumps bumps) {
            double mean = rate / 60 * width * depth * seconds;
            int count = (int) Math.floor(mean + Hash.unit(Hash.of(seed, frame, 7)));
            for (int n = 0; n < count; n++) {
                bumps.at(
                        (Hash.unit(Hash.of(seed, frame, 3 * n)) - 0.5) * width,
                        (Hash.unit(Hash.of(seed, frame, 3 * n + 1)) - 0.5) * depth,
                        -high * (0.4 + 0.6 * Hash.unit(Hash.of(seed, frame, 3 * n + 2))),
                        true);
            }
        }
    }

    @Kind(name = "wake", title = "A wake", help = "Behind a prop that moves through the water.")
    record Wake(
            @Setting(title = "prop", refers = Refers.PROP, help = "A prop with keys, or one that follows a path")
            String prop,

            @Setting(
                    title = "size",
                    unit = "m",
                    min = 0.001,
                    max = 100,
                    slider = {0.1, 5},
                    byDefault = "0.8")
            double size,

            @Setting(
                    title = "presses",
                    unit = "m",
                    min = 0,
                    max = 10,
                    slider = {0, 0.5},
                    byDefault = "0.12")
            double high,

            @Setting(
                    title = "run",
                    unit = "m/s",
                    min = 0.001,
                    max = 100,
                    slider = {0.2, 5},
                    byDefault = "1.2")
            double speed,

            @Setting(
                    title = "die away",
                    unit = "1/s",
                    min = 0,
                    max = 100,
                    slider = {0, 3},
                    byDefault = "0.4")
            double damping,

            @Setting(title = "shores", byDefault = "reflect", help = "Throw rings back, or swallow them")
            Shores shores)
            implements Rings {
        @Override
        public Optional<Runs> runs() {
            return Optional.of(new Runs(speed, damping, shores, size, high));
        }

        @Override
        public Set<Surrounding> reads() {
            return Set.of(Surrounding.KEYS);
        }

        /** The hollow that it presses goes along with it: what is pressed here is let up there. */
        @Override
        public void disturb(
                Surroundings site, int seed, int frame, double seconds, double width, double depth, Bumps bumps) {
            List<Point3> round = site.round(prop);
            Point3 now = round.get(site.frames().wrapped(frame));
            bumps.at(now.x(), now.z(), -high, false);
            if (frame > 0) {
                Point3 before = round.get(site.frames().wrapped(frame - 1));
                bumps.at(before.x(), before.z(), high, false);
            }
        }
    }
}
