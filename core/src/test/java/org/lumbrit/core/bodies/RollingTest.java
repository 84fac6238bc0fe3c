package org.lumbrit.core.bodies;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Hash;

class RollingTest {
    private static final double G = 9.81;

    private static SmoothGround plane(double degrees, double cell) {
        int n = 401;
        double[] heights = new double[n * n];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = -Math.tan(Math.toRadians(degrees)) * (i % n - n / 2) * cell;
        }
        return new SmoothGround(heights, n, n, cell, cell, -cell * (n / 2), -cell * (n / 2));
    }

    private static Motion at(double x, double y, double z) {
        return new Motion(new double[] {x, y, z}, new double[] {0, 0, 0, 1}, new double[3], new double[3]);
    }

    /** A ball that rests on a slope that falls to the east, its foot at the origin. */
    private static Motion onSlope(double degrees, double radius) {
        double a = Math.toRadians(degrees);
        return at(radius * Math.sin(a), radius * Math.cos(a), 0);
    }

    private static double speed(Motion m) {
        return Math.sqrt(m.speed()[0] * m.speed()[0] + m.speed()[1] * m.speed()[1] + m.speed()[2] * m.speed()[2]);
    }

    @Test
    void withoutSlipItRollsAtFiveSeventhsAndSlipsWhereFrictionIsTooLittle() {
        for (double dt : new double[] {1 / 120.0, 1 / 480.0, 1 / 1000.0}) {
            for (double cell : new double[] {0.05, 0.5}) {
                for (double degrees : new double[] {5, 20, 40}) {
                    double theta = Math.toRadians(degrees);
                    for (double mu : new double[] {0.05, 0.9}) {
                        Rolling rolling = new Rolling(Body.ball(0.3, 500), List.of(plane(degrees, cell)), mu, 0, 0, G);
                        Motion m = onSlope(degrees, 0.3);
                        double seconds = cell < 0.1 ? 0.8 : 1.5;
                        int steps = (int) Math.round(seconds / dt);
                        for (int k = 0; k < steps; k++) {
                            rolling.step(m, dt);
                        }
                        boolean slips = mu < 2.0 / 7 * Math.tan(theta);
                        double expected =
                                slips ? G * (Math.sin(theta) - mu * Math.cos(theta)) : 5.0 / 7 * G * Math.sin(theta);
                        assertThat(speed(m) / (steps * dt)).isCloseTo(expected, within(1e-6 * G));
                        assertThat(rolling.slip > 1e-6).isEqualTo(slips);
                        assertThat(rolling.touched).isTrue();
                    }
                }
            }
        }
        assertThat(5.0 / 7 * G * Math.sin(Math.toRadians(20))).isCloseTo(2.397, within(5e-4));
    }

    @Test
    void aSlidingStartEndsInRollingAtFiveSevenths() {
        double mu = 0.3;
        double v0 = 4;
        double end = 2 * v0 / (7 * mu * G);
        double dt = 1 / 480.0;
        Rolling rolling = new Rolling(Body.ball(0.25, 700), List.of(plane(0, 0.2)), mu, 0, 0, G);
        Motion m = onSlope(0, 0.25);
        m.speed()[0] = v0;
        double time = 0;
        double slipUntil = 0;
        while (time < 2 * end) {
            rolling.step(m, dt);
            time += dt;
            if (rolling.slip > 1e-9) {
                slipUntil = time;
            }
        }
        assertThat(m.speed()[0]).isCloseTo(5.0 / 7 * v0, within(1e-6));
        assertThat(slipUntil).isCloseTo(end, within(2 * dt));
        assertThat(m.spin()[2]).isCloseTo(-m.speed()[0] / 0.25, within(1e-6));
    }

    @Test
    void itBouncesToTheSquareOfTheRestitutionTimesTheDrop() {
        for (double e : new double[] {0.3, 0.7, 0.95}) {
            for (double dt : new double[] {1 / 60.0, 1 / 480.0}) {
                Rolling rolling = new Rolling(Body.ball(0.2, 500), List.of(plane(0, 0.5)), 0.5, e, 0, G);
                Motion m = at(0, 0.2 + 2, 0);
                double highest = 0;
                boolean met = false;
                for (double time = 0; time < 1.6; time += dt) {
                    Motion before = m.copy();
                    rolling.step(m, dt);
                    if (rolling.impact > 0) {
                        if (met) {
                            break;
                        }
                        met = true;
                    } else if (met && before.speed()[1] > 0 && m.speed()[1] <= 0) {
                        // the top between two steps
                        highest = before.at()[1] + before.speed()[1] * before.speed()[1] / (2 * G) - 0.2;
                        break;
                    }
                }
                assertThat(highest).isCloseTo(e * e * 2, within(1e-3));
            }
        }
    }

    @Test
    void itsEnergyNeverRises() {
        int n = 121;
        double[] heights = new double[n * n];
        for (int i = 0; i < heights.length; i++) {
            double x = (i % n - 60) * 0.5;
            double z = (i / n - 60) * 0.5;
            heights[i] =
                    0.01 * (x * x + z * z) + 0.5 * Math.sin(x) * Math.cos(0.7 * z) + 0.1 * Hash.unit(Hash.of(3, i));
        }
        SmoothGround ground = new SmoothGround(heights, n, n, 0.5, 0.5, -30, -30);
        for (Body body :
                List.of(Body.ball(0.4, 300), Body.cylinder(0.3, 1, 400, true), Body.cylinder(0.4, 0.6, 400, false))) {
            Rolling rolling = new Rolling(body, List.of(ground), 0.4, 0.5, 0, G);
            Motion m = at(18, 9, -14);
            m.speed()[0] = -3;
            m.spin()[1] = 5;
            double before = rolling.energy(m);
            for (int k = 0; k < 2400; k++) {
                rolling.step(m, 1 / 240.0);
                double now = rolling.energy(m);
                assertThat(now).isLessThanOrEqualTo(before + 1e-9 * Math.abs(before));
                before = now;
                assertThat(ground.height(m.at()[0], m.at()[2]))
                        .as("above ground")
                        .isLessThan(m.at()[1]);
            }
        }
    }

    @Test
    void inAVItTouchesOnBothSides() {
        int n = 201;
        double[] heights = new double[n * n];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = Math.abs(i % n - 100) * 0.1;
        }
        SmoothGround ground = new SmoothGround(heights, n, n, 0.1, 0.1, -10, -10);
        Rolling rolling = new Rolling(Body.ball(1, 300), List.of(ground), 0.6, 0, 0, G);
        Motion m = at(0.4, 3, 0);
        for (int k = 0; k < 4000; k++) {
            rolling.step(m, 1 / 480.0);
        }
        // slopes of 45° to both sides: the centre comes to lie √2 radii above the bottom
        assertThat(m.at()[1]).isCloseTo(Math.sqrt(2), within(0.02));
        Touching.Touches touches = new Touching.Touches();
        ground.near(m.at(), 1, 0.02, touches);
        assertThat(touches.count).isEqualTo(2);
    }

    @Test
    void aLogRollsAsACylinderDoes() {
        double degrees = 15;
        double theta = Math.toRadians(degrees);
        Body log = Body.cylinder(0.2, 2, 600, true);
        Rolling rolling = new Rolling(log, List.of(plane(degrees, 0.2)), 0.8, 0, 0, G);
        Motion m = onSlope(degrees, 0.2);
        // lies across the slope: its own x along z
        m.turn()[1] = Math.sqrt(0.5);
        m.turn()[3] = Math.sqrt(0.5);
        for (int k = 0; k < 480; k++) {
            rolling.step(m, 1 / 480.0);
        }
        double share = 1 / (1 + log.inertia()[0] / (log.mass() * 0.2 * 0.2));
        assertThat(speed(m)).isCloseTo(share * G * Math.sin(theta), within(2e-3));
    }
}
