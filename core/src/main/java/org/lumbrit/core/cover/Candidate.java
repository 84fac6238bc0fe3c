package org.lumbrit.core.cover;

import org.lumbrit.core.math.Hash;

/**
 * A candidate place for a plant, one to a cell and level, as a packed identity: 6 bits of k (the coarsest cell is 2ᵏ m), 4 of
 * the level, 26 each of the cell's indices. Sorting the numbers sorts by level, then by cell. Everything else about a
 * candidate is a hash of (seed, identity).
 */
final class Candidate {
    static final int LEAST_K = -8;
    static final int MOST_K = 40;
    private static final int BITS = 26;
    private static final int HALF = 1 << (BITS - 1);
    private static final int MASK = (1 << BITS) - 1;

    private Candidate() {}

    static long id(int k, int level, int ix, int iz) {
        return (long) (k - LEAST_K) << (2 * BITS + 4)
                | (long) level << (2 * BITS)
                | (long) (iz + HALF & MASK) << BITS
                | (ix + HALF & MASK);
    }

    static int level(long id) {
        return (int) (id >>> (2 * BITS)) & 15;
    }

    static int ix(long id) {
        return (int) (id & MASK) - HALF;
    }

    static int iz(long id) {
        return (int) (id >>> BITS & MASK) - HALF;
    }

    /** Metres along a side of the cell. */
    static double side(int k, int level) {
        return StrictMath.scalb(1.0, k - level);
    }

    private static long hash(long seed, long id) {
        return Hash.of(seed, id);
    }

    static double x(long seed, long id, double side) {
        return (ix(id) + (hash(seed, id) >>> 32) * 0x1p-32) * side;
    }

    static double z(long seed, long id, double side) {
        return (iz(id) + (hash(seed, id) & 0xFFFFFFFFL) * 0x1p-32) * side;
    }

    /** Order within a level, 31 bits. */
    static int order(long seed, long id) {
        return (int) (Hash.mix(hash(seed, id) + 0x632BE59BD9B4E019L) >>> 33);
    }

    /** The order as a value in [0, 1). */
    static double order01(long seed, long id) {
        return order(seed, id) * 0x1p-31;
    }
}
