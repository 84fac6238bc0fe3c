package org.lumbrit.core.site;

import org.lumbrit.core.kinds.Setting;

/** The site's time. */
public record Clock(
        @Setting(title = "frames per second", min = 1, max = 240, byDefault = "24")
        double framesPerSecond,

        @Setting(
                title = "loop",
                unit = "s",
                min = 0,
                max = 3600,
                byDefault = "8",
                help = "0 where nothing has to repeat")
        double loopSeconds) {}
