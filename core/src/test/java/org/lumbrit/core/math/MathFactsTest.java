package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Random;
import org.junit.jupiter.api.Test;

class MathFactsTest {
    @Test
    void smoothstepIsAStepWhereItsEdgesMeetAndRunsBackwardsWhereTheyCross() {
        assertThat(Smooth.smoothstep(2, 2, 1.999)).isZero();
        assertThat(Smooth.smoothstep(2, 2, 2)).isEqualTo(1);
        assertThat(Smooth.smoothstep(0, 4, 1)).isEqualTo(0.15625);
        assertThat(Smooth.smoothstep(4, 0, 3)).isEqualTo(0.15625);
        assertThat(Smooth.smoothstep(0, 1, 7)).isEqualTo(1);
    }

    @Test
    void aMonotoneCurvePassesItsPointsAndNeverOvershoots() {
        Random random = new Random(1);
        for (int trial = 0; trial < 200; trial++) {
            double[] xs = random.doubles(6).sorted().toArray();
            double[] ys = random.doubles(6).toArray();
            MonotoneCurve curve = new MonotoneCurve(xs, ys);
            for (int i = 0; i < 5; i++) {
                assertThat(curve.at(xs[i])).isEqualTo(ys[i], within(1e-12));
                double before = ys[i];
                for (int s = 1; s <= 50; s++) {
                    double value = curve.at(xs[i] + (xs[i + 1] - xs[i]) * s / 50);
                    assertThat(Math.signum(value - before) * Math.signum(ys[i + 1] - ys[i]))
                            .isGreaterThanOrEqualTo(0);
                    before = value;
                }
            }
            assertThat(curve.at(-1)).isEqualTo(ys[0]);
            assertThat(curve.at(2)).isEqualTo(ys[5]);
        }
    }

    @Test
    void aStraightCurveLeavesTheValueAsItIs() {
        MonotoneCurve curve = CurvePoint.curve(CurvePoint.STRAIGHT);
        for (double v = 0; v <= 1; v += 0.01) {
            assertThat(curve.at(v)).isCloseTo(v, within(1e-15));
        }
    }

    @Test
    void decimalsAreRoundedHalfAwayFromZeroAndWrittenWithoutTrailingZeros() {
        assertThat(Decimal.write(0.1, 9)).isEqualTo("0.1");
        assertThat(Decimal.write(-0.0000000001, 9)).isEqualTo("0");
        assertThat(Decimal.write(1234.5, 0)).isEqualTo("1235");
        assertThat(Decimal.write(-1.9999999999, 9)).isEqualTo("-2");
        assertThat(Decimal.write(1e18, 9)).isEqualTo("1000000000000000000");
        Random random = new Random(2);
        for (int i = 0; i < 5000; i++) {
            double value = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(7));
            BigDecimal expected = new BigDecimal(value).setScale(6, RoundingMode.HALF_UP);
            assertThat(new BigDecimal(Decimal.write(value, 6))).isCloseTo(expected, within(new BigDecimal("0.000001")));
        }
    }

    @Test
    void powersAgreeWithThePlatformToATrillionth() {
        Random random = new Random(5);
        for (int i = 0; i < 20_000; i++) {
            double base = random.nextDouble() * (i % 3 == 0 ? 10 : 1);
            double exponent = 0.1 + random.nextDouble() * 15.9;
            double expected = Math.pow(base, exponent);
            if (expected > 1e-37) {
                assertThat(Powers.pow(base, exponent) / expected).isCloseTo(1, within(1e-12));
            }
        }
        assertThat(Powers.pow(0, 3)).isZero();
        assertThat(Powers.pow(1, 7.3)).isEqualTo(1);
        assertThat(Powers.pow(0.5, 2)).isEqualTo(0.25, within(1e-15));
    }

    @Test
    void redInOklabIsWhereOttossonPutIt() {
        double[] lab = Colour.ofHex("#ff0000").oklab();
        assertThat(lab[0]).isCloseTo(0.62796, within(1e-4));
        assertThat(lab[1]).isCloseTo(0.22486, within(1e-4));
        assertThat(lab[2]).isCloseTo(0.12585, within(1e-4));
        assertThat(Colour.ofOklab(lab[0], lab[1], lab[2]).packed()).isEqualTo(0xff0000);
    }

    @Test
    void aQuaternionTurnsAsItsAxisAndAngleSay() {
        double[] turned = Quaternion.about(0, 0, 1, 90).rotate(1, 0, 0);
        assertThat(turned[1]).isCloseTo(1, within(1e-12));
        double[] twice = Quaternion.about(0, 1, 0, 30)
                .times(Quaternion.about(0, 1, 0, 60))
                .rotate(0, 0, 1);
        assertThat(twice[0]).isCloseTo(1, within(1e-12));
    }

    @Test
    void everyBitOfAHashIsAsOftenOneAsZero() {
        int[] ones = new int[64];
        int n = 20_000;
        for (int i = 0; i < n; i++) {
            long hash = Hash.of(1, i, -i);
            for (int b = 0; b < 64; b++) {
                ones[b] += (int) (hash >>> b & 1);
            }
        }
        for (int count : ones) {
            assertThat((double) count).isCloseTo(n / 2.0, within(5 * Math.sqrt(n) / 2));
        }
    }

    @Test
    void aClampIsThatOfTheLanguageToTheBit() {
        double[] values = {
            Double.NaN,
            Double.NEGATIVE_INFINITY,
            -1e300,
            -1,
            -Double.MIN_VALUE,
            -0.0,
            0.0,
            Double.MIN_VALUE,
            0.3,
            0.5,
            1,
            1.0000001,
            7,
            Double.POSITIVE_INFINITY
        };
        double[][] ends = {{0, 1}, {0.3, 0.5}, {-1, 0}, {0, 0}, {1, 0}, {-2, 7}};
        for (double[] end : ends) {
            for (double x : values) {
                assertThat(Double.doubleToRawLongBits(Smooth.clamp(end[0], end[1], x)))
                        .as(x + " in " + end[0] + " … " + end[1])
                        .isEqualTo(Double.doubleToRawLongBits(Math.min(end[1], Math.max(end[0], x))));
            }
        }
    }
}
