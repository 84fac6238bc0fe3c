package org.lumbrit.server.storage;

/** Something that is asked for is not there (any more). */
public final class NotFoundException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public NotFoundException(String message) {
        super(message);
    }
}
