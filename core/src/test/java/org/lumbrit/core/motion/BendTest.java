package org.lumbrit.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class BendTest {
    private static final Bend EVEN = new Bend(Bend.even(), SwayLayer.Way.BEND);

    private static double[] moved(Bend bend, double length, double bx, double bz, double... p) {
        bend.apply(length, bx, bz, p);
        return p;
    }

    @Test
    void aPlantBentByARightAngleEndsAtTwoOverPi() {
        double[] tip = moved(EVEN, 1, Math.PI / 2, 0, 0, 1, 0);
        assertThat(tip[0]).isCloseTo(0.6366, within(5e-5));
        assertThat(tip[1]).isCloseTo(0.6366, within(5e-5));
        assertThat(tip[2]).isEqualTo(0);
    }

    @Test
    void bendingKeepsTheLengthOfTheAxisForAnyMask() {
        Random random = new Random(3);
        for (int trial = 0; trial < 200; trial++) {
            float[] mask = new float[Bend.NODES];
            for (int k = 1; k < mask.length; k++) {
                mask[k] = random.nextFloat();
            }
            Bend bend = new Bend(mask, SwayLayer.Way.BEND);
            double bx = random.nextDouble() * 3 - 1.5;
            double bz = random.nextDouble() * 3 - 1.5;
            double length = 0;
            double[] before = {0, 0, 0};
            for (int i = 1; i <= 2000; i++) {
                double[] now = moved(bend, 2, bx, bz, 0, i / 1000.0, 0);
                length += Math.sqrt(Math.pow(now[0] - before[0], 2)
                        + Math.pow(now[1] - before[1], 2)
                        + Math.pow(now[2] - before[2], 2));
                before = now;
            }
            assertThat(length).isCloseTo(2, within(2e-4));
        }
    }

    @Test
    void rootsStayAndWhatStandsOffTheAxisKeepsItsOffset() {
        assertThat(moved(EVEN, 1, 1.2, 0.4, 0.03, 0, -0.02)).containsExactly(0.03, 0, -0.02);
        double[] axis = moved(EVEN, 1, 1.2, 0, 0, 0.7, 0);
        double[] beside = moved(EVEN, 1, 1.2, 0, 0.05, 0.7, 0.04);
        double apart = Math.sqrt(
                Math.pow(beside[0] - axis[0], 2) + Math.pow(beside[1] - axis[1], 2) + Math.pow(beside[2] - axis[2], 2));
        assertThat(apart).isCloseTo(Math.hypot(0.05, 0.04), within(1e-12));
    }

    @Test
    void aStiffBladeTurnsAboutItsFootAsOnePiece() {
        Bend stiff = new Bend(Bend.even(), SwayLayer.Way.TURN);
        double[] p = moved(stiff, 1, 0, Math.PI / 2, 0, 0.8, 0, 0, 0, 1);
        assertThat(p[1]).isCloseTo(0, within(1e-12));
        assertThat(p[2]).isCloseTo(0.8, within(1e-12));
        assertThat(p[4]).as("its normal turns along").isCloseTo(-1, within(1e-12));
        assertThat(moved(stiff, 1, 0, 1, 0, 0, 0)).containsExactly(0, 0, 0);
    }

    @Test
    void crinkleMeansNothingOnTheWholeAndComesBack() {
        Frames frames = Winds.loop(4);
        Crinkle crinkle = Crinkle.of(5, 2, 1.5, frames);
        double[] sum = new double[3];
        double[] out = new double[3];
        double most = 0;
        double inside = 0;
        double[] before = null;
        double[] first = null;
        for (int f = 0; f < frames.count(); f++) {
            crinkle.at(f, new double[] {0.3, 0.8, 0.6}, out);
            for (int d = 0; d < 3; d++) {
                sum[d] += out[d];
                most = Math.max(most, Math.abs(out[d]));
                inside = before == null ? inside : Math.max(inside, Math.abs(out[d] - before[d]));
            }
            before = out.clone();
            first = first == null ? before : first;
        }
        assertThat(most).as("it moves").isGreaterThan(0.05);
        for (int d = 0; d < 3; d++) {
            assertThat(sum[d] / frames.count()).isCloseTo(0, within(1e-6));
            assertThat(Math.abs(first[d] - before[d])).isLessThanOrEqualTo(1.05 * inside);
        }
    }
}
