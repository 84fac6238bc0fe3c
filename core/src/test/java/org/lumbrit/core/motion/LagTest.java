package org.lumbrit.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.simulation.Course;

class LagTest {
    private static final int SAMPLES = 48;
    private static final double STEP = 0.125;
    private static final float[] TAU = {0, 0.3f, 2};

    /** Of each of three plants toward east and south. */
    private static double[] signals() {
        double[] x = new double[6 * SAMPLES];
        for (int n = 0; n < SAMPLES; n++) {
            for (int k = 0; k < 6; k++) {
                x[6 * n + k] = Math.sin(2 * Math.PI * (k + 1) * n / SAMPLES + k);
            }
        }
        return x;
    }

    private static Lag lag(double[] x, boolean periodic) {
        return new Lag(TAU, 0, 3, STEP, x, SAMPLES, periodic);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void anyMomentIsTheSameInWhateverOrderMomentsAreAskedFor(boolean periodic) {
        double[] all = signals();
        lag(all, periodic).follow();
        Course<double[]> course = new Course<>(lag(signals(), periodic), new ResultsOfOneRun(), 8);
        for (int n : new int[] {40, 3, 47, 0, 17, 16, 41}) {
            assertThat(course.at(n, Cancel.NEVER)).containsExactly(Arrays.copyOfRange(all, 6 * n, 6 * n + 6));
        }
    }

    @Test
    void aLoopComesBackToWhereItBegan() {
        double[] twice = new double[2 * 6 * SAMPLES];
        System.arraycopy(signals(), 0, twice, 0, 6 * SAMPLES);
        System.arraycopy(signals(), 0, twice, 6 * SAMPLES, 6 * SAMPLES);
        new Lag(TAU, 0, 3, STEP, twice, 2 * SAMPLES, true).follow();
        for (int k = 0; k < 6 * SAMPLES; k++) {
            assertThat(twice[6 * SAMPLES + k]).isCloseTo(twice[k], within(1e-12));
        }
    }

    @Test
    void whatHasNoLagFollowsAtOnce() {
        double[] x = signals();
        lag(x, true).follow();
        for (int n = 0; n < SAMPLES; n++) {
            assertThat(x[6 * n]).isEqualTo(signals()[6 * n]);
        }
    }

    @Test
    void anotherSignalHasAnotherKey() {
        double[] other = signals();
        other[100] += 1e-9;
        assertThat(lag(other, true).key())
                .isNotEqualTo(lag(signals(), true).key())
                .isNotEqualTo(lag(other, false).key());
    }
}
