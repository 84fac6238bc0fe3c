package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;

/** The facts of arrival times, on meshes where they are known. */
class FastMarchingTest {
    /** Level squares of a size, each halved; shaken sideways by a share of it. */
    private static float[] plane(int n, double cell, double shaken) {
        Random random = new Random(4);
        float[] p = new float[3 * n * n];
        for (int i = 0; i < n * n; i++) {
            boolean border = i % n == 0 || i % n == n - 1 || i < n || i >= n * n - n;
            double by = border ? 0 : shaken * cell;
            p[3 * i] = (float) ((i % n) * cell + by * (random.nextDouble() - 0.5));
            p[3 * i + 2] = (float) ((i / n) * cell + by * (random.nextDouble() - 0.5));
        }
        return p;
    }

    private static int[] squares(int n) {
        int[] t = new int[6 * (n - 1) * (n - 1)];
        int at = 0;
        for (int r = 0; r + 1 < n; r++) {
            for (int c = 0; c + 1 < n; c++) {
                int i = r * n + c;
                for (int k : new int[] {i, i + n, i + 1, i + 1, i + n, i + n + 1}) {
                    t[at++] = k;
                }
            }
        }
        return t;
    }

    private static double[] even(int vertices, double speed) {
        double[] all = new double[vertices];
        Arrays.fill(all, speed);
        return all;
    }

    @Test
    void aStraightEdgeArrivesAfterItsWayOverItsSpeed() {
        int n = 41;
        FastMarching front = new FastMarching(plane(n, 0.25, 0), squares(n));
        double[] arrival = front.arrival(
                List.of(new FastMarching.Seed(new double[] {0, 0, 0, 0, 0, 10}, 0, 0)), even(n * n, 0.5), Cancel.NEVER);
        assertThat(arrival[n - 1]).isCloseTo(20, within(1e-6));
        assertThat(arrival[20 * n + 40]).isCloseTo(20, within(1e-6));
        assertThat(arrival[20 * n + 10]).isCloseTo(5, within(1e-6));
    }

    @Test
    void aPointSpreadsRoundFarOff() {
        int n = 161;
        for (double shaken : new double[] {0, 0.8}) {
            float[] p = plane(n, 1, shaken);
            double[] arrival = new FastMarching(p, squares(n))
                    .arrival(List.of(FastMarching.Seed.at(80, 0, 80)), even(n * n, 1), Cancel.NEVER);
            for (int i = 0; i < n * n; i++) {
                double way = Math.hypot(p[3 * i] - 80, p[3 * i + 2] - 80);
                if (way > 60) {
                    assertThat(arrival[i]).isCloseTo(way, within(0.02 * way));
                }
            }
        }
    }

    @Test
    void nearItsBeginTimesAreStraightDistances() {
        int n = 41;
        float[] p = plane(n, 1, 0.5);
        double[] arrival = new FastMarching(p, squares(n))
                .arrival(List.of(FastMarching.Seed.at(20.3, 0, 19.8)), even(n * n, 2), Cancel.NEVER);
        for (int i = 0; i < n * n; i++) {
            double way = Math.hypot(p[3 * i] - 20.3, p[3 * i + 2] - 19.8);
            if (way < 3) {
                assertThat(arrival[i]).isCloseTo(way / 2, within(1e-5));
            }
        }
    }

    @Test
    void fromThePoleOfASphereToItsEquator() {
        int rings = 48;
        int round = 64;
        float[] p = new float[3 * (rings + 1) * (round + 1)];
        int[] t = new int[6 * rings * round];
        int at = 0;
        for (int r = 0; r <= rings; r++) {
            double down = Math.PI * r / rings;
            for (int c = 0; c <= round; c++) {
                double way = 2 * Math.PI * (c % round) / round;
                int i = r * (round + 1) + c;
                p[3 * i] = (float) (Math.sin(down) * Math.cos(way));
                p[3 * i + 1] = (float) Math.cos(down);
                p[3 * i + 2] = (float) (Math.sin(down) * Math.sin(way));
                if (r < rings && c < round) {
                    for (int k : new int[] {i, i + round + 1, i + 1, i + 1, i + round + 1, i + round + 2}) {
                        t[at++] = k;
                    }
                }
            }
        }
        // the poles as one place each
        for (int c = 0; c <= round; c++) {
            for (int d = 0; d < 3; d++) {
                p[3 * c + d] = d == 1 ? 1 : 0;
                p[3 * (rings * (round + 1) + c) + d] = d == 1 ? -1 : 0;
            }
        }
        double[] arrival = new FastMarching(p, t)
                .arrival(List.of(FastMarching.Seed.at(0, 1, 0)), even(p.length / 3, 0.7), Cancel.NEVER);
        double wanted = Math.PI / 2 / 0.7;
        for (int c = 0; c <= round; c++) {
            assertThat(arrival[rings / 2 * (round + 1) + c]).isCloseTo(wanted, within(0.02 * wanted));
        }
        assertThat(arrival[rings * (round + 1)]).isCloseTo(2 * wanted, within(0.02 * 2 * wanted));
    }

    @Test
    void whereTheSpeedChangesTheTimesAddUp() {
        int n = 81;
        double[] speed = new double[n * n];
        for (int i = 0; i < n * n; i++) {
            speed[i] = (i % n) * 0.25 <= 10 ? 2 : 0.5;
        }
        double[] arrival = new FastMarching(plane(n, 0.25, 0), squares(n))
                .arrival(List.of(new FastMarching.Seed(new double[] {0, 0, 0, 0, 0, 20}, 0, 0)), speed, Cancel.NEVER);
        // within a cell of where it changes
        assertThat(arrival[40 * n + 80]).isCloseTo(10 / 2.0 + 10 / 0.5, within(0.25 / 0.5));
        assertThat(arrival[40 * n + 40]).isCloseTo(5, within(1e-6));
    }

    @Test
    void separatePiecesAndStandingGroundAreNeverReached() {
        float[] p = {0, 0, 0, 1, 0, 0, 0, 0, 1, 5, 0, 0, 6, 0, 0, 5, 0, 1};
        double[] arrival = new FastMarching(p, new int[] {0, 1, 2, 3, 4, 5})
                .arrival(List.of(FastMarching.Seed.at(0, 0, 0)), even(6, 1), Cancel.NEVER);
        assertThat(arrival[1]).isCloseTo(1, within(1e-9));
        assertThat(arrival[4]).isEqualTo(FastMarching.NEVER);
        int n = 21;
        double[] walled = even(n * n, 1);
        for (int r = 0; r < n; r++) {
            walled[r * n + 10] = 0;
        }
        double[] behind = new FastMarching(plane(n, 1, 0), squares(n))
                .arrival(List.of(FastMarching.Seed.at(0, 0, 10)), walled, Cancel.NEVER);
        assertThat(behind[10 * n + 9]).isCloseTo(9, within(0.05));
        assertThat(behind[10 * n + 15]).isEqualTo(FastMarching.NEVER);
    }

    @Test
    void alongALineItBeginsAsFastAsThatIsRun() {
        int n = 41;
        double[] arrival = new FastMarching(plane(n, 1, 0), squares(n))
                .arrival(
                        List.of(new FastMarching.Seed(new double[] {0, 0, 20, 40, 0, 20}, 0, 40 / 10.0)),
                        even(n * n, 2),
                        Cancel.NEVER);
        assertThat(arrival[20 * n + 30]).isCloseTo(3, within(1e-6));
        assertThat(arrival[22 * n + 30]).isCloseTo(3 + 1, within(0.1));
    }
}
