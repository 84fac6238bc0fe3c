package org.lumbrit.server.results;

import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/** Lets what nobody waits for wait itself, until nothing has been computed for a while: it would take a core from whoever drags something. */
final class Quiet {
    private static final long REST_NANOS = 300_000_000;
    private static final long LOOKS_MILLIS = 50;

    private volatile long disturbed = System.nanoTime() - REST_NANOS;

    /** Somebody's work has begun or ended. */
    void disturb() {
        disturbed = System.nanoTime();
    }

    /** Waits until it is quiet, or until it can be put off no longer. */
    void await(BooleanSupplier urgent) {
        try {
            while (!urgent.getAsBoolean() && System.nanoTime() - disturbed < REST_NANOS) {
                TimeUnit.MILLISECONDS.sleep(LOOKS_MILLIS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
