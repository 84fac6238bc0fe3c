package org.lumbrit.core.looks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class EarthTest {
    private static final Earth FINE = new Earth(0, 100, Double.NEGATIVE_INFINITY, 0.01);

    /** The mean colour over places a few metres apart, so that no pattern counts. */
    private static double[] mean(Earth earth, double y, double up) {
        double[] mean = new double[3];
        double[] c = new double[3];
        for (int i = 0; i < 4000; i++) {
            earth.at(7.31 * (i % 63), y, 5.77 * (i / 63.0), up, c);
            for (int k = 0; k < 3; k++) {
                mean[k] += c[k] / 4000;
            }
        }
        return mean;
    }

    @Test
    void flatLowGroundIsTurfSteepIsRockAndTopsAreSnow() {
        double[] turf = mean(FINE, 2, 1);
        assertThat(turf[1]).as("green over blue").isGreaterThan(2 * turf[2]);
        double[] rock = mean(FINE, 2, 0.5);
        assertThat(rock[0]).as("grey").isCloseTo(rock[2], within(0.02));
        double[] snow = mean(FINE, 98, 1);
        assertThat(snow[0]).isBetween(0.5, 0.65);
        assertThat(snow[2]).as("bluish").isGreaterThan(snow[0]);
        assertThat(mean(FINE, 98, 0.4)[0]).as("no snow on a wall").isLessThan(0.2);
    }

    @Test
    void aLowSiteDoesNotReachFromTurfToSnow() {
        Earth low = new Earth(0, 3, Double.NEGATIVE_INFINITY, 0.01);
        assertThat(mean(low, 3, 1)[2]).isLessThan(0.06);
    }

    @Test
    void theWatersEdgeIsDarkAndWet() {
        Earth tarn = new Earth(0, 100, 10, 0.01);
        double[] under = mean(tarn, 9, 1);
        double[] above = mean(tarn, 12, 1);
        assertThat(above).isEqualTo(mean(FINE, 12, 1));
        assertThat(under[0]).isCloseTo(0.2 * mean(FINE, 9, 1)[0] + 0.8 * 0.085, within(0.01));
    }

    @Test
    void whereSamplesLieFarApartFinePatternsStandAtTheirMean() {
        Earth coarse = new Earth(0, 100, Double.NEGATIVE_INFINITY, 50);
        double[] one = new double[3];
        double[] other = new double[3];
        coarse.at(1, 2, 3, 1, one);
        coarse.at(4.3, 2, 0.9, 1, other);
        assertThat(one).isEqualTo(other);
        FINE.at(1, 2, 3, 1, one);
        FINE.at(4.3, 2, 0.9, 1, other);
        assertThat(one).isNotEqualTo(other);
        double[] expected = mean(FINE, 2, 1);
        for (int k = 0; k < 3; k++) {
            assertThat(mean(coarse, 2, 1)[k]).isCloseTo(expected[k], within(0.2 * expected[k]));
        }
    }

    @Test
    void everySampleHasItsOwnColourInLight() {
        float[] hills = new float[40 * 30];
        for (int i = 0; i < hills.length; i++) {
            hills[i] = (float) (8 * Math.sin(0.3 * (i % 40)));
        }
        Ground ground = new Ground(40, 30, hills, 60);
        Samples samples = ground.lattice(40).samples();
        float[] rgb = new Earth(-8, 8, -5, 1.5).colours(samples, Cancel.NEVER);
        assertThat(rgb).hasSize(3 * samples.count());
        for (float each : rgb) {
            assertThat(each).isBetween(0.01f, 0.75f);
        }
    }
}
