package org.lumbrit.core.stills;

/** How a surface is coloured. */
interface Surface {
    /** Sets the colour of a place without the air before it. */
    void colour(Spot spot);

    /** Whether the colour hangs on the place alone: then a pixel asks once for all of the surface that it shows. */
    default boolean byPlace() {
        return false;
    }

    /** Whether it changes so much within a pixel that each sample is asked for. */
    default boolean bySample() {
        return false;
    }
}
