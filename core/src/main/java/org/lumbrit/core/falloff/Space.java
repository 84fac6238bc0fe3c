package org.lumbrit.core.falloff;

/** What coordinates a source reads. */
public enum Space {
    /** Metres of the site. */
    PLACE,
    /** The thing's own bounds. */
    OWN
}
