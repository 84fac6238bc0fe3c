package org.lumbrit.server.work;

/** Others were at it for too long, or are too many. */
public final class BusyException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private BusyException(String message) {
        super(message);
    }

    static BusyException ofWork(int atOnce) {
        return new BusyException("Lumbrit is busy with " + atOnce
                + " other files or hand-overs, so this one was not begun. Nothing was changed; try again in a minute.");
    }

    /** More pages listen than can be told. */
    public static BusyException ofStreams(int most) {
        return new BusyException(most + " pages listen for changes already; close some of them.");
    }
}
