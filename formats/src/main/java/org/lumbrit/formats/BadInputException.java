package org.lumbrit.formats;

/** Input that cannot be used. The message says what is wrong, where, and what would work, in one line. */
public final class BadInputException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public BadInputException(String message) {
        super(message);
    }

    public BadInputException(String message, Throwable cause) {
        super(message, cause);
    }
}
