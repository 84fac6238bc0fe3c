package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class PatternsTest {
    @Test
    void simplexNoiseStaysWithinOneAndComesNearIt() {
        Random random = new Random(1);
        double most = 0;
        double sum = 0;
        int count = 2_000_000;
        for (int i = 0; i < count; i++) {
            double v =
                    SimplexNoise.at(3, random.nextDouble() * 300, random.nextDouble() * 300, random.nextDouble() * 300);
            most = Math.max(most, Math.abs(v));
            sum += v;
        }
        assertThat(most).isBetween(0.9, 1.0);
        assertThat(Math.abs(sum / count)).isLessThan(0.01);
    }

    /** The place where the best choice of gradients gives most, found by a search over the simplex. */
    @Test
    void theGreatestSumOfSimplexNoiseIsWhereItIsSaidToBe() {
        double x = 0.6664822445990394;
        double y = 1.8442994e-4;
        double z = -0.16666666230343866;
        double[][] corners = {{0, 0, 0, 0}, {1, 0, 0, 1 / 6.0}, {1, 1, 0, 1 / 3.0}, {1, 1, 1, 0.5}};
        double sum = 0;
        for (double[] c : corners) {
            double a = Math.abs(x - c[0] + c[3]);
            double b = Math.abs(y - c[1] + c[3]);
            double d = Math.abs(z - c[2] + c[3]);
            double t = Math.max(0, 0.5 - a * a - b * b - d * d);
            sum += t * t * t * t * (a + b + d - Math.min(a, Math.min(b, d)));
        }
        assertThat(sum).isCloseTo(SimplexNoise.GREATEST, within(1e-10));
        assertThat(sum).isLessThanOrEqualTo(SimplexNoise.GREATEST);
    }

    @Test
    void simplexNoiseIsContinuousAcrossItsCells() {
        Random random = new Random(2);
        for (int i = 0; i < 100_000; i++) {
            double x = random.nextDouble() * 40 - 20;
            double y = random.nextDouble() * 40 - 20;
            // x = z and x = y are borders of simplices
            double z = i % 2 == 0 ? x : random.nextDouble() * 40 - 20;
            double here = SimplexNoise.at(5, x, y, z);
            assertThat(SimplexNoise.at(5, x + 1e-6, y, z)).isCloseTo(here, within(1e-5));
            assertThat(SimplexNoise.at(5, x, y - 1e-6, z)).isCloseTo(here, within(1e-5));
        }
        assertThat(SimplexNoise.at(5, 0, 0, 0)).isZero();
    }

    private static double wrapped(int seed, int period, double x, double y, double z) {
        double[] sum = {0};
        WrappedNoise.add(seed, period, new double[] {x}, new double[] {y}, new double[] {z}, 1, 1, sum);
        return sum[0];
    }

    private static double four(int periodX, int periodW, double x, double y, double z, double w) {
        double[] sum = {0};
        WrappedNoise.addInFour(9, periodX, periodW, new double[] {x}, new double[] {y}, new double[] {z}, w, 1, 1, sum);
        return sum[0];
    }

    @Test
    void aLatticeThatDoesNotRepeatWithinSightIsTheOneThatNeverRepeats() {
        Random random = new Random(3);
        for (int i = 0; i < 2000; i++) {
            double x = random.nextDouble() * 50;
            double y = random.nextDouble() * 50 - 25;
            double z = random.nextDouble() * 50 - 25;
            double[] plain = {0};
            GradientNoise.add(7, new double[] {x}, new double[] {y}, new double[] {z}, 1, 1, plain);
            assertThat(wrapped(7, 1000, x, y, z)).isCloseTo(plain[0], within(1e-12));
            assertThat(wrapped(7, 6, x, y, z)).isCloseTo(wrapped(7, 6, x - 12, y, z), within(1e-12));
        }
    }

    @Test
    void noiseInFourDimensionsStaysWithinOneIsZeroAtItsLatticeAndRepeats() {
        Random random = new Random(4);
        double most = 0;
        for (int i = 0; i < 500_000; i++) {
            double v = four(
                    0,
                    0,
                    random.nextDouble() * 99,
                    random.nextDouble() * 99,
                    random.nextDouble() * 99,
                    random.nextDouble() * 99);
            most = Math.max(most, Math.abs(v));
        }
        assertThat(most).isBetween(0.6, 1.0);
        assertThat(four(0, 0, 3, -4, 5, 7)).isZero();
        assertThat(four(4, 3, 1.3, 0.2, 9.1, 0.7)).isCloseTo(four(4, 3, 5.3, 0.2, 9.1, 3.7), within(1e-12));
        assertThat(four(0, 0, 1.3, 0.2, 9.1, 0.7)).isNotEqualTo(four(0, 0, 5.3, 0.2, 9.1, 0.7));
    }

    /** Against a search of far more cells than can matter. */
    @Test
    void cellularDistancesAreThoseOfTheNearestTwoPoints() {
        Random random = new Random(5);
        double[] found = new double[2];
        for (int i = 0; i < 500; i++) {
            double x = random.nextDouble() * 20 - 10;
            double y = random.nextDouble() * 20 - 10;
            double z = random.nextDouble() * 20 - 10;
            CellularNoise.distances(8, x, y, z, 0, found);
            double first = 1e9;
            double second = 1e9;
            for (int c = 0; c < 343; c++) {
                double cx = Math.floor(x) + c % 7 - 3;
                double cy = Math.floor(y) + c / 7 % 7 - 3;
                double cz = Math.floor(z) + c / 49 - 3;
                double[] p = pointOf(8, cx, cy, cz);
                double d = Math.sqrt(square(p[0] - x) + square(p[1] - y) + square(p[2] - z));
                second = d < first ? first : Math.min(second, d);
                first = Math.min(first, d);
            }
            assertThat(found[0]).isCloseTo(first, within(1e-12));
            assertThat(found[1]).isCloseTo(second, within(1e-12));
        }
    }

    private static double square(double v) {
        return v * v;
    }

    private static double[] pointOf(int seed, double cx, double cy, double cz) {
        long hash = Hash.of(seed, (long) cx, (long) cy, (long) cz);
        return new double[] {
            cx + (hash >>> 43) * 0x1p-21, cy + (hash >>> 22 & 0x1FFFFF) * 0x1p-21, cz + (hash & 0x1FFFFF) * 0x1p-21
        };
    }

    @Test
    void smoothingKeepsAConstantAndTheSum() {
        float[] constant = new float[37 * 23];
        java.util.Arrays.fill(constant, 0.3f);
        for (float v : GaussianBlur.apply(constant, 37, 23, 4, 9)) {
            assertThat(v).isCloseTo(0.3f, within(1e-6f));
        }
        Random random = new Random(6);
        float[] any = new float[37 * 23];
        double before = 0;
        for (int i = 0; i < any.length; i++) {
            any[i] = random.nextFloat();
            before += any[i];
        }
        double after = 0;
        for (float v : GaussianBlur.apply(any, 37, 23, 3, 60)) {
            after += v;
        }
        assertThat(after).isCloseTo(before, within(1e-4));
    }

    @Test
    void smoothingSpreadsAsTheGaussianItIs() {
        float[] spike = new float[101 * 101];
        spike[50 * 101 + 50] = 1;
        float[] spread = GaussianBlur.apply(spike, 101, 101, 5, 5);
        double variance = 0;
        for (int i = 0; i < spread.length; i++) {
            variance += spread[i] * square(i % 101 - 50);
        }
        assertThat(Math.sqrt(variance)).isCloseTo(5, within(0.01));
        assertThat(GaussianBlur.apply(spike, 101, 101, 0, 0)).isEqualTo(spike);
    }
}
