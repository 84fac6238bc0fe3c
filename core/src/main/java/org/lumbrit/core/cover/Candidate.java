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

    /** All randomness of a candidate comes from this one hash. */
    static long hash(long seedHash, long id) {
        return Hash.mix(seedHash + id * 0x9E3779B97F4A7C15L);
    }

    static long seedHash(long seed) {
        return Hash.mix(seed + 0x9E3779B97F4A7C15L);
    }

    static double x(long hash, int ix, double side) {
        return (ix + (hash >>> 32) * 0x1p-32) * side;
    }

    static double z(long hash, int iz, double side) {
        return (iz + (hash & 0xFFFFFFFFL) * 0x1p-32) * side;
    }

    /** Order within a level, 31 bits, independent of the place. */
    static int order(long hash) {
        return (int) (Hash.mix(hash + 0x632BE59BD9B4E019L) >>> 33);
    }

    /** The order as a value in [0, 1). */
    static double order01(long hash) {
        return order(hash) * 0x1p-31;
    }
}
