package org.lumbrit.core.falloff;

/** Where a falloff has values, from the coarsest to the finest; a combination takes the finest. */
public enum Domain {
    /** Everywhere on the surfaces. */
    PLACE,
    /** One value a plant. */
    PLANT,
    /** From foot to tip of each plant. */
    ALONG;

    /** The finer of the two. */
    public Domain finest(Domain other) {
        return ordinal() >= other.ordinal() ? this : other;
    }
}
