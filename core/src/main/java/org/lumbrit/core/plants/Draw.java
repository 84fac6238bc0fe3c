package org.lumbrit.core.plants;

import org.lumbrit.core.math.Hash;

/** Hashed draws for one variant: the n-th of a kind is always the same, whatever else is drawn. */
record Draw(long seed) {
    static Draw of(int seed, int variant) {
        return new Draw(Hash.of(seed, variant, 77));
    }

    /** 0..1. */
    double unit(int what, long which) {
        return Hash.unit(Hash.of(seed, what, which));
    }

    /** Within ±spread. */
    double about(int what, long which, double spread) {
        return (2 * unit(what, which) - 1) * spread;
    }
}
