package org.lumbrit.core.math;

/** Thrown before memory is taken, where there is not enough of it; says how much there is and what would fit. */
public class BeyondRoomException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public BeyondRoomException(String message) {
        super(message);
    }
}
