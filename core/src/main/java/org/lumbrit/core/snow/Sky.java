package org.lumbrit.core.snow;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;

/** What drives snow. A new kind is one record and its name in the {@code permits} line. */
public sealed interface Sky permits Sky.Steady, Sky.ByAlmanac {

    /** The same weather all the time. */
    @Kind(name = "steady", title = "The same all the time", help = "One snowfall, one wind, one temperature.")
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
                    title = "temperature",
                    unit = "°C",
                    min = -90,
                    max = 60,
                    slider = {-25, 10},
                    byDefault = "-4")
            double temperature,

            @Setting(
                    title = "wind from",
                    unit = "°",
                    min = -720,
                    max = 720,
                    slider = {0, 360},
                    byDefault = "285",
                    help = "Where it comes from: 0 is north, 270 west")
            double from,

            @Setting(
                    title = "wind",
                    unit = "m/s",
                    min = 0,
                    max = 150,
                    slider = {0, 30},
                    byDefault = "4",
                    help = "10 m above the ground")
            double speed,

            @Setting(
                    title = "pace",
                    unit = "h/s",
                    min = 0,
                    max = 1e5,
                    slider = {0, 48},
                    byDefault = "0",
                    help = "Hours that pass in a second of the clock")
            double pace,

            @Setting(
                    title = "begins at",
                    unit = "h",
                    min = 0,
                    max = 8784,
                    slider = {0, 100},
                    byDefault = "12",
                    help = "Hours that have passed at second 0 of the clock")
            double begins)
            implements Sky {}

    /** The hours of an almanac. */
    @Kind(name = "almanac", title = "By the almanac", help = "Hour by hour as the almanac has it.")
    record ByAlmanac(
            @Setting(title = "almanac", refers = Refers.LAYER, of = "weather")
            String almanac) implements Sky {}
}
