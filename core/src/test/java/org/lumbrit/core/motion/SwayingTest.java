package org.lumbrit.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Frames;

class SwayingTest {
    private static Swaying swaying(WindLayer wind, Frames frames) {
        return new Swaying(new WindField(wind, frames), frames, Winds.sway(Map.of()));
    }

    private static final WindLayer LOOPS = Winds.wind(65, 6, 6 * 8 / 5.0, 0);

    @Test
    void theBendFollowsTheWindByTanhWhereNothingLags() {
        Frames frames = Winds.loop(8);
        Swaying.Stand stand = Winds.stand(3, 4, 0);
        double[] bends = swaying(LOOPS, frames).bends(stand, 4, 5);
        WindField field = new WindField(LOOPS, frames);
        for (int f = 0; f < frames.count(); f += 7) {
            double[] wind = Winds.at(field, stand.x()[4], 0, stand.z()[4], frames.time(f));
            double speed = Math.hypot(wind[0], wind[1]);
            double bend = Math.toRadians(70) * Math.tanh(speed / 9);
            assertThat(bends[2 * f]).isCloseTo(bend * wind[0] / speed, within(1e-9));
            assertThat(bends[2 * f + 1]).isCloseTo(bend * wind[1] / speed, within(1e-9));
        }
    }

    /** A lag of τ behind a sine of period P is smaller by 1/√(1 + (2πτ/P)²) and comes later by atan(2πτ/P). */
    @Test
    void theLagIsThatOfAFirstOrderSystemFromTheFirstFrameOn() {
        int n = 4800;
        double step = 1.0 / 240;
        double period = 4;
        double tau = 0.6;
        double[] x = new double[2 * n];
        for (int i = 0; i < n; i++) {
            x[2 * i] = Math.sin(2 * Math.PI * i * step / period);
        }
        new Lag(new float[] {0, (float) tau}, 1, 1, step, x, n, true).follow();
        double h = 2 * Math.PI * tau / period;
        for (int i = 0; i < n; i += 31) {
            double expected = Math.sin(2 * Math.PI * i * step / period - Math.atan(h)) / Math.sqrt(1 + h * h);
            assertThat(x[2 * i]).isCloseTo(expected, within(1e-5));
        }
    }

    @Test
    void nothingDriftsTheMeanSwingOfALoopIsNone() {
        for (int trial = 0; trial < 12; trial++) {
            Random random = new Random(trial);
            double loop = 2 + random.nextInt(9);
            Frames frames = Winds.loop(loop);
            double speed = 2 + random.nextDouble() * 9;
            WindLayer wind = Winds.wind(random.nextDouble() * 360, speed, speed * loop / (4 + random.nextInt(5)), 0);
            SwayLayer noLean =
                    new SwayLayer("sway", "Sway", 1, false, "wind", "grass", SwayLayer.Way.BEND, 1.5, 0, Map.of());
            SwayLoop sway = new Swaying(new WindField(wind, frames), frames, noLean)
                    .loop(Winds.stand(5, 3, random.nextDouble()), Cancel.NEVER);
            for (int plant = 0; plant < sway.plants(); plant++) {
                for (int axis = 0; axis < 2; axis++) {
                    double sum = 0;
                    for (int f = 0; f < frames.count(); f++) {
                        sum += sway.bend(f, plant, axis);
                    }
                    assertThat(Math.abs(sum / frames.count())).isLessThan(sway.radians());
                }
            }
            assertThat(sway.seam().ratio()).isLessThanOrEqualTo(SwayLoop.Seam.MOST);
            assertThat(sway.seam().inside()).as("it moves").isGreaterThan(1e-3);
        }
    }

    @Test
    void aWindThatDoesNotLoopShowsItsSeam() {
        Frames frames = Winds.loop(8);
        SwayLoop broken = swaying(Winds.wind(65, 6, 6 * 8 / 5.45, 0), frames).loop(Winds.stand(12, 2, 0), Cancel.NEVER);
        assertThat(broken.seam().seen()).isTrue();
    }

    @Test
    void aFrameAloneIsTheFrameInSequenceBitForBitHoweverPlantsAreCut() {
        Frames frames = Winds.loop(8);
        Swaying.Stand stand = Winds.stand(40, 1.3, 0.3);
        SwayLoop all = swaying(LOOPS, frames).loop(stand, Cancel.NEVER);
        double[] one = swaying(LOOPS, frames).bends(stand, 777, 778);
        double[] some = swaying(LOOPS, frames).bends(stand, 770, 800);
        for (int f = 0; f < frames.count(); f++) {
            assertThat(some[2 * (f * 30 + 7)]).isEqualTo(one[2 * f]);
            assertThat(some[2 * (f * 30 + 7) + 1]).isEqualTo(one[2 * f + 1]);
            assertThat(all.bend(f, 777, 0)).isCloseTo(one[2 * f], within(0.5001 * all.radians() + 1e-12));
        }
    }

    @Test
    void plantsFarApartSwingEachOnItsOwnAndThoseAtOnePlaceTogether() {
        Frames frames = Winds.loop(8);
        assertThat(swaying(LOOPS, frames)
                        .loop(Winds.stand(12, 7, 0.2), Cancel.NEVER)
                        .together())
                .isLessThan(0.3);
        assertThat(swaying(LOOPS, frames)
                        .loop(Winds.stand(12, 0.01, 0.2), Cancel.NEVER)
                        .together())
                .isGreaterThan(0.95);
    }

    @Test
    void withoutALoopTheLagHasSettledBeforeTheFirstFrame() {
        Frames early = new Frames(100, 0, 1 / 24.0, false);
        Frames late = new Frames(100, 2, 1 / 24.0, false);
        Swaying.Stand stand = Winds.stand(2, 3, 0.5);
        double[] first = swaying(LOOPS, early).bends(stand, 0, 4);
        double[] second = swaying(LOOPS, late).bends(stand, 0, 4);
        for (int k = 0; k < 8; k++) {
            assertThat(second[k]).isCloseTo(first[48 * 8 + k], within(1e-7));
        }
    }

    @Test
    void theAmplitudeIsTheLargestBendOfAnyFrame() {
        Frames frames = Winds.loop(8);
        Swaying.Stand stand = Winds.stand(13, 2, 0.3);
        SwayLoop loop = swaying(LOOPS, frames).loop(stand, Cancel.NEVER);
        float[] amplitudes = swaying(LOOPS, frames).amplitudes(stand, Cancel.NEVER);
        for (int plant = 0; plant < 169; plant += 7) {
            double most = 0;
            for (int f = 0; f < frames.count(); f++) {
                most = Math.max(most, Math.hypot(loop.bend(f, plant, 0), loop.bend(f, plant, 1)));
            }
            assertThat((double) amplitudes[plant]).isCloseTo(most, within(2 * loop.radians()));
        }
    }
}
