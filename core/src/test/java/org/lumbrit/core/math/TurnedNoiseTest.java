package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TurnedNoiseTest {
    private static final int DIRECTIONS = 8;
    private static final int SIDE = 400;
    private static final double CELLS = 24;
    private static final int SEEDS = 48;

    private static double[] octave(int octave, long seed, int cells, double[] x, double[] y, double[] z) {
        double[] sum = new double[x.length];
        new TurnedNoise(x.length)
                .add(
                        TurnedNoise.Lattice.CUBES,
                        octave,
                        Hash.of(seed, 5),
                        cells,
                        TurnedNoise.Change.NONE,
                        x,
                        y,
                        z,
                        x.length,
                        1,
                        sum);
        return sum;
    }

    /** One octave over level ground, row by row. */
    private static double[] overGround(int octave, long seed) {
        int n = SIDE * SIDE;
        double[] x = new double[n];
        double[] y = new double[n];
        double[] z = new double[n];
        for (int i = 0; i < n; i++) {
            x[i] = i % SIDE * CELLS / SIDE;
            z[i] = i / SIDE * CELLS / SIDE;
        }
        return octave(octave, seed, 0, x, y, z);
    }

    /** Length of the lines at which it is 0 (the creases of ridged noise) by the way they run, by the co-area formula. */
    private static void addCreases(double[] n, double[] byDirection) {
        double width = 0.03;
        for (int row = 1; row + 1 < SIDE; row++) {
            for (int column = 1; column + 1 < SIDE; column++) {
                int i = row * SIDE + column;
                double gx = n[i + 1] - n[i - 1];
                double gz = n[i + SIDE] - n[i - SIDE];
                double share = Math.hypot(gx, gz) * Math.max(0, 1 - Math.abs(n[i]) / width);
                double turn = Math.toDegrees(Math.atan2(gz, gx)) + 180 + 90.0 / DIRECTIONS;
                byDirection[(int) (turn / (180.0 / DIRECTIONS)) % DIRECTIONS] += share;
            }
        }
    }

    private static double unevenness(double[] byDirection) {
        double mean = Arrays.stream(byDirection).average().orElseThrow();
        return Arrays.stream(byDirection).map(v -> Math.abs(v / mean - 1)).max().orElseThrow();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 5})
    void creasesRunAlikeInAllDirections(int octave) {
        double[] byDirection = new double[DIRECTIONS];
        for (int seed = 0; seed < SEEDS; seed++) {
            addCreases(overGround(octave, seed), byDirection);
        }
        assertThat(unevenness(byDirection)).isLessThan(0.05);
    }

    @Test
    void onALatticeInLineTheyDoNot() {
        double[] byDirection = new double[DIRECTIONS];
        for (int seed = 0; seed < SEEDS; seed++) {
            double[] y = new double[SIDE * SIDE];
            double[] x = new double[y.length];
            double[] z = new double[y.length];
            for (int i = 0; i < y.length; i++) {
                x[i] = i % SIDE * CELLS / SIDE;
                y[i] = 0.05 + seed;
                z[i] = i / SIDE * CELLS / SIDE;
            }
            double[] n = new double[y.length];
            GradientNoise.add(seed, x, y, z, n.length, 1, n);
            addCreases(n, byDirection);
        }
        assertThat(unevenness(byDirection)).isGreaterThan(0.1);
    }

    /** Mean square of what changes over a way, which is the power at all wavelengths, weighed, along it. */
    @ParameterizedTest
    @ValueSource(doubles = {0.2, 0.5, 0.8})
    void itsPowerIsAlikeInAllDirectionsOverGroundAndWalls(double way) {
        java.util.Random random = new java.util.Random(4);
        int n = 60_000;
        for (boolean wall : new boolean[] {false, true}) {
            double[] byDirection = new double[DIRECTIONS];
            for (int d = 0; d < DIRECTIONS; d++) {
                double[][] from = new double[3][n];
                double[][] to = new double[3][n];
                double u = way * Math.cos(Math.PI * d / DIRECTIONS);
                double v = way * Math.sin(Math.PI * d / DIRECTIONS);
                for (int i = 0; i < n; i++) {
                    for (int axis = 0; axis < 3; axis++) {
                        from[axis][i] = 400 * random.nextDouble();
                        to[axis][i] = from[axis][i] + (axis == 0 ? u : axis == (wall ? 1 : 2) ? v : 0);
                    }
                }
                double[] a = octave(0, 3, 0, from[0], from[1], from[2]);
                double[] b = octave(0, 3, 0, to[0], to[1], to[2]);
                for (int i = 0; i < n; i++) {
                    byDirection[d] += (a[i] - b[i]) * (a[i] - b[i]);
                }
            }
            assertThat(unevenness(byDirection)).as(wall ? "wall" : "ground").isLessThan(0.05);
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 4, 5, 9, 64})
    void itComesBackAfterAWholeNumberOfCells(int cells) {
        java.util.Random random = new java.util.Random(8);
        int n = 500;
        double[] x = random.doubles(n, -30, 30).toArray();
        double[] y = random.doubles(n, -30, 30).toArray();
        double[] z = random.doubles(n, -30, 30).toArray();
        double[] further = Arrays.stream(x).map(v -> v + cells).toArray();
        double[] near = octave(3, 2, cells, x, y, z);
        double[] far = octave(3, 2, cells, further, y, z);
        double[] free = octave(3, 2, 0, further, y, z);
        for (int i = 0; i < n; i++) {
            assertThat(far[i]).isCloseTo(near[i], within(1e-9));
        }
        assertThat(free).isNotEqualTo(far);
    }

    @Test
    void itSpreadsAsOneLatticeDoes() {
        double[] turned = overGround(0, 1);
        double square = Arrays.stream(turned).map(v -> v * v).average().orElseThrow();
        assertThat(Math.sqrt(square)).isBetween(0.2, 0.32);
        assertThat(Arrays.stream(turned).map(Math::abs).max().orElseThrow()).isLessThan(Math.sqrt(2));
    }
}
