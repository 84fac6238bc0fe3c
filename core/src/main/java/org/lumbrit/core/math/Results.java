package org.lumbrit.core.math;

import java.util.Optional;
import java.util.function.Function;

/**
 * Keeps pure results under their content keys. Several requests for the same key share one computation; it is cancelled when
 * nobody waits for it any more, and then nothing of it is kept.
 */
public interface Results {
    /**
     * @param waiting asks whether the caller still wants it
     * @param compute given the cancel signal of the shared computation; a flat array may be kept anywhere, another object
     *     only in memory
     */
    <T> T get(String key, Cancel waiting, Function<Cancel, T> compute);

    /** The same for a result that can be written: it may be kept in a folder, or where other machines reach it. */
    default <T> T get(ResultKind.Key<T> key, Cancel waiting, Function<Cancel, T> compute) {
        return get(key.text(), waiting, compute);
    }

    /** What is kept under a key, wherever that is, without computing anything. */
    default <T> Optional<T> known(ResultKind.Key<T> key) {
        return held(key.text());
    }

    /** What is in memory under a key, without computing or reading anything. */
    <T> Optional<T> held(String key);

    /**
     * How much memory a result takes.
     *
     * @throws IllegalStateException where it is neither a flat array nor {@link Weighted}
     */
    static long bytes(Object value) {
        if (value instanceof float[] floats) {
            return 4L * floats.length;
        }
        if (value instanceof double[] doubles) {
            return 8L * doubles.length;
        }
        if (value instanceof short[] shorts) {
            return 2L * shorts.length;
        }
        if (value instanceof long[] longs) {
            return 8L * longs.length;
        }
        if (value instanceof byte[] bytes) {
            return bytes.length;
        }
        if (value instanceof Weighted weighted) {
            return weighted.bytes();
        }
        throw new IllegalStateException("a result of " + value.getClass() + " does not say how large it is");
    }

    /** A result that knows how much memory it takes. */
    interface Weighted {
        long bytes();
    }
}
