package org.lumbrit.core.math;

/**
 * Whether a loop is run in the lanes of the processor's vectors: only where the virtual machine offers them (the module
 * {@code jdk.incubator.vector}) and, once that form is compiled, it is seen to be faster than the plain loop here. Both forms give the
 * same bits. Any thread may ask.
 */
public final class Lanes {
    /** Whether the program was started with the module. */
    public static final boolean OFFERED =
            ModuleLayer.boot().findModule("jdk.incubator.vector").isPresent();

    private static final int WINS = 20;
    private static final long MOST_NANOSECONDS = 6_000_000_000L;

    private final java.util.concurrent.atomic.AtomicBoolean raced = new java.util.concurrent.atomic.AtomicBoolean();
    private volatile boolean faster;

    /** The loop, in lanes or plain, with the same work each time. */
    @FunctionalInterface
    public interface Loop {
        void run(boolean inLanes);
    }

    /** Whether the lanes have won; not before they have raced. */
    public boolean faster() {
        return faster;
    }

    /** Runs both forms in turn until the lanes have won often enough, some seconds at most. A second call returns at once. */
    public void race(Loop loop) {
        if (!OFFERED || !raced.compareAndSet(false, true)) {
            return;
        }
        long end = System.nanoTime() + MOST_NANOSECONDS;
        int wins = 0;
        while (wins < WINS && System.nanoTime() < end) {
            long start = System.nanoTime();
            loop.run(true);
            long middle = System.nanoTime();
            loop.run(false);
            wins = middle - start < System.nanoTime() - middle ? wins + 1 : 0;
        }
        faster = wins >= WINS;
    }
}
