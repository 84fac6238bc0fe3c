package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class GradientNoiseTest {
    private static double noise(int seed, double x, double y, double z) {
        double[] sum = {0};
        GradientNoise.add(seed, new double[] {x}, new double[] {y}, new double[] {z}, 1, 1, sum);
        return sum[0];
    }

    @Test
    void isZeroAtLatticePoints() {
        Random random = new Random(3);
        for (int i = 0; i < 500; i++) {
            double value =
                    noise(i, random.nextInt(2000) - 1000, random.nextInt(2000) - 1000, random.nextInt(2000) - 1000);
            assertThat(value).isZero();
        }
    }

    @Test
    void staysWithinMinusOneAndOneAndComesNearTheGreatest() {
        Random random = new Random(4);
        double most = 0;
        for (int i = 0; i < 2_000_000; i++) {
            double value = noise(9, random.nextDouble() * 500, random.nextDouble() * 500, random.nextDouble() * 500);
            assertThat(Math.abs(value)).isLessThanOrEqualTo(1);
            most = Math.max(most, Math.abs(value));
        }
        assertThat(most).isGreaterThan(0.85);
    }

    @Test
    void hasNoMeanOverThirtyFeaturesAnAxis() {
        int steps = 150;
        double sum = 0;
        for (int i = 0; i < steps; i++) {
            for (int j = 0; j < steps; j++) {
                for (int k = 0; k < steps; k++) {
                    sum += noise(5, 30.0 * i / steps, 30.0 * j / steps, 30.0 * k / steps);
                }
            }
        }
        assertThat(Math.abs(sum / Math.pow(steps, 3))).isLessThan(0.01);
    }

    @Test
    void aStepOfAMillionthOfAFeatureHardlyChangesIt() {
        Random random = new Random(6);
        for (int i = 0; i < 20_000; i++) {
            double x = random.nextDouble() * 100 - 50;
            double y = random.nextInt(3);
            double z = random.nextDouble() * 100 - 50;
            assertThat(noise(1, x + 1e-6, y, z))
                    .isCloseTo(noise(1, x, y, z), org.assertj.core.data.Offset.offset(1e-5));
            double edge = Math.rint(x);
            assertThat(noise(1, edge + 5e-7, y + 0.3, z))
                    .isCloseTo(noise(1, edge - 5e-7, y + 0.3, z), org.assertj.core.data.Offset.offset(1e-5));
        }
    }

    @Test
    void theKeptCellOfABatchChangesNothing() {
        Random random = new Random(7);
        int n = 3000;
        double[] x = random.doubles(n, -3, 3).toArray();
        double[] y = random.doubles(n, -1, 1).toArray();
        double[] z = random.doubles(n, -3, 3).toArray();
        double[] sum = new double[n];
        GradientNoise.add(11, x, y, z, n, 1, sum);
        for (int i = 0; i < n; i++) {
            assertThat(sum[i]).isEqualTo(noise(11, x[i], y[i], z[i]));
        }
    }

    @Test
    void theProcessorsVectorsGiveTheSameBits() {
        Random random = new Random(8);
        int n = 5003;
        double[] x = random.doubles(n, -300, 300).toArray();
        double[] y = random.doubles(n, -3e9, 3e9).toArray();
        double[] z = random.doubles(n, -1, 1).toArray();
        for (int i = 0; i < n; i += 7) {
            x[i] = Math.rint(x[i]);
            z[i] = i % 3 - 1;
        }
        y[1000] = 0x1p51;
        y[2000] = -0x1.1p60;
        x[2001] = -0.0;
        double[] plain = new double[n];
        double[] lanes = new double[n];
        GradientNoise.addPlain(12, x, y, z, 0, n, 0.7, plain);
        NoiseLanes.add(12, x, y, z, n, 0.7, lanes);
        assertThat(lanes).isEqualTo(plain);
    }
}
