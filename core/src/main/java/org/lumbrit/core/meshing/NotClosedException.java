package org.lumbrit.core.meshing;

/** A mesh that only closed ones can stand for: it says what is wrong and what would help. */
public final class NotClosedException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public NotClosedException(String message) {
        super(message);
    }
}
