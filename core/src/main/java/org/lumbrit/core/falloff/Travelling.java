package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Setting;

/** How a pattern goes over the ground: described here once for all that do. */
record Travelling(
        @Setting(
                title = "travel",
                unit = "m/s",
                min = -1000,
                max = 1000,
                slider = {0, 5},
                byDefault = "0",
                onCard = false)
        double travel,

        @Setting(
                title = "heading",
                unit = "°",
                min = -360,
                max = 360,
                slider = {0, 360},
                byDefault = "90",
                onCard = false,
                help = "The way it goes: 0 is north (−z), 90 is east (+x)")
        double heading) {}
