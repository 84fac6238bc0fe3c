package org.lumbrit.core.site;

import java.util.Optional;
import org.lumbrit.core.kinds.Setting;

/** The ground of a recipe: a height map and what its pixels mean. */
public record GroundSpec(
        @Setting(title = "heights", help = "File name of the height map beside the recipe: 16-bit or 8-bit grey PNG")
        String heights,

        @Setting(
                title = "width",
                unit = "m",
                min = 0.1,
                max = 100_000,
                help = "From the first to the last column; cells are square")
        double width,

        @Setting(title = "lowest", unit = "m", min = -12_000, max = 12_000, help = "Height of black")
        double lowest,

        @Setting(title = "highest", unit = "m", min = -12_000, max = 12_000, help = "Height of white")
        double highest,

        @Setting(
                title = "water level",
                unit = "m",
                min = -12_000,
                max = 12_000,
                help = "Level plane of a lake, where there is one")
        Optional<Double> waterLevel) {

    public GroundSpec withHeights(String asset) {
        return new GroundSpec(asset, width, lowest, highest, waterLevel);
    }
}
