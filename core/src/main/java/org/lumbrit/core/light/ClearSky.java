package org.lumbrit.core.light;

/**
 * The clear sky of A. J. Preetham, P. Shirley and B. Smits, "A practical analytic model for daylight", SIGGRAPH 1999: the luminance and
 * colour of each direction by the sun's height and the turbidity of the air (1 pure, 2 very clear, 3 clear, 6 hazy, 10 thick haze).
 */
final class ClearSky {
    /** Luminance, then the chromaticities x and y: for each the five numbers of the distribution, as slope and offset by turbidity. */
    private static final double[][][] SHAPE = {
        {{0.1787, -1.4630}, {-0.3554, 0.4275}, {-0.0227, 5.3251}, {0.1206, -2.5771}, {-0.0670, 0.3703}},
        {{-0.0193, -0.2592}, {-0.0665, 0.0008}, {-0.0004, 0.2125}, {-0.0641, -0.8989}, {-0.0033, 0.0452}},
        {{-0.0167, -0.2608}, {-0.0950, 0.0092}, {-0.0079, 0.2102}, {-0.0441, -1.6537}, {-0.0109, 0.0529}}
    };

    private static final double[][] ZENITH_X = {
        {0.00166, -0.00375, 0.00209, 0}, {-0.02903, 0.06377, -0.03202, 0.00394}, {0.11693, -0.21196, 0.06052, 0.25886}
    };

    private static final double[][] ZENITH_Y = {
        {0.00275, -0.00610, 0.00317, 0}, {-0.04214, 0.08970, -0.04153, 0.00516}, {0.15346, -0.26756, 0.06670, 0.26688}
    };

    /** What light of equal energy has in the sRGB primaries: an eye that lives under the sky takes that for white. */
    private static final double[] EQUAL = {1.2048, 0.9484, 0.9087};

    /** Of the cosine of the angle from the zenith: below it the horizon holds. */
    private static final double HORIZON = 0.01;

    private final double[][] shape = new double[3][5];
    private final double[] zenith;
    private final double[] atZenith = new double[3];

    /** @param turbidity 1.7 … 10; @param sun its elevation in degrees, 0 … 90 */
    ClearSky(double turbidity, double sun) {
        double fromZenith = StrictMath.toRadians(90 - sun);
        for (int what = 0; what < 3; what++) {
            for (int k = 0; k < 5; k++) {
                shape[what][k] = SHAPE[what][k][0] * turbidity + SHAPE[what][k][1];
            }
        }
        zenith = zenith(turbidity, fromZenith);
        for (int what = 0; what < 3; what++) {
            atZenith[what] = spread(shape[what], 1, fromZenith);
        }
    }

    /** Luminance in kcd/m², x and y straight above. */
    static double[] zenith(double turbidity, double sunFromZenith) {
        double chi = (4.0 / 9 - turbidity / 120) * (StrictMath.PI - 2 * sunFromZenith);
        double luminance = (4.0453 * turbidity - 4.9710) * StrictMath.tan(chi) - 0.2155 * turbidity + 2.4192;
        return new double[] {
            Math.max(0, luminance),
            chromaticity(ZENITH_X, turbidity, sunFromZenith),
            chromaticity(ZENITH_Y, turbidity, sunFromZenith)
        };
    }

    private static double chromaticity(double[][] rows, double turbidity, double angle) {
        double sum = 0;
        double t = 1;
        for (int row = 2; row >= 0; row--) {
            double[] of = rows[row];
            sum += t * (((of[0] * angle + of[1]) * angle + of[2]) * angle + of[3]);
            t *= turbidity;
        }
        return sum;
    }

    private static double spread(double[] shape, double up, double fromSun) {
        double cosine = StrictMath.cos(fromSun);
        return (1 + shape[0] * StrictMath.exp(shape[1] / up))
                * (1 + shape[2] * StrictMath.exp(shape[3] * fromSun) + shape[4] * cosine * cosine);
    }

    /**
     * What comes from a direction, in linear light of the sRGB primaries, kcd/m².
     *
     * @param up cosine of the angle from the zenith; @param fromSun the angle from the sun, radians
     */
    double[] at(double up, double fromSun) {
        double[] value = new double[3];
        for (int what = 0; what < 3; what++) {
            value[what] = zenith[what] * spread(shape[what], Math.max(HORIZON, up), fromSun) / atZenith[what];
        }
        double luminance = Math.max(0, value[0]);
        double x = luminance * value[1] / value[2];
        double z = luminance * (1 - value[1] - value[2]) / value[2];
        double[] colour = {
            Math.max(0, 3.2406 * x - 1.5372 * luminance - 0.4986 * z) / EQUAL[0],
            Math.max(0, -0.9689 * x + 1.8758 * luminance + 0.0415 * z) / EQUAL[1],
            Math.max(0, 0.0557 * x - 0.2040 * luminance + 1.0570 * z) / EQUAL[2]
        };
        double shown = luminance(colour);
        for (int c = 0; c < 3; c++) {
            colour[c] *= shown > 0 ? luminance / shown : 0;
        }
        return colour;
    }

    /** Of a colour in linear light of the sRGB primaries. */
    static double luminance(double[] colour) {
        return 0.2126 * colour[0] + 0.7152 * colour[1] + 0.0722 * colour[2];
    }
}
