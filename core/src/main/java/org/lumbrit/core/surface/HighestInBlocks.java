package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * The highest node of square blocks of cells of a height grid, their borders included, in a few sizes: a march over the grid leaps
 * over a block that cannot matter.
 */
final class HighestInBlocks {
    /** Sides of blocks as powers of two, smallest first. */
    private static final int[] BITS = {2, 4, 6};

    private final int[] across = new int[BITS.length];
    private final float[][] highest = new float[BITS.length][];

    HighestInBlocks(float[] heights, int columns, int rows) {
        for (int level = 0; level < BITS.length; level++) {
            int bits = BITS[level];
            across[level] = ((columns - 2) >> bits) + 1;
            highest[level] = new float[across[level] * (((rows - 2) >> bits) + 1)];
            Arrays.fill(highest[level], Float.NEGATIVE_INFINITY);
        }
        int wide = across[0];
        int tall = highest[0].length / wide;
        int cells = 1 << BITS[0];
        Chunks.run(tall, 8, Cancel.NEVER, (from, to) -> {
            for (int block = from * wide; block < to * wide; block++) {
                int north = block / wide * cells;
                int west = block % wide * cells;
                highest[0][block] = highest(
                        heights,
                        columns,
                        north,
                        Math.min(rows - 1, north + cells),
                        west,
                        Math.min(columns - 1, west + cells));
            }
        });
        for (int level = 1; level < BITS.length; level++) {
            int finer = across[level - 1];
            int shift = BITS[level] - BITS[level - 1];
            for (int i = 0; i < highest[level - 1].length; i++) {
                int block = (i / finer >> shift) * across[level] + (i % finer >> shift);
                highest[level][block] = Math.max(highest[level][block], highest[level - 1][i]);
            }
        }
    }

    /** The highest of some nodes, both ends included: a node belongs to every block that it borders on. */
    private static float highest(float[] heights, int columns, int north, int south, int west, int east) {
        float most = Float.NEGATIVE_INFINITY;
        for (int row = north; row <= south; row++) {
            for (int at = row * columns + west, end = row * columns + east; at <= end; at++) {
                most = heights[at] > most ? heights[at] : most;
            }
        }
        return most;
    }

    /** How many sizes of blocks there are. */
    int levels() {
        return BITS.length;
    }

    /** Side of the blocks of a level in cells, as a power of two. */
    int bits(int level) {
        return BITS[level];
    }

    /** The highest height in the block that a cell lies in. */
    double highest(int level, int column, int row) {
        return highest[level][(row >> BITS[level]) * across[level] + (column >> BITS[level])];
    }
}
