package org.lumbrit.core.recipe;

/** What of a layer is seen in a picture of the site. */
public enum Subject {
    /** Plants that stand somewhere: the layer makes {@code Plants}. */
    PLANTS,
    /** Colours laid over the ground and props: the layer has a {@link Layer#colouring()}. */
    COLOURS,
    /** Stuff that lies on ground, props and plants: the layer has a {@link Layer#lying()}. */
    LYING,
    /** A part of the surface that is pressed or raised: the layer has a {@link Layer#patch}. */
    PATCH,
    /** A body that mechanics moves: the layer has a {@link Layer#carried}. */
    BODY,
    /** A body that grows where it stands: the layer has a {@link Layer#carried}. */
    GROWN,
    /** Hanging sheets. */
    SHEETS,
    /** A liquid in a vessel. */
    LIQUID,
    /** Water whose surface moves. */
    WATER,
    /** Grains that lie somewhere and are carried. */
    GRAINS
}
