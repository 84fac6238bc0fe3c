package org.lumbrit.core.falloff;

import org.lumbrit.core.math.Decimal;

/** Numbers as they stand in a sentence. */
public final class Readings {
    private Readings() {}

    /** Metres, as centimetres below one metre. */
    public static String metres(double metres) {
        return Math.abs(metres) < 1 ? Decimal.write(metres * 100, 0) + " cm" : Decimal.write(metres, 1) + " m";
    }

    /** A distance, or how far inside. */
    public static String away(double metres) {
        return metres < 0 ? metres(-metres) + " inside" : metres(metres) + " away";
    }

    /** Metres a second: "4.5 m/s". */
    public static String speed(double metresPerSecond) {
        return Decimal.write(metresPerSecond, 2) + " m/s";
    }

    /** Whole degrees: "23°". */
    public static String degrees(double degrees) {
        return Decimal.write(degrees, 0) + "°";
    }
}
