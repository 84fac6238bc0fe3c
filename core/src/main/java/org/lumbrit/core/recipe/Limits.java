package org.lumbrit.core.recipe;

import org.lumbrit.core.kinds.Setting;

/** What the site may cost; 0 where there is no limit. */
public record Limits(
        @Setting(
                title = "plants",
                min = 0,
                max = 1e9,
                slider = {0, 200_000},
                byDefault = "0",
                help = "Of all covers; 0 for no limit")
        double plants,

        @Setting(
                title = "triangles",
                min = 0,
                max = 1e12,
                slider = {0, 10_000_000},
                byDefault = "0",
                help = "Plants at full detail, and props; 0 for no limit")
        double triangles,

        @Setting(
                title = "memory",
                unit = "MB",
                min = 0,
                max = 1e6,
                slider = {0, 1000},
                byDefault = "0",
                help = "Of the plants; 0 for no limit")
        double megabytes,

        @Setting(
                title = "frame time",
                unit = "ms",
                min = 0,
                max = 60_000,
                slider = {0, 1000},
                byDefault = "0",
                help = "Of one frame with everything, on this machine; 0 for no limit")
        double milliseconds) {
    /** The site may cost what it will. */
    public static final Limits NONE = new Limits(0, 0, 0, 0);
}
