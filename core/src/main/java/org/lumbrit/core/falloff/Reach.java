package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Setting;

/** Between which distances a nearness falls: described here once for all that measure one. */
record Reach(
        @Setting(
                title = "near",
                unit = "m",
                min = -20000,
                max = 20000,
                slider = {0, 60},
                byDefault = "0")
        double near,

        @Setting(
                title = "far",
                unit = "m",
                min = -20000,
                max = 20000,
                slider = {0, 60},
                byDefault = "10")
        double far) {}
