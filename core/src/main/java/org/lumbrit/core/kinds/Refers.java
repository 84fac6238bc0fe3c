package org.lumbrit.core.kinds;

/** What a text setting holds. */
public enum Refers {
    NOTHING,
    FALLOFF,
    PLACE,
    LAYER,
    /** A picture that lies beside the recipe, by its file name. */
    PICTURE,
    /** A mesh that lies beside the recipe, by its file name. */
    MESH,
    PROP,
    /** Not a reference: "#rrggbb". */
    COLOUR;

    /** Whether the text names something else, so that what it names counts and not the text. */
    public boolean isReference() {
        return this != NOTHING && this != COLOUR;
    }

    /** Whether it names something of the recipe itself, and not a file that lies beside it. */
    public boolean isThing() {
        return isReference() && this != PICTURE && this != MESH;
    }
}
