package org.lumbrit.core.light;

import org.lumbrit.core.math.Smooth;

/**
 * The light of one moment, in units in which a white card that lies level in the usual light of the view has about 1.3.
 *
 * @param heading of the sun, degrees clockwise from north; @param elevation degrees above the horizon, at least {@link #LOWEST}
 * @param sun red, green and blue of a white card that faces the sun; @param sky of one that lies level under all of the sky
 * @param dome radiance of the sky, three numbers each: {@link #ROWS} rows from the horizon to the zenith by the root of the elevation, and in
 * each {@link #COLUMNS} from the sun's heading round to the opposite one
 * @param haze how far one sees, as a share of the usual
 */
public record Daylight(double heading, double elevation, double[] sun, double[] sky, float[] dome, double haze) {
    public static final int ROWS = 24;
    public static final int COLUMNS = 32;
    /** From here on the sun is taken to shine from so low, so that its shadows end. */
    public static final double LOWEST = 1;

    /** Illuminance of the sun outside the air, klx. */
    private static final double SUN = 127.5;
    /** Wavelengths of red, green and blue, µm. */
    private static final double[] WAVES = {0.65, 0.55, 0.45};
    /** Elevation at which the light of dusk is gone, degrees. */
    private static final double NIGHT = -8;
    /** What a level white card has in the usual light, and how far the eye gets used to other light. */
    private static final double USUAL = 1.3;

    private static final double USED_TO = 0.88;
    /** Illuminance over π of the usual light, kcd/m². */
    private static final double USUALLY = 14;

    /**
     * What the light comes through.
     *
     * @param turbidity 1.7 … 10; @param cloud 0 a clear sky, 1 covered all over; @param exposure each whole number is twice as bright
     */
    public record Air(double turbidity, double cloud, double exposure) {}

    /** The light when the sun stands somewhere. */
    public static Daylight of(SunPosition position, Air air) {
        double height = Math.max(0, position.elevation());
        double left = Smooth.smoothstep(NIGHT, 2, position.elevation());
        double clear = 1 - air.cloud;
        ClearSky sky = new ClearSky(Math.max(1.7, air.turbidity), height);
        double[] sun = sun(position.elevation(), air.turbidity);
        float[] dome = new float[3 * ROWS * COLUMNS];
        double[] level = new double[3];
        double weights = 0;
        double covered = covered(height);
        for (int row = 0; row < ROWS; row++) {
            double share = (double) row / (ROWS - 1);
            double elevation = StrictMath.toRadians(90 * share * share);
            double up = StrictMath.sin(elevation);
            // sin·cos of the elevation, and how wide a row is
            double weight = up * StrictMath.cos(elevation) * Math.max(0.25 / ROWS, share);
            for (int column = 0; column < COLUMNS; column++) {
                double turn = StrictMath.PI * column / (COLUMNS - 1);
                double cosine = up * StrictMath.sin(StrictMath.toRadians(height))
                        + StrictMath.cos(elevation)
                                * StrictMath.cos(StrictMath.toRadians(height))
                                * StrictMath.cos(turn);
                double[] from = sky.at(up, StrictMath.acos(Math.max(-1, Math.min(1, cosine))));
                for (int c = 0; c < 3; c++) {
                    double grey = covered * (1 + 2 * up) / 3 * GREY[c];
                    double both = left * (clear * from[c] + air.cloud * grey);
                    dome[3 * (row * COLUMNS + column) + c] = (float) both;
                    level[c] += weight * both;
                }
                weights += weight;
            }
        }
        double[] direct = new double[3];
        double[] whole = new double[3];
        for (int c = 0; c < 3; c++) {
            level[c] /= weights;
            direct[c] = clear * clear * sun[c] / StrictMath.PI;
            whole[c] = level[c] + direct[c] * StrictMath.sin(StrictMath.toRadians(height));
        }
        double lit = Math.max(1e-4, ClearSky.luminance(whole));
        double scale = USUAL * StrictMath.pow(lit / USUALLY, 1 - USED_TO) / lit * StrictMath.pow(2, air.exposure);
        for (int i = 0; i < dome.length; i++) {
            dome[i] *= (float) scale;
        }
        for (int c = 0; c < 3; c++) {
            level[c] *= scale;
            direct[c] *= scale;
        }
        double haze = 1 / (0.55 + 0.18 * Math.max(0, air.turbidity - 1.7) + 0.5 * air.cloud);
        return new Daylight(
                position.heading(), Math.max(LOWEST, position.elevation()), direct, level, dome, Math.min(1.6, haze));
    }

    /** Of a covered sky, a little bluer than white. */
    private static final double[] GREY = {0.96, 1.0, 1.07};

    /** Luminance straight above under a covered sky (P. Moon and D. E. Spencer, 1942), kcd/m², by its usual illuminance of 0.3 + 21·sin e klx. */
    private static double covered(double elevation) {
        double level = 0.3 + 21 * StrictMath.sin(StrictMath.toRadians(elevation));
        return 9 * level / (7 * StrictMath.PI);
    }

    /**
     * What is left of the sun behind the air, klx in red, green and blue: scattered by air and by dust (Preetham et al., appendix; without
     * ozone and vapour), by the optical mass of F. Kasten, 1966.
     */
    static double[] sun(double elevation, double turbidity) {
        double[] left = new double[3];
        double low = Math.max(0, elevation);
        double mass = 1 / (StrictMath.sin(StrictMath.toRadians(low)) + 0.15 * StrictMath.pow(low + 3.885, -1.253));
        double dust = Math.max(0, 0.04608 * turbidity - 0.04586);
        for (int c = 0; c < 3; c++) {
            double air = StrictMath.exp(-0.008735 * StrictMath.pow(WAVES[c], -4.08) * mass);
            double hazy = StrictMath.exp(-dust * StrictMath.pow(WAVES[c], -1.3) * mass);
            left[c] = SUN * air * hazy * Smooth.smoothstep(-1, 1, elevation);
        }
        return left;
    }
}
