package org.lumbrit.core.falloff;

/** Directions from a heading and an elevation in degrees: heading 0 = −Z, 90 = +X; elevation 90 = straight up. */
public final class Headings {
    private Headings() {}

    /** A unit vector; exact along the axes. */
    public static double[] direction(double heading, double elevation) {
        double flat = cosine(elevation);
        return new double[] {flat * sine(heading), sine(elevation), -flat * cosine(heading)};
    }

    private static double sine(double degrees) {
        return degrees % 180 == 0 ? 0 : StrictMath.sin(StrictMath.toRadians(degrees));
    }

    private static double cosine(double degrees) {
        return sine(degrees + 90);
    }
}
