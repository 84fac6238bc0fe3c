package org.lumbrit.core.plants;

/** A plant that cannot be made, with why and what would work. */
public final class UnusablePlantException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public UnusablePlantException(String message) {
        super(message);
    }
}
