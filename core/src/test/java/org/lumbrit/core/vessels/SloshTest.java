package org.lumbrit.core.vessels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** The swing of a liquid's top against what a pendulum does. */
class SloshTest {
    @Test
    void theFirstFrequencyOfADeepRoundVessel() {
        // deep: ω² = 1.841 g / r
        assertThat(Slosh.frequency(0.3, 9)).isCloseTo(Math.sqrt(1.8411837813 * 9.81 / 0.3), within(1e-9));
        // shallow: ω² = (1.841 / r)² g h
        assertThat(Slosh.frequency(0.3, 1e-4)).isCloseTo(1.8411837813 / 0.3 * Math.sqrt(9.81e-4), within(1e-5));
    }

    @Test
    void steadyAccelerationEndsAtTheSlopeOfApparentGravity() {
        int frames = 2000;
        double step = 0.02;
        double[] places = new double[3 * frames];
        for (int f = 0; f < frames; f++) {
            places[3 * f] = 0.5 * 1.5 * f * step * f * step;
        }
        double[] slopes = Slosh.slopes(places, step, false, 6, 0.2);
        assertThat(slopes[2 * (frames - 10)]).isCloseTo(1.5 / 9.81, within(1e-6));
        assertThat(slopes[2 * (frames - 10) + 1]).isZero();
    }

    @Test
    void aPushRingsOnAtItsFrequencyAndFades() {
        int frames = 4000;
        double step = 0.01;
        double frequency = 5;
        double damping = 0.05;
        double[] places = new double[3 * frames];
        for (int f = 0; f < frames; f++) {
            places[3 * f + 2] = f < 50 ? 0 : 0.02;
        }
        double[] slopes = Slosh.slopes(places, step, false, frequency, damping);
        int first = -1;
        int crossings = 0;
        int last = -1;
        for (int f = 100; f < 2000; f++) {
            if (slopes[2 * f + 1] <= 0 && slopes[2 * f + 3] > 0) {
                first = first < 0 ? f : first;
                last = f;
                crossings++;
            }
        }
        double period = (last - first) * step / (crossings - 1);
        double rings = frequency * Math.sqrt(1 - damping * damping);
        assertThat(2 * Math.PI / period).isCloseTo(rings, within(0.01 * rings));
        assertThat(Math.abs(slopes[2 * 3990 + 1])).isLessThan(1e-4);
    }

    @Test
    void aLoopComesBackAsItBegan() {
        int frames = 120;
        double step = 1.0 / 24;
        double[] places = new double[3 * frames];
        for (int f = 0; f < frames; f++) {
            places[3 * f] = 0.1 * Math.sin(4 * Math.PI * f / frames);
            places[3 * f + 2] = 0.05 * Math.cos(2 * Math.PI * f / frames);
        }
        double[] slopes = Slosh.slopes(places, step, true, 7, 0.05);
        double most = 0;
        double seam = 0;
        for (int f = 0; f < frames; f++) {
            double jump = Math.abs(slopes[2 * ((f + 1) % frames)] - slopes[2 * f]);
            if (f == frames - 1) {
                seam = jump;
            } else {
                most = Math.max(most, jump);
            }
        }
        assertThat(seam).isLessThan(1.01 * most);
    }

    @Test
    void whatStandsStillIsLevel() {
        assertThat(Slosh.slopes(new double[] {1, 2, 3}, 0.1, true, 5, 0.1)).containsOnly(0, 0);
        assertThat(Slosh.slopes(new double[30], 0.1, false, 5, 0.1)).containsOnly(0);
    }
}
