package org.lumbrit.formats.image;

import java.util.Arrays;
import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;

/**
 * A height map as a file has it, row by row from the north.
 *
 * @param bits 8, 16 or 32 a value
 * @param values 0..1 between black and white where {@code metric} is false, else metres; what is missing is NaN; must not be changed
 * @param place how large it is and where it lies, where the file says so
 */
public record HeightMap(int columns, int rows, int bits, float[] values, boolean metric, Optional<GeoReference> place) {
    public static final int MOST_BYTES = 900 << 20;
    public static final int LONGEST_SIDE = GroundSpec.MOST_NODES;
    public static final int MOST_ASPECT = 32;

    /** Values from which on going through them takes longer than somebody waits. */
    private static final int LARGE = 1 << 24;

    /** Grey PNG, TIFF or Esri ASCII grid, told apart by their first bytes, read to the end. @throws BadInputException with what would work */
    public static HeightMap read(byte[] bytes, String name) {
        return read(bytes, name, Cancel.NEVER);
    }

    /** The same, unless nobody waits for it any more. */
    public static HeightMap read(byte[] bytes, String name, Cancel cancel) {
        if (bytes.length > MOST_BYTES) {
            throw new BadInputException(name + " is larger than " + (MOST_BYTES >> 20) + " MB; " + LONGEST_SIDE + " × "
                    + LONGEST_SIDE + " heights fit.");
        }
        try {
            if (bytes.length > 4 && (bytes[0] == 'I' && bytes[1] == 'I' || bytes[0] == 'M' && bytes[1] == 'M')) {
                return HeightTiff.read(bytes, name, cancel);
            }
            if (EsriGrid.looksLike(bytes)) {
                return EsriGrid.read(bytes, name, cancel);
            }
            return HeightPng.read(bytes, name, cancel);
        } catch (BadInputException | Cancel.CancelledException e) {
            throw e;
        } catch (RuntimeException e) {
            throw damaged(name, e);
        }
    }

    static BadInputException damaged(String name, Exception cause) {
        return new BadInputException(
                name + " is cut off or damaged; it cannot be read to its end. Save or copy it again.", cause);
    }

    /** Refuses what is too small, too large or too slender for a ground, before its values are read. */
    static void requireSize(long columns, long rows, String name) {
        String size = name + " is " + columns + " × " + rows + " pixels; ";
        if (columns < 2 || rows < 2) {
            throw new BadInputException(size + "a ground needs at least 2 × 2.");
        }
        if (columns > LONGEST_SIDE || rows > LONGEST_SIDE) {
            throw new BadInputException(size + "the longest side may be " + LONGEST_SIDE + ".");
        }
        if (Math.max(columns, rows) > MOST_ASPECT * Math.min(columns, rows)) {
            throw new BadInputException(size + "one side may be at most " + MOST_ASPECT + " times the other.");
        }
    }

    /** How many values are missing. */
    public int missing() {
        int[] missing = new int[Chunks.count(values.length)];
        Chunks.run(values.length, Cancel.NEVER, (from, to) -> {
            int here = 0;
            for (int i = from; i < to; i++) {
                here += Float.isNaN(values[i]) ? 1 : 0;
            }
            missing[from / Chunks.SIZE] = here;
        });
        return Arrays.stream(missing).sum();
    }

    /** Least and greatest value; 0 and 1 where all are missing. */
    public double[] leastAndGreatest() {
        return leastAndGreatest(values);
    }

    static double[] leastAndGreatest(float[] values) {
        float least = Float.POSITIVE_INFINITY;
        float most = Float.NEGATIVE_INFINITY;
        for (float value : values) {
            if (!Float.isNaN(value)) {
                least = value < least ? value : least;
                most = value > most ? value : most;
            }
        }
        return least <= most ? new double[] {least, most} : new double[] {0, 1};
    }

    /**
     * The ground that these values mean: black and white, or the least and greatest of metres, become the lowest and highest
     * height where these are given; metres stay as they are where they are not.
     */
    public Ground ground(GroundSpec spec) {
        return ground(spec, "");
    }

    /** @param file what the file is known by, so that the heights of a large one need not be gone through for a key; "" where it is not known */
    public Ground ground(GroundSpec spec, String file) {
        if (!metric && (spec.lowest().isEmpty() || spec.highest().isEmpty())) {
            throw new BadInputException(
                    "ground.lowest and ground.highest: a picture of greys needs the heights of black and of white.");
        }
        boolean stays = spec.lowest().isEmpty() && spec.highest().isEmpty();
        double[] range = metric && !stays ? leastAndGreatest() : new double[] {0, 1};
        double low = range[0];
        double high = range[1];
        double lowest = spec.lowest().orElse(low);
        double highest = spec.highest().orElse(high);
        double scale = high > low ? (highest - lowest) / (high - low) : 0;
        boolean[] holes = new boolean[0];
        float[] whole = values;
        if (missing() > 0) {
            holes = new boolean[values.length];
            for (int i = 0; i < holes.length; i++) {
                holes[i] = Float.isNaN(values[i]);
            }
            whole = Filling.fill(values, columns, rows);
        }
        float[] heights = whole;
        if (!stays) {
            heights = new float[whole.length];
            for (int i = 0; i < heights.length; i++) {
                heights[i] = (float) (lowest + scale * (whole[i] - low));
            }
        }
        boolean[] kept = spec.missing() == GroundSpec.Missing.HOLE ? holes : new boolean[0];
        double depth = spec.depth().orElse(Ground.squareDepth(columns, rows, spec.width()));
        String key = file.isEmpty() || values.length < LARGE
                ? ""
                : new KeyBuilder("ground of file/1")
                        .add(file)
                        .add(spec.width())
                        .add(depth)
                        .add(stays ? "" : lowest + " " + highest)
                        .add(spec.missing().name())
                        .key();
        return new Ground(columns, rows, heights, spec.width(), depth, kept, key);
    }
}
