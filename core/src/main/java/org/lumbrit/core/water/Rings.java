package org.lumbrit.core.water;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.bodies.Path;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.motion.AirAt;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.season.WeatherLayer;
import org.lumbrit.core.surface.Samples;

/** What makes rings on a piece of water. A new one is one record and its name in the {@code permits} line. */
public sealed interface Rings permits Rings.None, Rings.Drops, Rings.Rain, Rings.Wake, Rings.FallsIn, Rings.Gusts {
    /** How they run; none where there are none. */
    default Optional<Runs> runs() {
        return this instanceof Spread rings
                ? Optional.of(new Runs(rings.speed(), rings.damping(), rings.shores(), rings.size(), rings.high()))
                : Optional.empty();
    }

    /** The settings that all rings have. */
    interface Spread {
        double size();

        double high();

        double speed();

        double damping();

        Shores shores();
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

    /** Metres of the water at rest at a place; not a number away from water. */
    @FunctionalInterface
    interface Level {
        double at(double x, double z);
    }

    /**
     * From one of the clock's frames to the next.
     *
     * @param frame from 0 on, on into the second round of a loop; @param seconds it lasts
     * @param width metres of the ground to the east, its middle at 0; @param depth to the south
     */
    record Span(int frame, double seconds, double width, double depth, Level level) {
        /** The clock's second at its begin, in the first round. */
        double time(Surroundings site) {
            return site.frames().time(site.frames().wrapped(frame));
        }

        /** So many places of the ground, as random as its frame. @param take of each place its x, its z and a number 0..1 of its own */
        void scatter(double mean, int seed, Take take) {
            int count = (int) Math.floor(mean + Hash.unit(Hash.of(seed, frame, 7)));
            for (int n = 0; n < count; n++) {
                take.at(
                        (Hash.unit(Hash.of(seed, frame, 3 * n)) - 0.5) * width,
                        (Hash.unit(Hash.of(seed, frame, 3 * n + 1)) - 0.5) * depth,
                        Hash.unit(Hash.of(seed, frame, 3 * n + 2)));
            }
        }
    }

    /** Takes a random place. */
    @FunctionalInterface
    interface Take {
        void at(double x, double z, double chance);
    }

    /** What disturbs the water. */
    default void disturb(Surroundings site, int seed, Span span, Bumps bumps) {}

    /** Why it makes no ring at all, and what would; "" where it makes some. @param level of the water at rest */
    default String amiss(Surroundings site, Level level) {
        return "";
    }

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
            implements Rings, Spread {
        @Override
        public void disturb(Surroundings site, int seed, Span span, Bumps bumps) {
            drop(rate, high, seed, span, bumps);
        }

        /** @param rate drops on a square metre in a minute */
        static void drop(double rate, double high, int seed, Span span, Bumps bumps) {
            span.scatter(
                    rate / 60 * span.width() * span.depth() * span.seconds(),
                    seed,
                    (x, z, chance) -> bumps.at(x, z, -high * (0.4 + 0.6 * chance), true));
        }
    }

    @Kind(name = "rain", title = "Rain of the almanac", help = "As many drops as the almanac has rain.")
    record Rain(
            @Setting(title = "almanac", refers = Refers.LAYER, of = "weather")
            String almanac,

            @Setting(
                    title = "drops",
                    unit = "/m²/min",
                    min = 0,
                    max = 1e5,
                    slider = {0, 10},
                    byDefault = "0.5",
                    help = "How many rings each square metre has in a minute while 1 mm falls in an hour")
            double rate,

            @Setting(like = Drops.class) double size,
            @Setting(like = Drops.class) double high,
            @Setting(like = Drops.class) double speed,
            @Setting(like = Drops.class) double damping,
            @Setting(like = Drops.class) Shores shores)
            implements Rings, Spread {
        @Override
        public void disturb(Surroundings site, int seed, Span span, Bumps bumps) {
            WeatherLayer weather = (WeatherLayer) site.layer(almanac);
            double rain = weather.weather().at(weather.hourAt(span.time(site))).rain();
            Drops.drop(rate * rain, high, seed, span, bumps);
        }

        @Override
        public String amiss(Surroundings site, Level level) {
            WeatherLayer weather = (WeatherLayer) site.layer(almanac);
            return weather.weather().hours().stream().anyMatch(hour -> hour.rain() > 0)
                    ? ""
                    : "It never rains in " + weather.name() + ". Draw some rain on the almanac’s page.";
        }
    }

    @Kind(name = "wake", title = "A wake", help = "Behind a prop that moves through the water.")
    record Wake(
            @Setting(title = "prop", refers = Refers.PROP, help = "A prop with keys, or one that follows a path")
            String prop,

            @Setting(like = Drops.class) double size,
            @Setting(like = Drops.class) double high,
            @Setting(like = Drops.class) double speed,
            @Setting(like = Drops.class) double damping,
            @Setting(like = Drops.class) Shores shores)
            implements Rings, Spread {
        @Override
        public Set<Surrounding> reads() {
            return Set.of(Surrounding.KEYS);
        }

        /** The hollow that it presses goes along with it: what is pressed here is let up there. */
        @Override
        public void disturb(Surroundings site, int seed, Span span, Bumps bumps) {
            List<Point3> round = site.round(prop);
            Point3 now = round.get(site.frames().wrapped(span.frame()));
            bumps.at(now.x(), now.z(), -high, false);
            if (span.frame() > 0) {
                Point3 before = round.get(site.frames().wrapped(span.frame() - 1));
                bumps.at(before.x(), before.z(), high, false);
            }
        }
    }

    @Kind(name = "falls", title = "A body that falls in", help = "Where a rolling body meets the water.")
    record FallsIn(
            @Setting(title = "body", refers = Refers.LAYER, of = "roll")
            String body,

            @Setting(like = Drops.class) double size,
            @Setting(like = Drops.class) double high,
            @Setting(like = Drops.class) double speed,
            @Setting(like = Drops.class) double damping,
            @Setting(like = Drops.class) Shores shores)
            implements Rings, Spread {
        /** It presses as deep as it is wide in the water's surface, the whole height where its middle goes through it. */
        @Override
        public void disturb(Surroundings site, int seed, Span span, Bumps bumps) {
            RollLayer rolls = (RollLayer) site.layer(body);
            Path path = site.made(rolls, Path.class);
            press(path, span.time(site) - rolls.begins(), span, -high, bumps);
            if (site.frames().wrapped(span.frame()) > 0) {
                press(path, span.time(site) - site.frames().step() - rolls.begins(), span, high, bumps);
            }
        }

        @Override
        public String amiss(Surroundings site, Level level) {
            RollLayer rolls = (RollLayer) site.layer(body);
            Path path = site.made(rolls, Path.class);
            for (int frame = 0; frame < path.frames(); frame++) {
                double at = frame * path.step();
                if (Math.abs(path.at(at, 1) - level.at(path.at(at, 0), path.at(at, 2))) < path.at(at, 15)) {
                    return "";
                }
            }
            return rolls.name() + " never meets this water. Let it go nearer, or faster toward it.";
        }

        private static void press(Path path, double since, Span span, double high, Bumps bumps) {
            if (since < 0) {
                return;
            }
            double x = path.at(since, 0);
            double z = path.at(since, 2);
            double radius = path.at(since, 15);
            double off = (path.at(since, 1) - span.level().at(x, z)) / radius;
            if (Math.abs(off) < 1) {
                bumps.at(x, z, high * Math.sqrt(1 - off * off), false);
            }
        }
    }

    @Kind(name = "gusts", title = "Gusts", help = "Where a gust of a wind comes down, the water is ruffled.")
    record Gusts(
            @Setting(title = "wind", refers = Refers.LAYER, of = "wind")
            String wind,

            @Setting(
                    title = "spots",
                    unit = "/m²/min",
                    min = 0,
                    max = 1e5,
                    slider = {0, 30},
                    byDefault = "6",
                    help = "How many each square metre has in a minute under the strongest gust")
            double rate,

            @Setting(like = Drops.class) double size,
            @Setting(like = Drops.class) double high,
            @Setting(like = Drops.class) double speed,
            @Setting(like = Drops.class) double damping,
            @Setting(like = Drops.class) Shores shores)
            implements Rings, Spread {
        @Override
        public String amiss(Surroundings site, Level level) {
            WindLayer layer = (WindLayer) site.layer(wind);
            return !layer.hidden() && layer.properties().get(WindLayer.GUST).most() > 0
                    ? ""
                    : layer.name() + " has no gusts. Let its gusts add and take more.";
        }

        /** A place is ruffled by the speed of the air over the mean there, as a share of what gusts add at most. */
        @Override
        public void disturb(Surroundings site, int seed, Span span, Bumps bumps) {
            WindLayer layer = (WindLayer) site.layer(wind);
            List<double[]> spots = new ArrayList<>();
            span.scatter(rate / 60 * span.width() * span.depth() * span.seconds(), seed, (x, z, chance) -> {
                double y = span.level().at(x, z);
                if (!Double.isNaN(y)) {
                    spots.add(new double[] {x, y, z, chance});
                }
            });
            Samples places = Samples.allocate(Samples.NOT_KEPT, spots.size());
            for (int i = 0; i < spots.size(); i++) {
                places.x()[i] = spots.get(i)[0];
                places.y()[i] = spots.get(i)[1];
                places.z()[i] = spots.get(i)[2];
                places.ny()[i] = 1;
                places.id()[i] = i;
            }
            double[][] blows = AirAt.wind(site, layer, places, span.time(site));
            float[] mean = site.property(layer, WindLayer.SPEED, places);
            float[] gust = site.property(layer, WindLayer.GUST, places);
            for (int i = 0; i < spots.size(); i++) {
                double most = (double) mean[i] * gust[i];
                double over = most > 0 ? (Math.hypot(blows[0][i], blows[1][i]) - mean[i]) / most : 0;
                if (spots.get(i)[3] < over) {
                    bumps.at(spots.get(i)[0], spots.get(i)[2], -high * over, true);
                }
            }
        }
    }
}
