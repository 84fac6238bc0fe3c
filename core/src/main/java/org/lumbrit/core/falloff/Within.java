package org.lumbrit.core.falloff;

/** What a distance to the edge of an area, or of the water, is on the inside. */
public enum Within {
    /** The same as outside. */
    EDGE,
    /** Nothing: the whole area is as near as can be. */
    FILLED,
    /** Less than nothing, growing inward. */
    SIGNED;

    double of(double distance, boolean inside) {
        return switch (this) {
            case EDGE -> distance;
            case FILLED -> inside ? 0 : distance;
            case SIGNED -> inside ? -distance : distance;
        };
    }
}
