package org.lumbrit.core.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class DaylightTest {
    private static double luminance(double[] colour) {
        return 0.2126 * colour[0] + 0.7152 * colour[1] + 0.0722 * colour[2];
    }

    @Test
    void theSunStandsWhereThePublishedExampleHasIt() {
        // I. Reda and A. Andreas, "Solar position algorithm for solar radiation applications", NREL, 2003: 17 October
        // 2003,
        // 12:30:30 seven hours west of Greenwich, 39.742476° N, 105.1786° W; without the 0.02° that the air lifts it
        double day = 290;
        double clock = 12 + 30.5 / 60;
        double hour = clock + (4 * (-105.1786 + 105) + SunPosition.equationOfTime(day)) / 60;
        SunPosition sun = SunPosition.at(39.742476, day + clock / 24, hour);
        assertThat(90 - sun.elevation()).isCloseTo(50.1116, within(0.3));
        assertThat(sun.heading()).isCloseTo(194.3402, within(0.3));
    }

    @Test
    void atNoonItStandsInTheSouthAndInSpringItRisesInTheEast() {
        for (double latitude : new double[] {0.1, 35, 57}) {
            SunPosition equinox = SunPosition.at(latitude, 81, 12);
            assertThat(equinox.elevation()).isCloseTo(90 - latitude, within(0.6));
            assertThat(SunPosition.at(latitude, 81, 6).heading()).isCloseTo(90, within(1.0));
            assertThat(SunPosition.at(latitude, 81, 6).elevation()).isCloseTo(0, within(0.6));
            assertThat(SunPosition.at(latitude, 81, 18).heading()).isCloseTo(270, within(1.0));
        }
        assertThat(SunPosition.at(57, 172, 12).elevation()).isCloseTo(90 - 57 + 23.45, within(0.3));
        assertThat(SunPosition.at(57, 172, 12).heading()).isCloseTo(180, within(0.01));
        assertThat(SunPosition.at(-57, 172, 12).heading() % 360).isCloseTo(0, within(0.01));
        assertThat(SunPosition.at(57, 355, 0).elevation()).isNegative();
        assertThat(Math.toDegrees(SunPosition.declination(172))).isCloseTo(23.45, within(0.05));
        assertThat(Math.toDegrees(SunPosition.declination(355))).isCloseTo(-23.45, within(0.05));
    }

    @Test
    void straightAboveTheSkyHasThePublishedLuminance() {
        // A. J. Preetham et al., 1999: Yz = (4.0453 T − 4.9710) tan χ − 0.2155 T + 2.4192, χ = (4/9 − T/120)(π − 2 θs)
        for (double turbidity : new double[] {2, 3, 6}) {
            for (double sun : new double[] {10, 40, 75}) {
                double chi = (4.0 / 9 - turbidity / 120) * Math.toRadians(2 * sun);
                double published = (4.0453 * turbidity - 4.9710) * Math.tan(chi) - 0.2155 * turbidity + 2.4192;
                double[] there = new ClearSky(turbidity, sun).at(1, Math.toRadians(90 - sun));
                assertThat(luminance(there)).isCloseTo(published, within(0.01 * published));
            }
        }
    }

    @Test
    void aClearSkyIsBlueAboveBrightRoundTheSunAndPaleAtTheHorizon() {
        ClearSky sky = new ClearSky(2.5, 40);
        double[] above = sky.at(1, Math.toRadians(50));
        double[] near = sky.at(Math.sin(Math.toRadians(45)), Math.toRadians(5));
        double[] low = sky.at(0.05, Math.toRadians(100));
        assertThat(above[2]).isGreaterThan(1.5 * above[0]);
        assertThat(luminance(near)).isGreaterThan(2 * luminance(above));
        assertThat(low[2] / low[0]).isLessThan(above[2] / above[0]);
    }

    @Test
    void aLowSunIsRedAndThickAirTakesMoreOfIt() {
        double[] noon = Daylight.sun(60, 2.5);
        double[] low = Daylight.sun(4, 2.5);
        assertThat(low[0] / low[2]).isGreaterThan(2 * noon[0] / noon[2]);
        assertThat(luminance(Daylight.sun(30, 6))).isLessThan(luminance(Daylight.sun(30, 2)));
        assertThat(luminance(noon)).as("klx at noon").isBetween(85.0, 120.0);
        assertThat(Daylight.sun(-3, 2.5)).containsOnly(0);
    }

    private static Daylight light(double elevation, double turbidity, double cloud, double exposure) {
        return Daylight.of(new SunPosition(200, elevation), new Daylight.Air(turbidity, cloud, exposure));
    }

    @Test
    void anOvercastSkyHasNoSunAndIsThreeTimesAsBrightAboveAsAtTheHorizon() {
        Daylight overcast = light(50, 3, 1, 0);
        assertThat(overcast.sun()).containsOnly(0);
        int last = 3 * (Daylight.ROWS - 1) * Daylight.COLUMNS;
        assertThat(overcast.dome()[last + 1] / overcast.dome()[1]).isCloseTo(3, within(0.01f));
        double[] clear = light(50, 3, 0, 0).sun();
        double[] half = light(50, 3, 0.5, 0).sun();
        assertThat(luminance(half)).isBetween(0.1 * luminance(clear), 0.7 * luminance(clear));
    }

    @Test
    void exposureDoublesAndNightIsDark() {
        Daylight usual = light(30, 2.6, 0, 0);
        Daylight brighter = light(30, 2.6, 0, 1);
        for (int c = 0; c < 3; c++) {
            assertThat(brighter.sky()[c]).isCloseTo(2 * usual.sky()[c], within(1e-9));
            assertThat(brighter.sun()[c]).isCloseTo(2 * usual.sun()[c], within(1e-9));
        }
        double level = luminance(usual.sky()) + luminance(usual.sun()) * Math.sin(Math.toRadians(30));
        assertThat(level).as("near that of the usual light").isBetween(0.9, 1.7);
        Daylight night = light(-15, 2.6, 0, 0);
        assertThat(luminance(night.sky())).isLessThan(0.5 * luminance(usual.sky()));
        assertThat(night.elevation()).isEqualTo(Daylight.LOWEST);
    }

    @Test
    void overTheSkyItsLightIsTheMeanOfTheDomeByTheCosine() {
        Daylight overcast = light(50, 3, 1, 0);
        // of a sky (1 + 2 cos θ)/3 the mean by the cosine is 7/9 of what comes from straight above
        int last = 3 * (Daylight.ROWS - 1) * Daylight.COLUMNS;
        assertThat(overcast.sky()[1]).isCloseTo(7.0 / 9 * overcast.dome()[last + 1], within(0.02));
    }
}
