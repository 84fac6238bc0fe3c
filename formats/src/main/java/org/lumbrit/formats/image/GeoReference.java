package org.lumbrit.formats.image;

import java.util.Optional;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.GroundSpec;

/**
 * Where a height map lies and how large it is, as its file says.
 *
 * @param width metres from the first to the last column; @param depth metres from the first to the last row
 * @param said in words, how the file says so: "2 m a pixel", "degrees, turned into metres at 57.1° N"
 * @param middle where the middle lies in the metres of the map; empty where the file gives degrees or nothing
 */
public record GeoReference(double width, double depth, String said, Optional<Middle> middle) {
    /** Equatorial radius and flattening of the ellipsoid that satellites and maps go by (WGS 84, NGA.STND.0036). */
    private static final double RADIUS = 6_378_137;

    private static final double FLATTENING = 1 / 298.257223563;
    private static final double SQUARED_ECCENTRICITY = FLATTENING * (2 - FLATTENING);

    /** Metres to the east and the north on the map. */
    public record Middle(double east, double north) {
        /** Of a site that is on no map. */
        public static final Middle NOWHERE = new Middle(0, 0);

        public static Middle of(GroundSpec spec) {
            return new Middle(spec.east(), spec.north());
        }
    }

    /**
     * Of pixels of a size in metres.
     *
     * @param x width of a pixel in the map's unit; @param z height of one
     * @param unit metres of the map's unit; @param unitSaid what it is called
     * @param middle in the map's unit, null where it is not said
     */
    static Optional<GeoReference> ofMetres(
            int columns, int rows, double x, double z, double unit, String unitSaid, double[] middle) {
        String said = (x == z ? number(x) : number(x) + " × " + number(z)) + " " + unitSaid + " a pixel";
        return sound(
                x * unit * (columns - 1),
                z * unit * (rows - 1),
                said,
                Optional.ofNullable(middle).map(at -> new Middle(at[0] * unit, at[1] * unit)));
    }

    /**
     * Of pixels of a size in degrees: metres at the latitude of the middle, along the meridian and the parallel of the ellipsoid.
     *
     * @param x width of a pixel, degrees; @param z height of one; @param longitude of the middle, degrees; @param latitude likewise
     */
    static Optional<GeoReference> ofDegrees(
            int columns, int rows, double x, double z, double longitude, double latitude) {
        if (Math.abs(latitude) > 89) {
            return Optional.empty();
        }
        double acrossInDegrees = x * (columns - 1);
        double downInDegrees = z * (rows - 1);
        String where = Decimal.write(Math.abs(latitude), 3) + "° " + (latitude < 0 ? "S" : "N") + ", "
                + Decimal.write(Math.abs(longitude), 3) + "° " + (longitude < 0 ? "W" : "E");
        return sound(
                acrossInDegrees * metresOfLongitude(latitude),
                downInDegrees * metresOfLatitude(latitude),
                "the file gives degrees, " + Decimal.write(acrossInDegrees, 5) + "° × "
                        + Decimal.write(downInDegrees, 5) + "°; turned into metres at its middle, " + where,
                Optional.empty());
    }

    /** Metres of one degree of latitude: the meridian's radius of curvature a(1−e²)/(1−e² sin²φ)^{3/2} times π/180. */
    static double metresOfLatitude(double latitude) {
        double sine = StrictMath.sin(StrictMath.toRadians(latitude));
        double root = Math.sqrt(1 - SQUARED_ECCENTRICITY * sine * sine);
        return StrictMath.toRadians(RADIUS * (1 - SQUARED_ECCENTRICITY) / (root * root * root));
    }

    /** Metres of one degree of longitude: the prime vertical's radius a/√(1−e² sin²φ) times cos φ times π/180. */
    static double metresOfLongitude(double latitude) {
        double phi = StrictMath.toRadians(latitude);
        double sine = StrictMath.sin(phi);
        return StrictMath.toRadians(RADIUS * StrictMath.cos(phi) / Math.sqrt(1 - SQUARED_ECCENTRICITY * sine * sine));
    }

    private static Optional<GeoReference> sound(double width, double depth, String said, Optional<Middle> middle) {
        return sound(width) && sound(depth)
                ? Optional.of(new GeoReference(width, depth, said, middle))
                : Optional.empty();
    }

    private static boolean sound(double metres) {
        return metres >= 0.1 && metres <= 100_000;
    }

    private static String number(double value) {
        return Decimal.write(value, Math.abs(value) < 0.01 ? 6 : 3);
    }
}
