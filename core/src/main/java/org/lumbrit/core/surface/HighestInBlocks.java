package org.lumbrit.core.surface;

import java.util.Arrays;

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
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                raise(0, row, column, rows, columns, heights[row * columns + column]);
            }
        }
        for (int level = 1; level < BITS.length; level++) {
            int finer = across[level - 1];
            int shift = BITS[level] - BITS[level - 1];
            for (int i = 0; i < highest[level - 1].length; i++) {
                int block = (i / finer >> shift) * across[level] + (i % finer >> shift);
                highest[level][block] = Math.max(highest[level][block], highest[level - 1][i]);
            }
        }
    }

    /** A node belongs to every block that it borders on. */
    private void raise(int level, int row, int column, int rows, int columns, float h) {
        int bits = BITS[level];
        int east = Math.min(columns - 2, column) >> bits;
        int south = Math.min(rows - 2, row) >> bits;
        for (int r = Math.max(0, row - 1) >> bits; r <= south; r++) {
            for (int c = Math.max(0, column - 1) >> bits; c <= east; c++) {
                int block = r * across[level] + c;
                highest[level][block] = Math.max(highest[level][block], h);
            }
        }
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
