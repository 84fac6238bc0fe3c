package org.lumbrit.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Misfit;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class WindFieldTest {

    private static double[] at(WindField field, double x, double z, double time) {
        return Winds.at(field, x, 1.5, z, time);
    }

    private static void assertSame(double[] a, double[] b, double tolerance) {
        assertThat(a[0]).isCloseTo(b[0], within(tolerance));
        assertThat(a[1]).isCloseTo(b[1], within(tolerance));
    }

    @Test
    void whatBlowsHereNowBlowsDownwindLater() {
        Random random = new Random(5);
        for (int trial = 0; trial < 300; trial++) {
            double heading = random.nextDouble() * 360;
            double speed = 1 + random.nextDouble() * 12;
            Frames frames = trial % 2 == 0 ? Winds.loop(8) : new Frames(200, 0, 1 / 24.0, false);
            WindField field = new WindField(Winds.wind(heading, speed, speed * 8 / 6, 0), frames);
            double x = random.nextDouble() * 200 - 100;
            double z = random.nextDouble() * 200 - 100;
            double t = random.nextDouble() * 8;
            double later = random.nextDouble() * 5;
            double[] d = field.downwind();
            double way = speed * later;
            assertSame(at(field, x + d[0] * way, z + d[1] * way, t + later), at(field, x, z, t), 1e-6);
        }
    }

    @Test
    void itComesBackAfterTheLoopWhereGustsTravelAWholeNumberOfTheirLengths() {
        WindField whole = new WindField(Winds.wind(70, 6, 6 * 8 / 5.0, 0.5), Winds.loop(8));
        WindField broken = new WindField(Winds.wind(70, 6, 6 * 8 / 5.3, 0), Winds.loop(8));
        double most = 0;
        for (int i = 0; i < 100; i++) {
            assertSame(at(whole, i * 1.7, i * 0.9, 8), at(whole, i * 1.7, i * 0.9, 0), 1e-9);
            double[] start = at(broken, i * 1.7, i * 0.9, 0);
            double[] end = at(broken, i * 1.7, i * 0.9, 8);
            most = Math.max(most, Math.hypot(end[0] - start[0], end[1] - start[1]));
        }
        assertThat(most).as("one that travels 5.3 lengths does not").isGreaterThan(0.5);
    }

    /** The way of the gusts is found by sliding two moments over each other. */
    @Test
    void frontsTravelDownwindAtTheSetSpeed() {
        double speed = 7.3;
        WindField field = new WindField(Winds.wind(90, speed, 10, 0), new Frames(400, 0, 1 / 24.0, false));
        int n = 40_000;
        double step = 0.02;
        double[] first = new double[n];
        double[] second = new double[n];
        for (int i = 0; i < n; i++) {
            first[i] = Math.hypot(at(field, i * step, 3, 0)[0], at(field, i * step, 3, 0)[1]) - 5;
            second[i] = Math.hypot(at(field, i * step, 3, 1.5)[0], at(field, i * step, 3, 1.5)[1]) - 5;
        }
        int best = 0;
        double most = -1e300;
        for (int lag = 0; lag < 1500; lag++) {
            double sum = 0;
            for (int i = 0; i + 1500 < n; i++) {
                sum += first[i] * second[i + lag];
            }
            if (sum > most) {
                most = sum;
                best = lag;
            }
        }
        assertThat(best * step / 1.5).isCloseTo(speed, within(0.01 * speed));
    }

    @Test
    void aPointerGoesTheShorterWayRoundAndMovesTheAirNotTheGusts() {
        Blowing pointer =
                new Blowing.Pointer(List.of(new CurvePoint(0, 350), new CurvePoint(2, 20), new CurvePoint(4, 350)));
        assertThat(pointer.headingAt(1, 0)).isCloseTo(365, within(1e-9));
        assertThat(pointer.headingAt(-3, 0)).isEqualTo(350);
        assertThat(pointer.loops(0, 4)).isTrue();
        assertThat(pointer.loops(0, 3)).isFalse();
        assertThat(pointer.fitted(0, 3).loops(0, 3)).isTrue();
        WindField pointed = new WindField(Winds.wind(90, 6, 9.6, 0, pointer, new GustSource.None()), Winds.loop(4));
        WindField plain = new WindField(Winds.wind(90, 6, 9.6, 0), Winds.loop(4));
        double[] turned = at(pointed, 3, 4, 1);
        double[] straight = at(plain, 3, 4, 1);
        assertThat(Math.hypot(turned[0], turned[1]))
                .as("as strong as without the pointer")
                .isCloseTo(Math.hypot(straight[0], straight[1]), within(1e-9));
        assertThat(Math.toDegrees(Math.atan2(turned[0], -turned[1]) - Math.atan2(straight[0], -straight[1])))
                .isCloseTo(5 - 90, within(1e-6));
    }

    @Test
    void anOrbitingSourceStirsTheAirAroundItAndTurnsOnceALoop() {
        GustSource.Orbiting source = new GustSource.Orbiting(10, -5, 6, 9, 4, 1);
        WindField still = new WindField(Winds.wind(0, 0, 10, 0), Winds.loop(8));
        WindField stirred = new WindField(Winds.wind(0, 0, 10, 0, new Blowing.Downwind(), source), Winds.loop(8));
        // a quarter through the loop it is east of the pivot; a third of its reach farther it is strongest
        double[] before = at(still, 10 + 6 + 3, -5, 2);
        double[] after = at(stirred, 10 + 6 + 3, -5, 2);
        assertThat(after[0] - before[0]).isCloseTo(4, within(1e-9));
        assertThat(after[1] - before[1]).isCloseTo(0, within(1e-9));
        assertSame(at(stirred, 40, -5, 2), at(still, 40, -5, 2), 0);
        assertSame(at(stirred, 12, 0, 8), at(stirred, 12, 0, 0), 1e-9);
    }

    @Test
    void whatDoesNotLoopIsSaidWithWhatWouldAndEachWayHolds() {
        Frames frames = Winds.loop(8);
        WindLayer wind = Winds.wind(
                40,
                6,
                10.3,
                0.3,
                new Blowing.Pointer(List.of(new CurvePoint(0, 0), new CurvePoint(8, 90))),
                new GustSource.None());
        List<Misfit> misfits = wind.misfits(frames, id -> Optional.empty());
        assertThat(misfits).hasSize(4);
        assertThat(misfits.get(0).text()).contains("4.66").contains("8 s");
        for (Misfit misfit : misfits) {
            for (Misfit.Fix fix : misfit.fixes()) {
                assertThat(fix.better().misfits(frames, id -> Optional.empty()))
                        .as(fix.words())
                        .extracting(Misfit::text)
                        .noneMatch(text ->
                                text.substring(0, 9).equals(misfit.text().substring(0, 9)));
            }
        }
        assertThat(Winds.wind(40, 6, 6 * 8 / 4.0, 0.25).misfits(frames, id -> Optional.empty()))
                .isEmpty();
    }

    /** Plants get the same wind by another way of computing it: along the line on which gusts pass them. */
    @Test
    void gustsThatPassAPlantAreTheFieldAtItsFoot() {
        for (double churn : new double[] {0, 0.5}) {
            Frames frames = Winds.loop(8);
            WindField field = new WindField(Winds.wind(65, 6, 9.6, churn), frames);
            Swaying.Stand stand = Winds.stand(4, 3.7, 0);
            field.passing(stand, 3, 12, -5, 60, (f, east, south) -> {
                for (int i = 0; i < 9; i++) {
                    double[] here = Winds.at(field, stand.x()[3 + i], 0, stand.z()[3 + i], frames.time(f - 5));
                    assertThat(east[i]).isCloseTo(here[0], within(1e-9));
                    assertThat(south[i]).isCloseTo(here[1], within(1e-9));
                }
            });
        }
    }

    @Test
    void aWeatherStationSaysWhereTheWindComesFromAndHowFastByTheHour() {
        Blowing.Station station =
                new Blowing.Station(List.of(new WindRow(0, 350, 2), new WindRow(1, 10, 6), new WindRow(2, 10, 4)), 3);
        assertThat(station.headingAt(0, 0) % 360).isEqualTo(170);
        assertThat(station.headingAt(1.5, 0) % 360).as("the shorter way round").isCloseTo(180, within(1e-9));
        assertThat(station.strength(1.5, 5)).isCloseTo(4 / 5.0, within(1e-12));
        assertThat(station.strength(60, 5)).as("held after the last").isCloseTo(4 / 5.0, within(1e-12));
        WindLayer wind = Winds.wind(90, 6, 9.6, 0, station, new GustSource.None());
        WindField field = new WindField((WindLayer) wind.withProperty("gust", Winds.same(0)), Winds.loop(8));
        double[] blows = new double[2];
        double[] east = new double[1];
        double[] south = new double[1];
        field.at(
                1.5,
                new double[1],
                new double[1],
                new double[1],
                0,
                1,
                new float[] {5},
                new float[1],
                new float[1],
                new float[0],
                east,
                south,
                new WindField.Scratch(1));
        blows[0] = east[0];
        blows[1] = south[0];
        assertThat(blows[0]).isCloseTo(0, within(1e-9));
        assertThat(blows[1]).as("4 m/s from the north goes south").isCloseTo(4, within(1e-9));
        assertThat(station.loops(0, 6)).isFalse();
        assertThat(station.fitted(0, 6).loops(0, 6)).isTrue();
    }

    @Test
    void gustsThatChurnAreAsStrongInTheMiddleOfATurnAsAtItsEnds() {
        Frames frames = Winds.loop(8);
        WindField field = new WindField(Winds.wind(65, 0, 9.6, 0.5), frames);
        int n = 6000;
        double[] strength = new double[16];
        for (int phase = 0; phase < 16; phase++) {
            double[] x = new double[n];
            double[] z = new double[n];
            for (int i = 0; i < n; i++) {
                x[i] = 1731.3 * (i % 77) / 7.7 + i * 0.37;
                z[i] = 911.7 * (i % 83) / 8.3 - i * 0.53;
            }
            double[] east = new double[n];
            double[] south = new double[n];
            float[][] air = {same(n, 1), same(n, 1), same(n, 0)};
            Samples places = new Ground(2, 2, new float[4], 1e6).samplesAt(x, z);
            // half a turn a second: two seconds are one cell
            field.at(2 * phase / 16.0 + 3, places, 0, n, air, east, south);
            double[] d = field.downwind();
            for (int i = 0; i < n; i++) {
                double gust = east[i] * d[0] + south[i] * d[1] - 1;
                strength[phase] += gust * gust / n;
            }
        }
        double least = Arrays.stream(strength).min().orElseThrow();
        double most = Arrays.stream(strength).max().orElseThrow();
        double mean = Arrays.stream(strength).average().orElseThrow();
        // as root mean square
        assertThat((Math.sqrt(most) - Math.sqrt(least)) / Math.sqrt(mean)).isLessThan(0.05);
    }

    private static float[] same(int count, float value) {
        float[] all = new float[count];
        Arrays.fill(all, value);
        return all;
    }
}
