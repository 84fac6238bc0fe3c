package org.lumbrit.core.snow;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.season.WeatherLayer;

/** Fresh snow that fills a track. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Flakes permits Flakes.None, Flakes.Steady, Flakes.ByAlmanac {

    /** Hours that have passed at the clock's time. */
    double hours(Surroundings site);

    /** Snow that falls in an hour, counted from 0, millimetres. */
    double rate(Surroundings site, int hour);

    /** Millimetres of one flake as it lies. */
    double thickness();

    /** Seconds of one step. */
    double every();

    /**
     * How many flakes fall in each step between two moments; the part of a step that lies between them counts.
     *
     * @param from hours; @param to hours
     */
    default Fall fall(Surroundings site, double from, double to) {
        double step = every() / 3600;
        long first = (long) Math.floor(from / step + 1e-9);
        long last = Math.max(first, (long) Math.ceil(to / step - 1e-9));
        double[] flakes = new double[(int) (last - first)];
        double[] rates = new double[(int) Math.max(1, Math.ceil(to) + 1)];
        for (int hour = 0; hour < rates.length; hour++) {
            rates[hour] = rate(site, hour);
        }
        for (int k = 0; k < flakes.length; k++) {
            double begins = (first + k) * step;
            double part = Math.min(to, begins + step) - Math.max(from, begins);
            flakes[k] = rates[(int) Math.min(rates.length - 1, Math.floor(begins + 1e-9))] * part / thickness();
        }
        return new Fall(first, flakes);
    }

    /** Flakes of steps that follow each other. @param first number of the first step; @param flakes of each */
    record Fall(long first, double[] flakes) {
        /** How many have come to lie in a cell. @param seed of the pattern; @param cell its number */
        public int in(int seed, long cell) {
            int sum = 0;
            for (int k = 0; k < flakes.length; k++) {
                sum += flakes[k] > 0 ? deposit(flakes[k], seed, first + k, cell) : 0;
            }
            return sum;
        }
    }

    /** The whole ones of so many flakes, and one more as often as a part is left. */
    static int deposit(double flakes, int seed, long step, long cell) {
        double whole = Math.floor(flakes);
        return (int) whole + (Hash.unit(Hash.of(seed, step, cell)) < flakes - whole ? 1 : 0);
    }

    @Kind(name = "none", title = "No snow falls", help = "The track stays as it was pressed.")
    record None() implements Flakes {
        @Override
        public double hours(Surroundings site) {
            return 0;
        }

        @Override
        public double rate(Surroundings site, int hour) {
            return 0;
        }

        @Override
        public double thickness() {
            return 1;
        }

        @Override
        public double every() {
            return 3600;
        }
    }

    @Kind(name = "steady", title = "It snows", help = "At one rate, from the moment of the pressing on.")
    record Steady(
            @Setting(
                    title = "snowfall",
                    unit = "mm/h",
                    min = 0,
                    max = 1000,
                    slider = {0, 60},
                    byDefault = "20",
                    help = "Snow, not water")
            double snowfall,

            @Setting(
                    title = "flake",
                    unit = "mm",
                    min = 0.001,
                    max = 50,
                    slider = {0.1, 5},
                    byDefault = "1",
                    help = "How thick one lies")
            double flake,

            @Setting(
                    title = "step",
                    unit = "s",
                    min = 1,
                    max = 86_400,
                    slider = {10, 3600},
                    byDefault = "600",
                    help = "The fill does not depend on it, on the mean")
            double step,

            @Setting(
                    title = "pace",
                    unit = "h/s",
                    min = 0,
                    max = 1e5,
                    slider = {0, 4},
                    byDefault = "0",
                    help = "Hours that pass in a second of the clock")
            double pace,

            @Setting(
                    title = "hours",
                    unit = "h",
                    min = 0,
                    max = 8784,
                    slider = {0, 24},
                    byDefault = "1",
                    help = "That it has snowed at second 0 of the clock")
            double begins)
            implements Flakes {
        @Override
        public double hours(Surroundings site) {
            return Math.max(0, begins + pace * site.time());
        }

        @Override
        public double rate(Surroundings site, int hour) {
            return snowfall;
        }

        @Override
        public double thickness() {
            return flake;
        }

        @Override
        public double every() {
            return step;
        }
    }

    @Kind(name = "almanac", title = "By the almanac", help = "As the almanac has it, hour by hour.")
    record ByAlmanac(
            @Setting(title = "almanac", refers = Refers.LAYER, of = "weather")
            String almanac,

            @Setting(
                    title = "flake",
                    unit = "mm",
                    min = 0.001,
                    max = 50,
                    slider = {0.1, 5},
                    byDefault = "1",
                    help = "How thick one lies")
            double flake,

            @Setting(
                    title = "pressed at",
                    unit = "h",
                    min = 0,
                    max = 8784,
                    slider = {0, 168},
                    byDefault = "0",
                    help = "The hour of the season; before it there is no track")
            double pressed)
            implements Flakes {
        private WeatherLayer layer(Surroundings site) {
            return (WeatherLayer) site.layer(almanac);
        }

        @Override
        public double hours(Surroundings site) {
            return layer(site).hourAt(site.time()) - pressed;
        }

        @Override
        public double rate(Surroundings site, int hour) {
            return layer(site).weather().at(pressed + hour).snowfall();
        }

        @Override
        public double thickness() {
            return flake;
        }

        @Override
        public double every() {
            return 600;
        }
    }
}
