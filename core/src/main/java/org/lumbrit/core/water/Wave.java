package org.lumbrit.core.water;

/**
 * One wave on deep water: at a place at rest its phase is k · (way along its direction) − ω · t + phase, its height amplitude · cos of
 * it, and the place goes sharpness · amplitude · sin of it against the direction (F. J. Gerstner, 1802).
 *
 * @param east of its direction, a unit vector with south; @param k rad/m; @param omega rad/s, below 0 backwards
 * @param amplitude metres; @param sharpness 0 is a sine, 1 a full trochoid; @param phase radians
 */
public record Wave(
        double east, double south, double k, double omega, double amplitude, double sharpness, double phase) {

    /** Metres from crest to crest. */
    public double length() {
        return 2 * StrictMath.PI / k;
    }

    /** Seconds from crest to crest; infinite where it stands. */
    public double period() {
        return 2 * StrictMath.PI / Math.abs(omega);
    }
}
