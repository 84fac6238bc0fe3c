package org.lumbrit.core.recipe;

import org.lumbrit.core.kinds.Setting;

/** What most layers have in common: described here once. */
public record LayerHead(
        @Setting(title = "seed", min = 0, max = 1_000_000, byDefault = "1")
        int seed,

        @Setting(title = "hidden", byDefault = "false") boolean hidden) {}
