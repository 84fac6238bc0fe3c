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

    /** Rows of numbers that a piece may write to, for each thread. */
    private static final ThreadLocal<double[][]> SCRATCH = ThreadLocal.withInitial(() -> new double[2][SIZE]);

    private Chunks() {}

    /**
     * Room of this thread's own for numbers that live no longer than a piece of a loop, so that no piece asks for memory. What stands in it
     * is left from before.
     *
     * @param which 0 or 1, as two are needed at once; @param count how many numbers at least
     */
    public static double[] scratch(int which, int count) {
        double[][] mine = SCRATCH.get();
        if (mine[which].length < count) {
            mine[which] = new double[count];
        }
        return mine[which];
    }

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

    /** How many pieces {@link #run(int, Cancel, Body)} cuts a loop into, an empty one where there is nothing; the one that begins at i is number i / SIZE. */
    public static int count(int count) {
        return Math.max(1, (count + SIZE - 1) / SIZE);
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
