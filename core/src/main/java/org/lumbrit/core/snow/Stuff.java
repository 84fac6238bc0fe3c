package org.lumbrit.core.snow;

import org.lumbrit.core.math.Colour;

/** What may settle. */
public enum Stuff {
    SNOW("#edf1f5", 1, 0.72, 1),
    MOSS("#55661f", 0.92, 0.95, 0),
    WET("#0d0f10", 0.45, 0.25, 0),
    SAND("#b99a68", 0.96, 0.95, 0.1),
    DUST("#8f8577", 0.6, 1, 0),
    /** With a colour of its own. */
    OTHER("#ffffff", 1, 0.8, 0);

    private final Colour colour;
    private final double opacity;
    private final double roughness;
    private final double glint;

    Stuff(String colour, double opacity, double roughness, double glint) {
        this.colour = Colour.ofHex(colour);
        this.opacity = opacity;
        this.roughness = roughness;
        this.glint = glint;
    }

    public Colour colour() {
        return colour;
    }

    /** How much of what is below it hides where it covers wholly. */
    public double opacity() {
        return opacity;
    }

    public double roughness() {
        return roughness;
    }

    /** How much it glitters near the eye. */
    public double glint() {
        return glint;
    }
}
