package org.lumbrit.core.looks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class EarthTest {
    private static final Earth FINE = new Earth(0, 100, 400, Double.NEGATIVE_INFINITY, 0.01, Optional.empty());

    /** The mean colour over places a few metres apart, so that no pattern counts. */
    private static double[] mean(Earth earth, double y, double up) {
        double[] mean = new double[3];
        double level = Math.sqrt(1 - up * up);
        for (int i = 0; i < 4000; i++) {
            float[] c = earth.at(7.31 * (i % 63), y, 5.77 * (i / 63.0), level, up, 0);
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
        assertThat(rock[0]).as("grey, a little warm").isBetween(rock[2], 1.3 * rock[2]);
        double[] snow = mean(FINE, 98, 1);
        assertThat(snow[0]).isBetween(0.5, 0.65);
        assertThat(snow[2]).as("bluish").isGreaterThan(snow[0]);
        assertThat(mean(FINE, 98, 0.4)[0]).as("no snow on a wall").isLessThan(0.2);
    }

    @Test
    void aLowSiteDoesNotReachFromTurfToSnow() {
        Earth low = new Earth(0, 3, 400, Double.NEGATIVE_INFINITY, 0.01, Optional.empty());
        assertThat(mean(low, 3, 1)[2]).isLessThan(0.06);
    }

    @Test
    void theWatersEdgeIsDarkAndWet() {
        Earth tarn = new Earth(0, 100, 400, 10, 0.01, Optional.empty());
        double[] under = mean(tarn, 9, 1);
        double[] above = mean(tarn, 12, 1);
        assertThat(above).isEqualTo(mean(FINE, 12, 1));
        assertThat(under[0]).isCloseTo(0.2 * mean(FINE, 9, 1)[0] + 0.8 * 0.085, within(0.01));
    }

    @Test
    void whereSamplesLieFarApartFinePatternsStandAtTheirMean() {
        Earth coarse = new Earth(0, 100, 400, Double.NEGATIVE_INFINITY, 50, Optional.empty());
        assertThat(coarse.at(1, 2, 3, 0, 1, 0)).isEqualTo(coarse.at(4.3, 2, 0.9, 0, 1, 0));
        assertThat(FINE.at(1, 2, 3, 0, 1, 0)).isNotEqualTo(FINE.at(4.3, 2, 0.9, 0, 1, 0));
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
        float[] rgb = new Earth(-8, 8, 60, -5, 1.5, Optional.empty()).colours(samples, Cancel.NEVER);
        assertThat(rgb).hasSize(3 * samples.count());
        for (float each : rgb) {
            assertThat(each).isBetween(0.01f, 0.75f);
        }
    }

    @Test
    void wetGroundShinesSnowLessAndTurfLeast() {
        Earth tarn = new Earth(0, 100, 400, 10, 0.01, Optional.empty());
        double wet = tarn.at(3, 9.9, 4, 0, 1, 0)[3];
        double snow = tarn.at(3, 99, 4, 0, 1, 0)[3];
        double turf = tarn.at(3, 12, 4, 0, 1, 0)[3];
        assertThat(wet).isLessThan(snow);
        assertThat(snow).isLessThan(turf);
    }

    @Test
    void stonesStandAndJointsAreLower() {
        float least = Float.POSITIVE_INFINITY;
        float most = Float.NEGATIVE_INFINITY;
        for (int i = 0; i < 4000; i++) {
            float stands = FINE.at(0.05 * i, 40, 0.03 * i, 0.6, 0.8, 0)[4];
            least = Math.min(least, stands);
            most = Math.max(most, stands);
        }
        assertThat(most - least)
                .as("metres between the lowest and the highest of a rocky slope")
                .isBetween(0.2f, 1.2f);
        // a site of a metre and a half has all of it as much smaller
        Earth small = new Earth(0, 0.5, 1.5, Double.NEGATIVE_INFINITY, 0.0005, Optional.empty());
        double scale = 1.5 / 40;
        assertThat(small.at(0.3 * scale, 0.1, 0.7 * scale, 0, 1, 0)[4]).isBetween(0f, (float) (0.5 * scale));
    }

    @Test
    void nothingIsDrawnOutOnAWall() {
        // along a wall that faces east the pattern changes with height as fast as with the way along it
        double up = 0;
        double along = 0;
        for (int i = 0; i < 2000; i++) {
            double y = 20 + 0.37 * (i % 45);
            double z = 0.41 * (i / 45.0);
            float here = FINE.at(3, y, z, 1, 0, 0)[4];
            up += Math.abs(FINE.at(3, y + 0.1, z, 1, 0, 0)[4] - here);
            along += Math.abs(FINE.at(3, y, z + 0.1, 1, 0, 0)[4] - here);
        }
        assertThat(up / along).isBetween(0.5, 3.0);
    }

    /** A valley that falls to the south between two slopes, 120 m. */
    private static Ground valley() {
        float[] heights = new float[121 * 121];
        for (int i = 0; i < heights.length; i++) {
            double x = i % 121 - 60;
            double z = i / 121 - 60;
            heights[i] = (float) (0.4 * Math.abs(x) - 0.06 * z);
        }
        return new Ground(121, 121, heights, 120);
    }

    @Test
    void waterGathersInAValleyAndCrestsAreNone() {
        GroundCharacter character = GroundCharacter.of(valley(), GroundCharacter.NODES, Cancel.NEVER);
        assertThat(character.dampAt(0, 50)).as("far down the valley").isGreaterThan(0.9);
        assertThat(character.dampAt(0, 50)).isGreaterThan(character.dampAt(0, -40));
        assertThat(character.dampAt(35, 0)).as("on a slope").isLessThan(0.05);
        assertThat(character.hollowAt(0, 0)).isGreaterThan(0.5);
        assertThat(character.hollowAt(30, 0)).as("an even slope").isCloseTo(0, within(0.02));
        float[] turned = valley().heights().clone();
        for (int i = 0; i < turned.length; i++) {
            turned[i] = -turned[i];
        }
        GroundCharacter ridge =
                GroundCharacter.of(new Ground(121, 121, turned, 120), GroundCharacter.NODES, Cancel.NEVER);
        assertThat(ridge.hollowAt(0, 0)).isLessThan(-0.5);
        assertThat(ridge.dampAt(0, 0)).isLessThan(0.1);
    }

    @Test
    void dampGroundIsGreenerAndCrestsAreStonier() {
        Ground valley = valley();
        GroundCharacter character = GroundCharacter.of(valley, GroundCharacter.NODES, Cancel.NEVER);
        Earth wet = Earth.of(valley, Double.NEGATIVE_INFINITY, 0.01, character);
        Earth plain =
                new Earth(valley.lowest(), valley.highest(), 120, Double.NEGATIVE_INFINITY, 0.01, Optional.empty());
        double green = 0;
        double before = 0;
        for (int i = 0; i < 500; i++) {
            float[] here = wet.at(0.02 * (i % 20), -2, 30 + 0.01 * i, 0, 1, 0);
            float[] there = plain.at(0.02 * (i % 20), -2, 30 + 0.01 * i, 0, 1, 0);
            green += here[1] / here[0] / 500;
            before += there[1] / there[0] / 500;
        }
        assertThat(green).isGreaterThan(before);
        assertThat(wet.at(0, -2, 55, 0, 1, 0)[3]).as("mud shines").isLessThan(plain.at(0, -2, 55, 0, 1, 0)[3]);
    }
}
