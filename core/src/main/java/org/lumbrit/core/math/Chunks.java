package org.lumbrit.core.math;

import java.util.stream.IntStream;

/** Runs a loop over all cores in chunks. A body must compute each index on its own, so the result never depends on the cut. */
public final class Chunks {
    public static final int SIZE = 4096;

    private Chunks() {}

    /** A loop body over the half-open range [from, to). */
    @FunctionalInterface
    public interface Body {
        void run(int from, int to);
    }

    public static void run(int count, Cancel cancel, Body body) {
        run(count, SIZE, cancel, body);
    }

    public static void run(int count, int size, Cancel cancel, Body body) {
        int chunks = (count + size - 1) / size;
        if (chunks <= 1) {
            cancel.check();
            body.run(0, count);
            return;
        }
        IntStream.range(0, chunks).parallel().forEach(chunk -> {
            cancel.check();
            body.run(chunk * size, Math.min(count, (chunk + 1) * size));
        });
    }
}
