package org.lumbrit.core.recipe;

import java.util.Optional;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Ground;

/**
 * What the ground of a recipe starts from: a height map and what its values mean, or a flat piece of land. Relief layers
 * shape it from there.
 */
public record GroundSpec(
        @Setting(
                title = "heights",
                help =
                        "File name of the height map beside the recipe: grey PNG, TIFF or Esri ASCII grid; none for flat ground")
        Optional<String> heights,

        @Setting(title = "width", unit = "m", min = 0.1, max = 100_000, help = "From the first to the last column")
        double width,

        @Setting(
                title = "depth",
                unit = "m",
                min = 0.1,
                max = 100_000,
                help =
                        "From the first to the last row; unless given, pixels of a height map are square and flat ground is as deep as wide")
        Optional<Double> depth,

        @Setting(
                title = "resolution",
                min = 2,
                max = MOST_NODES,
                help = "Nodes along the longer side; the height map's own unless given, 512 of flat ground")
        Optional<Integer> resolution,

        @Setting(
                title = "lowest",
                unit = "m",
                min = -12_000,
                max = 12_000,
                help = "Height of black, or of the flat ground")
        Optional<Double> lowest,

        @Setting(title = "highest", unit = "m", min = -12_000, max = 12_000, help = "Height of white")
        Optional<Double> highest,

        @Setting(title = "missing cells", byDefault = "fill", help = "Filled from their border, or left as holes")
        Missing missing,

        @Setting(
                title = "water level",
                unit = "m",
                min = -12_000,
                max = 12_000,
                help = "Level plane of a lake, where there is one")
        Optional<Double> waterLevel,

        @Setting(
                title = "east of the map's origin",
                unit = "m",
                min = -1e8,
                max = 1e8,
                help =
                        "Where the middle lies on a map in metres; places and grounds are read and handed over in that map's metres")
        Optional<Double> originEast,

        @Setting(title = "north of the map's origin", unit = "m", min = -1e8, max = 1e8)
        Optional<Double> originNorth) {

    /** Nodes on the longer side of the largest ground. */
    public static final int MOST_NODES = 16_384;

    /** Nodes on the longer side of flat ground where nothing else is said. */
    public static final int FLAT_NODES = 512;

    private static final double MOST_ASPECT = 32;

    /** What becomes of cells that the height map has no value for. */
    public enum Missing {
        FILL,
        HOLE
    }

    /** A height map between two heights. */
    public GroundSpec(String heights, double width, double lowest, double highest, Optional<Double> waterLevel) {
        this(
                Optional.of(heights),
                width,
                Optional.empty(),
                Optional.empty(),
                Optional.of(lowest),
                Optional.of(highest),
                Missing.FILL,
                waterLevel,
                Optional.empty(),
                Optional.empty());
    }

    /** Metres that the middle lies east of the origin of its map; 0 where it is on none. */
    public double east() {
        return originEast.orElse(0.0);
    }

    /** Metres that the middle lies north of the origin of its map; 0 where it is on none. */
    public double north() {
        return originNorth.orElse(0.0);
    }

    /** Flat ground at height 0. */
    public static GroundSpec flat(double width, double depth, int nodes, Optional<Double> waterLevel) {
        return new GroundSpec(
                Optional.empty(),
                width,
                Optional.of(depth),
                Optional.of(nodes),
                Optional.empty(),
                Optional.empty(),
                Missing.FILL,
                waterLevel,
                Optional.empty(),
                Optional.empty());
    }

    /**
     * The same from another height map.
     *
     * @param asset its file name beside the recipe
     */
    public GroundSpec withHeights(String asset) {
        return new GroundSpec(
                Optional.of(asset),
                width,
                depth,
                resolution,
                lowest,
                highest,
                missing,
                waterLevel,
                originEast,
                originNorth);
    }

    /** The same with so many nodes along the longer side. */
    public GroundSpec withResolution(int nodes) {
        return new GroundSpec(
                heights,
                width,
                depth,
                Optional.of(nodes),
                lowest,
                highest,
                missing,
                waterLevel,
                originEast,
                originNorth);
    }

    /** The level ground that this means where it names no height map. */
    public Ground level() {
        double deep = depth.orElse(width);
        int longest = resolution.orElse(FLAT_NODES);
        double longer = Math.max(width, deep);
        int columns = Math.max(2, (int) StrictMath.round((longest - 1) * width / longer) + 1);
        int rows = Math.max(2, (int) StrictMath.round((columns - 1) * deep / width) + 1);
        float[] heights = new float[columns * rows];
        java.util.Arrays.fill(heights, lowest.orElse(0.0).floatValue());
        return new Ground(columns, rows, heights, width, deep, new boolean[0], "");
    }

    boolean tooSlender() {
        double deep = depth.orElse(width);
        return Math.max(deep, width) > MOST_ASPECT * Math.min(deep, width);
    }
}
