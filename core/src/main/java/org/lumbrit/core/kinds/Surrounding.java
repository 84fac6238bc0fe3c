package org.lumbrit.core.kinds;

/** What may be read of a site besides the things that settings refer to. What is not declared cannot be asked for. */
public enum Surrounding {
    /** The time, and the length of the loop. */
    TIME,
    /** The finished ground. */
    GROUND,
    /** The level of the water, and its edge. */
    WATER,
    /** Every prop that is shown. */
    PROPS,
    /** The shown layers of its own family that stand before it on the board. */
    EARLIER,
    /** The other shown layers of its own kind, wherever they stand on the board, each as it would be without the others. */
    FELLOWS,
    /** How props are keyed over time: where they were before. */
    KEYS
}
