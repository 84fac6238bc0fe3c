package org.lumbrit.core.light;

/**
 * Where the sun stands, by the series of J. W. Spencer, "Fourier series representation of the position of the sun", Search 2 (5), 1971: good to
 * about a quarter of a degree, without the bending of rays by the air.
 *
 * @param heading degrees clockwise from north; @param elevation degrees above the horizon, below 0 at night
 */
public record SunPosition(double heading, double elevation) {
    /** Over a site without daylight of its own. */
    public static final SunPosition USUAL = new SunPosition(258, 25);

    /**
     * @param latitude degrees, north above 0; @param day of the year, from 1; parts of a day count
     * @param hour by the sun: 12 when it stands highest
     */
    public static SunPosition at(double latitude, double day, double hour) {
        double declination = declination(day);
        double turn = StrictMath.toRadians(15 * (hour - 12));
        double north = StrictMath.toRadians(latitude);
        double up = StrictMath.sin(north) * StrictMath.sin(declination)
                + StrictMath.cos(north) * StrictMath.cos(declination) * StrictMath.cos(turn);
        double east = -StrictMath.cos(declination) * StrictMath.sin(turn);
        double toNorth = StrictMath.cos(north) * StrictMath.sin(declination)
                - StrictMath.sin(north) * StrictMath.cos(declination) * StrictMath.cos(turn);
        double heading = StrictMath.toDegrees(StrictMath.atan2(east, toNorth));
        return new SunPosition(
                heading < 0 ? heading + 360 : heading,
                StrictMath.toDegrees(StrictMath.asin(Math.max(-1, Math.min(1, up)))));
    }

    private static double yearTurn(double day) {
        return 2 * StrictMath.PI * (day - 1) / 365;
    }

    /** Radians that the sun stands north of the equator. @param day of the year, from 1 */
    static double declination(double day) {
        double g = yearTurn(day);
        return 0.006918
                - 0.399912 * StrictMath.cos(g)
                + 0.070257 * StrictMath.sin(g)
                - 0.006758 * StrictMath.cos(2 * g)
                + 0.000907 * StrictMath.sin(2 * g)
                - 0.002697 * StrictMath.cos(3 * g)
                + 0.00148 * StrictMath.sin(3 * g);
    }

    /** Minutes that the sun is ahead of the clock. @param day of the year, from 1 */
    static double equationOfTime(double day) {
        double g = yearTurn(day);
        return 229.18
                * (0.000075
                        + 0.001868 * StrictMath.cos(g)
                        - 0.032077 * StrictMath.sin(g)
                        - 0.014615 * StrictMath.cos(2 * g)
                        - 0.040849 * StrictMath.sin(2 * g));
    }
}
