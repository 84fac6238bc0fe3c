package org.lumbrit.core.kinds;

/** What a text setting holds. */
public enum Refers {
    NOTHING,
    FALLOFF,
    PLACE,
    /** Not a reference: "#rrggbb". */
    COLOUR
}
