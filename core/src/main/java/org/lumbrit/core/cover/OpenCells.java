package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.surface.Region;

/**
 * Which of the small cells of a rectangle are open: those that lie wholly within a disc are closed, and nothing of a higher rank can live
 * there. One bit a small cell, so that a larger cell that several discs cover together is seen to be closed at one look at its bits.
 */
final class OpenCells {
    /** Of a small cell: what a disc is taken smaller by, so that no rounding closes a cell that is not wholly within it. */
    private static final double HEM = 1e-6;

    private final int halvings;
    private final int x0;
    private final int z0;
    private final int across;
    private final int down;
    private final int words;
    private final double perSide;
    private final long[] open;
    private final long[] row;

    /**
     * @param side of a coarsest cell, metres; @param halvings of it that make a small one
     * @param x0 with z0, the first coarsest cell; @param across with down, how many of them
     */
    OpenCells(double side, int halvings, int x0, int z0, int across, int down) {
        this.halvings = halvings;
        this.x0 = x0 << halvings;
        this.z0 = z0 << halvings;
        this.across = across << halvings;
        this.down = down << halvings;
        this.words = (this.across + 63) / 64;
        this.perSide = StrictMath.scalb(1 / side, halvings);
        this.open = new long[words * this.down + 1];
        this.row = new long[words];
        Arrays.fill(open, -1);
    }

    /** Closes the small cells that lie wholly within a disc, metres. */
    void close(double x, double z, double radius) {
        double cx = x * perSide - x0;
        double cz = z * perSide - z0;
        double r = radius * perSide - HEM;
        int first = Math.max(0, (int) Math.ceil(cz - r));
        int end = Math.min(down, (int) Math.floor(cz + r));
        for (int iz = first; iz < end; iz++) {
            double dz = iz + 0.5 < cz ? cz - iz : iz + 1 - cz;
            double half = Math.sqrt(r * r - dz * dz) - HEM;
            int from = Math.max(0, (int) (cx - half + 1));
            int count = Math.min(across, (int) (cx + half)) - from;
            if (count <= 0) {
                continue;
            }
            if (count < 64) {
                // without a branch on whether it is one word or two, as that is as good as chance
                int word = iz * words + (from >> 6);
                long ones = (1L << count) - 1;
                open[word] &= ~(ones << from);
                open[word + 1] &= ~(ones >>> 1 >>> ~from);
            } else {
                closeMany(iz * words, from, from + count);
            }
        }
    }

    private void closeMany(int line, int from, int to) {
        int first = line + (from >> 6);
        int last = line + (to - 1 >> 6);
        open[first] &= ~(-1L << from);
        Arrays.fill(open, Math.min(first + 1, last), last, 0);
        open[last] &= ~(-1L >>> -to);
    }

    /** Whether the small cell of a place is open, metres. */
    boolean at(double x, double z) {
        int ix = (int) Math.floor(x * perSide - x0);
        int iz = (int) Math.floor(z * perSide - z0);
        return (open[iz * words + (ix >> 6)] >>> ix & 1) != 0;
    }

    /** Takes a cell by its place in the lattice of its level. */
    interface Taker {
        void take(int ix, int iz);
    }

    /** Gives every cell of a level that touches the zone and has something open, row after row; of a level below the small ones every one in an open one. */
    void each(int level, double cell, Region zone, Taker taker) {
        int below = level - halvings;
        if (below <= 0) {
            eachOfSize(-below, cell, zone, taker);
            return;
        }
        int side = 1 << below;
        eachOfSize(0, cell * side, zone, (ix, iz) -> {
            for (int part = 0; part < side * side; part++) {
                taker.take((ix << below) + part % side, (iz << below) + part / side);
            }
        });
    }

    /** @param doublings of a small cell that make one */
    private void eachOfSize(int doublings, double cell, Region zone, Taker taker) {
        int westmost = x0 >> doublings;
        int firstRow = Math.max(z0 >> doublings, (int) Math.floor(zone.z0() / cell));
        int endRow = Math.min(z0 + down >> doublings, (int) Math.ceil(zone.z1() / cell));
        int firstBit = Math.max(0, ((int) Math.floor(zone.x0() / cell) << doublings) - x0);
        int endBit = Math.min(across, ((int) Math.ceil(zone.x1() / cell) << doublings) - x0);
        int firstWord = firstBit >> 6;
        int endWord = endBit + 63 >> 6;
        if (firstBit >= endBit) {
            return;
        }
        for (int iz = firstRow; iz < endRow; iz++) {
            lookAtRow((iz << doublings) - z0, 1 << doublings, firstWord, endWord);
            row[firstWord] &= -1L << firstBit;
            row[endWord - 1] &= -1L >>> -endBit;
            for (int word = firstWord; word < endWord; word++) {
                long left = row[word];
                while (left != 0) {
                    int column = (word << 6) + Long.numberOfTrailingZeros(left) >> doublings;
                    taker.take(westmost + column, iz);
                    int next = column + 1 << doublings;
                    if (next >> 6 > word) {
                        word = (next >> 6) - 1;
                        break;
                    }
                    left &= -1L << next;
                }
            }
        }
    }

    /** What is open in any of some rows of small cells. */
    private void lookAtRow(int first, int rows, int firstWord, int endWord) {
        System.arraycopy(open, first * words + firstWord, row, firstWord, endWord - firstWord);
        for (int r = 1; r < rows; r++) {
            int line = (first + r) * words;
            for (int word = firstWord; word < endWord; word++) {
                row[word] |= open[line + word];
            }
        }
    }
}
