package org.lumbrit.core.math;

/**
 * Stateless hashes of integer lattice indices. Every random choice in Lumbrit is one of these, so a result never depends
 * on the order of work. The finaliser is Stafford's variant 13 (D. Stafford, "Better bit mixing", 2011).
 */
public final class Hash {
    private static final long GOLDEN = 0x9E3779B97F4A7C15L;

    private Hash() {}

    /** A bijection of 64-bit words in which each input bit changes each output bit with probability one half. */
    public static long mix(long value) {
        long v = value;
        v = (v ^ (v >>> 30)) * 0xBF58476D1CE4E5B9L;
        v = (v ^ (v >>> 27)) * 0x94D049BB133111EBL;
        return v ^ (v >>> 31);
    }

    /** 64 bits that look random, of a seed and what they are for; stateless. */
    public static long of(long seed, long what) {
        return mix(mix(seed + GOLDEN) + what * GOLDEN);
    }

    /** The same, of a place besides. */
    public static long of(long seed, long what, long where) {
        return mix(of(seed, what) + where * GOLDEN);
    }

    /** Of a lattice point in three dimensions. */
    public static long of(long seed, long ix, long iy, long iz) {
        return mix(mix(seed + GOLDEN) ^ (ix * GOLDEN + iy * 0xC2B2AE3D27D4EB4FL + iz * 0x165667B19E3779F9L));
    }

    /** A whole number from 0 to limit−1 at a lattice point. */
    static int below(int limit, long seed, long ix, long iy, long iz) {
        return (int) ((of(seed, ix, iy, iz) >>> 32) * limit >>> 32);
    }

    /** A value in [0, 1) from the upper 53 bits. */
    public static double unit(long hash) {
        return (hash >>> 11) * 0x1p-53;
    }
}
