package org.lumbrit.core.math;

import java.util.stream.IntStream;

/**
 * Runs a loop over all cores in chunks. A body must compute each index on its own, so the result never depends on the cut. A loop
 * within a body runs in the body's own thread: every core has a piece of the outer one already, and a thread that waited for the
 * pieces of the inner one would be lent out for other pieces of the outer one, which may want what it is only just making.
 */
public final class Chunks {
    public static final int SIZE = 4096;

    private static final ThreadLocal<Boolean> INSIDE = ThreadLocal.withInitial(() -> false);

    private Chunks() {}

    /** A loop body over the half-open range [from, to). */
    @FunctionalInterface
    public interface Body {
        void run(int from, int to);
    }

    /**
     * Runs a loop over 0..count−1 on all cores, in pieces of a size that suits plain arithmetic.
     *
     * @throws Cancel.CancelledException between two pieces
     */
    public static void run(int count, Cancel cancel, Body body) {
        run(count, SIZE, cancel, body);
    }

    /** The same in pieces of so many, for costlier bodies; the outcome must not depend on the cut. */
    public static void run(int count, int size, Cancel cancel, Body body) {
        int chunks = (count + size - 1) / size;
        if (chunks <= 1 || inside()) {
            for (int from = 0; from < Math.max(1, count); from += size) {
                cancel.check();
                body.run(from, Math.min(count, from + size));
            }
            return;
        }
        IntStream.range(0, chunks).parallel().forEach(chunk -> {
            cancel.check();
            boolean before = INSIDE.get();
            INSIDE.set(true);
            try {
                body.run(chunk * size, Math.min(count, (chunk + 1) * size));
            } finally {
                INSIDE.set(before);
            }
        });
    }

    /** Whether this thread runs a piece of a loop; then it must wait for no other thread, which might wait for this piece. */
    public static boolean inside() {
        return INSIDE.get();
    }
}
