package org.lumbrit.core.falloff;

import org.lumbrit.core.math.Decimal;

/** Numbers as they stand in a sentence. */
public final class Readings {
    private Readings() {}

    /** Metres, as centimetres below one metre. */
    public static String metres(double metres) {
        return Math.abs(metres) < 1 ? Decimal.write(metres * 100, 0) + " cm" : Decimal.write(metres, 1) + " m";
    }

    /** "450 m²", "3.2 ha", "12 km²", and below a square metre "35 cm²". */
    public static String squareMetres(double area) {
        if (area < 1) {
            return Decimal.write(1e4 * area, area < 1e-3 ? 1 : 0) + " cm²";
        }
        return area < 1e4
                ? Decimal.write(area, area < 10 ? 1 : 0) + " m²"
                : area < 1e6 ? Decimal.write(area / 1e4, 1) + " ha" : Decimal.write(area / 1e6, 1) + " km²";
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
