package org.lumbrit.core.season;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;

/**
 * A rule that makes weather: air masses that change every day or two, with a colder side that brings wind and snow. The change c runs
 * between −1 and 1 as value noise over {@code spell} hours in two octaves. Temperature = mean + changes · c + daily · cos(2π(hour − 14)/24), less of
 * the daily part under cloud; wind = calm + windy · max(0, −c)²; it snows where −c is above {@code 1 − stormy}, and by how cold it is:
 * all of it below 0 °C, none of it from 2 °C on; what does not freeze rains, a tenth as thick. The rule is our own, made to look like a station's table; it is no forecast.
 */
@Kind(
        name = "rule",
        title = "By a rule",
        help = "Air masses come and go; the colder side of each brings wind and snow.")
public record Climate(
        @Setting(
                title = "hours",
                min = 1,
                max = 8784,
                slider = {24, 720},
                byDefault = "168",
                help = "How many it makes; 168 are a week")
        int hours,

        @Setting(
                title = "mean temperature",
                unit = "°C",
                min = -60,
                max = 40,
                slider = {-20, 15},
                byDefault = "-3")
        double mean,

        @Setting(
                title = "day and night",
                unit = "°C",
                min = 0,
                max = 30,
                slider = {0, 12},
                byDefault = "3",
                help = "Half the way from night to day")
        double daily,

        @Setting(
                title = "changes",
                unit = "°C",
                min = 0,
                max = 40,
                slider = {0, 15},
                byDefault = "5",
                help = "How much warmer and colder air masses are")
        double changes,

        @Setting(
                title = "spell",
                unit = "h",
                min = 2,
                max = 1000,
                slider = {6, 120},
                byDefault = "36",
                help = "How long one air mass stays")
        double spell,

        @Setting(title = "stormy", min = 0, max = 1, byDefault = "0.6", help = "How often it snows")
        double stormy,

        @Setting(
                title = "snowfall",
                unit = "mm/h",
                min = 0,
                max = 200,
                slider = {0, 60},
                byDefault = "20",
                help = "In the middle of a storm")
        double snowfall,

        @Setting(
                title = "calm wind",
                unit = "m/s",
                min = 0,
                max = 60,
                slider = {0, 15},
                byDefault = "2")
        double calm,

        @Setting(
                title = "storm wind",
                unit = "m/s",
                min = 0,
                max = 80,
                slider = {0, 40},
                byDefault = "16",
                help = "More than calm, in the middle of a storm")
        double windy,

        @Setting(
                title = "wind from",
                unit = "°",
                min = -720,
                max = 720,
                slider = {0, 360},
                byDefault = "285",
                help = "Where most of it comes from: 270 is west")
        double from)
        implements Season {

    /** Millimetres of fresh snow that a millimetre of water makes. */
    private static final double SNOW_OF_RAIN = 10;

    @Override
    public Weather weather(int seed) {
        List<WeatherHour> made = new ArrayList<>();
        for (int hour = 0; hour < hours; hour++) {
            double change = noise(seed, 0, hour);
            double cloud = Smooth.smoothstep(0.25, -0.35, change);
            double temperature = mean
                    + changes * change
                    + daily * (1 - 0.7 * cloud) * StrictMath.cos(2 * StrictMath.PI * (hour - 14) / 24);
            double deep = Math.max(0, -change);
            double storm = stormy > 0 ? Smooth.clamp01((deep - (1 - stormy)) / stormy * 1.6) : 0;
            double frozen = Smooth.ramp(2, 0, temperature);
            double day = Math.max(0, StrictMath.cos(2 * StrictMath.PI * (hour - 12.5) / 24) + 0.2) / 1.2;
            made.add(new WeatherHour(
                    hour,
                    ((from + 60 * noise(seed, 1, hour)) % 360 + 360) % 360,
                    calm * (0.7 + 0.6 * Hash.unit(Hash.of(seed, 3, hour))) + windy * deep * deep,
                    temperature,
                    snowfall * storm * frozen,
                    day > 0 ? 1 - cloud : 0,
                    snowfall * storm * (1 - frozen) / SNOW_OF_RAIN));
        }
        return new Weather(made);
    }

    private double noise(int seed, int what, double hour) {
        return 0.75 * octave(seed, what, hour / spell) + 0.25 * octave(seed, what + 10, 3 * hour / spell);
    }

    private static double octave(int seed, int what, double at) {
        long cell = (long) Math.floor(at);
        double t = at - cell;
        double a = 2 * Hash.unit(Hash.of(seed, what, cell)) - 1;
        double b = 2 * Hash.unit(Hash.of(seed, what, cell + 1)) - 1;
        return a + (b - a) * t * t * t * (t * (6 * t - 15) + 10);
    }
}
