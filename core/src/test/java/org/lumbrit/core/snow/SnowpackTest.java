package org.lumbrit.core.snow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.season.WeatherHour;

class SnowpackTest {
    private static double[] bumps(int columns, int rows, double most) {
        double[] heights = new double[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = most * Hash.unit(Hash.of(5, i));
        }
        return heights;
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum;
    }

    @Test
    void slidingKeepsTheMassAndMakesNoNewHighOrLow() {
        int columns = 41;
        int rows = 23;
        double[] ground = new double[columns * rows];
        double[] depth = bumps(columns, rows, 3);
        double tangent = Math.tan(Math.toRadians(38));
        Repose repose = new Repose(ground, columns, rows, 0.5, 0.7, new double[] {tangent});
        double before = sum(depth);
        double high = Arrays.stream(depth).max().orElseThrow();
        double low = Arrays.stream(depth).min().orElseThrow();
        double[] next = new double[depth.length];
        for (int step = 0; step < 400; step++) {
            repose.step(depth, next, Cancel.NEVER);
            double[] held = depth;
            depth = next;
            next = held;
            assertThat(Arrays.stream(depth).max().orElseThrow()).isLessThanOrEqualTo(high + 1e-12);
            assertThat(Arrays.stream(depth).min().orElseThrow()).isGreaterThanOrEqualTo(low - 1e-12);
        }
        assertThat(sum(depth)).isCloseTo(before, within(1e-12 * before));
        assertThat(repose.excess(depth)).isLessThan(0.02);
    }

    @Test
    void aStepIsTheFormulaOfItsEightNeighbours() {
        for (int[] size : new int[][] {{1, 1}, {1, 7}, {9, 1}, {2, 2}, {17, 70}, {70, 17}}) {
            int columns = size[0];
            int rows = size[1];
            double[] ground = new double[columns * rows];
            double[] depth = new double[columns * rows];
            double[] tangents = new double[columns * rows];
            for (int i = 0; i < ground.length; i++) {
                ground[i] = 3 * Hash.unit(Hash.of(5, i));
                depth[i] = Math.max(0, Hash.unit(Hash.of(6, i)) - 0.3);
                tangents[i] = 0.2 + Hash.unit(Hash.of(7, i));
            }
            for (double[] angles : new double[][] {{0.7}, tangents}) {
                double[] next = new double[depth.length];
                new Repose(ground, columns, rows, 0.5, 0.7, angles).step(depth, next, Cancel.NEVER);
                double[] expected = plain(ground, depth, columns, rows, angles);
                for (int i = 0; i < next.length; i++) {
                    assertThat(next[i])
                            .as(columns + " × " + rows + ", node " + i)
                            .isCloseTo(expected[i], within(1e-12));
                }
            }
        }
    }

    private static double[] plain(double[] ground, double[] depth, int columns, int rows, double[] angles) {
        double[] next = depth.clone();
        for (int i = 0; i < depth.length; i++) {
            double[] flow = new double[9];
            double out = 0;
            for (int k = 0; k < 9; k++) {
                int c = i % columns + k % 3 - 1;
                int r = i / columns + k / 3 - 1;
                if (k == 4 || c < 0 || c >= columns || r < 0 || r >= rows) {
                    continue;
                }
                int j = r * columns + c;
                double limit = (angles.length == 1 ? angles[0] : 0.5 * (angles[i] + angles[j]))
                        * Math.hypot(0.5 * (k % 3 - 1), 0.7 * (k / 3 - 1));
                flow[k] = Math.max(0, ground[i] + depth[i] - ground[j] - depth[j] - limit) / 8;
                out += flow[k];
            }
            double share = out > depth[i] ? depth[i] / out : 1;
            for (int k = 0; k < 9; k++) {
                if (flow[k] > 0) {
                    next[i] -= share * flow[k];
                    next[i + (k / 3 - 1) * columns + k % 3 - 1] += share * flow[k];
                }
            }
        }
        return next;
    }

    @Test
    void onASteepRockNothingStaysAndNothingIsLost() {
        int n = 33;
        double[] ground = new double[n * n];
        for (int i = 0; i < ground.length; i++) {
            // a cone far steeper than snow holds on a level plain
            double away = Math.hypot(i % n - 16, i / n - 16);
            ground[i] = Math.max(0, 2.5 * (6 - away));
        }
        double[] depth = new double[n * n];
        Arrays.fill(depth, 0.2);
        Repose repose = new Repose(ground, n, n, 1, 1, new double[] {Math.tan(Math.toRadians(40))});
        double[] next = new double[depth.length];
        for (int step = 0; step < 3000; step++) {
            repose.step(depth, next, Cancel.NEVER);
            double[] held = depth;
            depth = next;
            next = held;
        }
        assertThat(sum(depth)).isCloseTo(0.2 * n * n, within(1e-11 * n * n));
        assertThat(Arrays.stream(depth).min().orElseThrow()).isNotNegative();
        assertThat(depth[16 * n + 16]).as("on the peak").isLessThan(0.01);
        assertThat(depth[16 * n + 16 + 6]).as("at the foot").isGreaterThan(0.3);
    }

    @Test
    void theThresholdIsThatOfLiAndPomeroy() {
        assertThat(Drift.threshold(0)).isEqualTo(9.43);
        assertThat(Drift.threshold(-10)).isCloseTo(9.43 - 1.8 + 0.33, within(1e-12));
        assertThat(Drift.most(9, 9.43)).isZero();
        assertThat(Drift.most(15, 9.43)).isCloseTo(Math.pow(15, 4.04) / 458_800, within(1e-12));
    }

    @Test
    void shelterIsTheLargestAngleUpwindWhateverTheDirection() {
        int columns = 37;
        int rows = 23;
        double cellX = 1.5;
        double cellZ = 2;
        float[] surface = new float[columns * rows];
        for (int i = 0; i < surface.length; i++) {
            surface[i] = (float) (4 * Hash.unit(Hash.mix(i)));
        }
        for (double from : new double[] {0, 17, 45, 90, 133, 180, 250, 270, 341}) {
            float[] shelter = new Drift(columns, rows, cellX, cellZ).shelter(surface, from, 20, Cancel.NEVER);
            double ux = Math.sin(Math.toRadians(from));
            double uz = -Math.cos(Math.toRadians(from));
            double step = 1 / Math.max(Math.abs(ux) / cellX, Math.abs(uz) / cellZ);
            for (int i = 0; i < surface.length; i++) {
                double most = -1;
                for (int k = 1; k * step <= 20; k++) {
                    double c = i % columns + Math.round(1e9 * k * step * ux / cellX) / 1e9;
                    double r = i / columns + Math.round(1e9 * k * step * uz / cellZ) / 1e9;
                    if (c < 0 || r < 0 || c > columns - 1 || r > rows - 1) {
                        break;
                    }
                    int w = Math.min((int) c, columns - 2);
                    int n = Math.min((int) r, rows - 2);
                    double north = surface[n * columns + w]
                            + (c - w) * (surface[n * columns + w + 1] - surface[n * columns + w]);
                    double south = surface[(n + 1) * columns + w]
                            + (c - w) * (surface[(n + 1) * columns + w + 1] - surface[(n + 1) * columns + w]);
                    most = Math.max(most, (north + (r - n) * (south - north) - surface[i]) / (k * step));
                }
                double expected = most == -1 ? 0 : Math.toDegrees(Math.atan(most));
                assertThat(shelter[i]).as("node %d, wind from %s", i, from).isCloseTo((float) expected, within(1e-4f));
            }
        }
    }

    private static Snowpack.State after(int n, double[] heights, int hours, WeatherHour hour, double start) {
        float[] ones = {1};
        float[] caught = new float[n * n];
        Arrays.fill(caught, 1);
        float[] obstacles = new float[n * n];
        for (int i = 0; i < obstacles.length; i++) {
            obstacles[i] = (float) heights[i];
        }
        Snowpack.Bed bed = new Snowpack.Bed(
                n,
                n,
                2,
                2,
                heights,
                new float[n * n],
                obstacles,
                caught,
                new double[] {Math.tan(Math.toRadians(42))},
                ones,
                new float[] {3});
        Snowpack pack = new Snowpack("key", () -> bed, n * n, step -> hour, 120, 10, 100);
        Snowpack.State state = pack.start();
        Arrays.fill(state.depth(), start);
        Arrays.fill(state.fallen(), (float) start);
        state.account()[0] = start * n * n * 4;
        for (int k = 1; k <= hours; k++) {
            Snowpack.State next = pack.next(state, k, Cancel.NEVER);
            assertThat(next).isNotSameAs(state);
            state = next;
        }
        return state;
    }

    private static void accounted(Snowpack.State state) {
        double lying = 4 * sum(state.depth());
        int hour = state.account().length / Snowpack.SUMS - 1;
        assertThat(lying + state.sum(hour, 1) + state.sum(hour, 2))
                .isCloseTo(state.sum(hour, 0), within(1e-9 * state.sum(hour, 0)));
        // and for each node, but for what has slid to its neighbours, of which nothing is lost
        double slid = 0;
        for (int i = 0; i < state.depth().length; i++) {
            slid += state.depth()[i] - state.fallen()[i] + state.melted()[i] - state.drifted()[i];
        }
        assertThat(slid / state.depth().length).isCloseTo(0, within(1e-6));
        assertThat(Arrays.stream(state.depth()).min().orElseThrow()).isNotNegative();
    }

    @Test
    void whatFallsLiesMeltsOrIsBlownAway() {
        double[] heights = bumps(64, 64, 4);
        Snowpack.State calm = after(64, heights, 10, new WeatherHour(0, 270, 3, -5, 20, 0, 0), 0);
        accounted(calm);
        assertThat(calm.sum(10, 0)).isCloseTo(0.2 * 64 * 64 * 4, within(1e-6));
        assertThat(calm.sum(10, 1) + calm.sum(10, 2)).isZero();

        Snowpack.State thaw = after(64, heights, 24, new WeatherHour(0, 270, 3, 4, 0, 0, 0), 0.5);
        accounted(thaw);
        // 4 °C · 3 mm a day of water are 100 mm of snow of 120 kg/m³
        assertThat(thaw.sum(24, 1)).isCloseTo(0.1 * 64 * 64 * 4, within(1e-6 * 64 * 64));

        Snowpack.State storm = after(64, heights, 12, new WeatherHour(0, 250, 18, -8, 15, 0, 0), 0.2);
        accounted(storm);
        assertThat(storm.sum(12, 2)).isPositive();
    }

    @Test
    void windLaysWhatItTakesInTheLeeOfARidge() {
        int n = 96;
        double[] heights = new double[n * n];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = 8 * Math.exp(-Math.pow((i % n - 48) / 4.0, 2));
        }
        // from the west, over a ridge that lies north and south
        Snowpack.State state = after(n, heights, 6, new WeatherHour(0, 270, 16, -8, 0, 0, 0), 0.4);
        accounted(state);
        int middle = 48 * n;
        assertThat(state.depth()[middle + 48]).as("the crest is swept").isLessThan(0.3);
        double lee = 0;
        for (int c = 50; c < 60; c++) {
            lee = Math.max(lee, state.depth()[middle + c]);
        }
        assertThat(lee).as("the lee is filled").isGreaterThan(0.55);
        float crest = state.flux()[middle + 48];
        assertThat(crest).isGreaterThan(state.flux()[middle + 55]);
    }
}
