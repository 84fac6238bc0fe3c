package org.lumbrit.core.math;

/** Asked between chunks of work whether anybody still waits for the result. */
@FunctionalInterface
public interface Cancel {
    Cancel NEVER = () -> false;

    boolean cancelled();

    /** Told what long work is about to begin, for whoever waits for it: "the ground: Rain, layer 9 of 12". */
    default void doing(String what) {}

    /** @throws CancelledException where nobody waits any more */
    default void check() {
        if (cancelled()) {
            throw new CancelledException();
        }
    }

    /** Thrown out of a computation that was cancelled; no part of its result is kept. */
    final class CancelledException extends RuntimeException {
        private static final long serialVersionUID = 1L;

        public CancelledException() {
            super("stopped: nobody waits for this result any more", null, false, false);
        }
    }
}
