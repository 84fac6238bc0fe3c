package org.lumbrit.core.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.drainage.RunOff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.TurnedNoise;
import org.lumbrit.core.surface.CellSize;

class RiverErosionTest {
    private static final double WIDTH = 12_000;
    private static final NodeValues ONE = NodeValues.constant(1);

    /** Hills that fall to the sea on all sides, turned about the middle. */
    private static double[] island(int nodes, double degrees) {
        double cos = Math.cos(Math.toRadians(degrees));
        double sin = Math.sin(Math.toRadians(degrees));
        int n = nodes * nodes;
        double[] x = new double[n];
        double[] y = new double[n];
        double[] z = new double[n];
        for (int i = 0; i < n; i++) {
            double px = (i % nodes / (nodes - 1.0) - 0.5) * WIDTH;
            double pz = (i / nodes / (nodes - 1.0) - 0.5) * WIDTH;
            x[i] = cos * px - sin * pz;
            z[i] = sin * px + cos * pz;
        }
        double[] heights = new double[n];
        double size = 4000;
        for (int octave = 0; octave < 4; octave++) {
            double[] qx = new double[n];
            double[] qz = new double[n];
            for (int i = 0; i < n; i++) {
                qx[i] = x[i] / size;
                qz[i] = z[i] / size;
            }
            new TurnedNoise(n)
                    .add(
                            TurnedNoise.Lattice.CUBES,
                            octave,
                            Hash.of(5, octave),
                            0,
                            TurnedNoise.Change.NONE,
                            qx,
                            y,
                            qz,
                            n,
                            size / 8,
                            heights);
            size /= 2;
        }
        for (int i = 0; i < n; i++) {
            double far = Math.min(1, Math.hypot(x[i], z[i]) / (0.47 * WIDTH));
            heights[i] = (900 + heights[i]) * (1 - far * far * (3 - 2 * far));
        }
        return heights;
    }

    private static double[] worn(double[] below, int nodes, double years, int steps, double upliftMillimetres) {
        return worn(below, nodes, years, steps, upliftMillimetres, 90);
    }

    private static double[] worn(
            double[] below, int nodes, double years, int steps, double upliftMillimetres, double talus) {
        RiverCourse course = new RiverCourse(
                "k",
                below,
                nodes,
                nodes,
                CellSize.square(WIDTH / (nodes - 1)),
                new RiverErosion.Land(years, 0.45, 30, 0.3, talus),
                steps,
                drives(upliftMillimetres, 1));
        double[] state = course.start();
        for (int step = 1; step <= steps; step++) {
            state = course.next(state, step, Cancel.NEVER);
        }
        return course.whole(state, steps);
    }

    private static RiverCourse.Drives drives(double upliftMillimetres, double hardness) {
        Map<String, NodeValues> even = Map.of(
                RiverRelief.UPLIFT, NodeValues.constant(upliftMillimetres),
                RiverRelief.RAIN, ONE,
                RiverRelief.HARDNESS, NodeValues.constant(hardness));
        return (property, ground, columns, rows, step) -> even.get(property);
    }

    private static double mean(double[] values) {
        return Arrays.stream(values).average().orElseThrow();
    }

    @Test
    void groundIsWhatItWasAndWhatRoseWithoutWhatLeft() {
        int nodes = 97;
        double[] before = island(nodes, 0);
        RiverErosion erosion = new RiverErosion(
                before.clone(),
                nodes,
                nodes,
                CellSize.square(WIDTH / (nodes - 1)),
                new RiverErosion.Land(20_000, 0.45, 80, 0.7, 90),
                NodeValues.constant(5e-4),
                ONE,
                ONE);
        for (int step = 0; step < 8; step++) {
            erosion.step(Cancel.NEVER);
        }
        double area = Math.pow(WIDTH / (nodes - 1), 2);
        double ground = Arrays.stream(erosion.ground()).sum() * area;
        double was = Arrays.stream(before).sum() * area;
        assertThat(erosion.risen()).isPositive();
        assertThat(erosion.carriedOff()).isPositive();
        assertThat(ground).isCloseTo(was + erosion.risen() - erosion.carriedOff(), within(1e-9 * was));
        double rained = (nodes - 2.0) * (nodes - 2) * area;
        double arrived = 0;
        for (int i = 0; i < nodes * nodes; i++) {
            boolean border = i % nodes == 0 || i % nodes == nodes - 1 || i < nodes || i >= nodes * (nodes - 1);
            arrived += border ? erosion.water()[i] - area : 0;
        }
        assertThat(arrived).as("all water reaches the border").isCloseTo(rained, within(1e-9 * rained));
    }

    @Test
    void inALandInBalanceSlopesFallWithTheAreaAboveAsTheyShould() {
        int nodes = 65;
        double cell = WIDTH / (nodes - 1);
        double exponent = 0.45;
        double uplift = 1e-3;
        RiverErosion erosion = new RiverErosion(
                island(nodes, 0),
                nodes,
                nodes,
                CellSize.square(cell),
                new RiverErosion.Land(50_000, exponent, 0, 0, 90),
                NodeValues.constant(uplift),
                ONE,
                ONE);
        for (int step = 0; step < 400; step++) {
            erosion.step(Cancel.NEVER);
        }
        double[] h = erosion.ground();
        double[] before = h.clone();
        erosion.step(Cancel.NEVER);
        assertThat(mean(h)).as("in balance").isCloseTo(mean(before), within(0.5));
        double sx = 0;
        double sy = 0;
        double sxx = 0;
        double sxy = 0;
        int n = 0;
        for (int row = 3; row < nodes - 3; row++) {
            for (int column = 3; column < nodes - 3; column++) {
                int i = row * nodes + column;
                double steepest = 0;
                for (int dr = -1; dr <= 1; dr++) {
                    for (int dc = -1; dc <= 1; dc++) {
                        if (dr != 0 || dc != 0) {
                            steepest =
                                    Math.max(steepest, (h[i] - h[i + dr * nodes + dc]) / (cell * Math.hypot(dr, dc)));
                        }
                    }
                }
                if (erosion.water()[i] > 12 * cell * cell && steepest > 0) {
                    double x = Math.log(erosion.water()[i]);
                    double y = Math.log(steepest);
                    sx += x;
                    sy += y;
                    sxx += x * x;
                    sxy += x * y;
                    n++;
                }
            }
        }
        double fitted = (n * sxy - sx * sy) / (n * sxx - sx * sx);
        assertThat(n).isGreaterThan(300);
        assertThat(-fitted).isCloseTo(exponent, within(0.03));
    }

    @Test
    void aTurnedIslandWearsToTheTurnedResult() {
        int nodes = 257;
        double[] straight = worn(island(nodes, 0), nodes, 300_000, 30, 0);
        double[] turned = worn(island(nodes, 30), nodes, 300_000, 30, 0);
        double cos = Math.cos(Math.toRadians(30));
        double sin = Math.sin(Math.toRadians(30));
        double[] a = new double[nodes * nodes];
        double[] b = new double[nodes * nodes];
        int n = 0;
        double middle = (nodes - 1) / 2.0;
        for (int i = 0; i < nodes * nodes; i++) {
            double x = i % nodes - middle;
            double z = i / nodes - middle;
            if (Math.hypot(x, z) < 0.35 * nodes) {
                int column = (int) Math.rint(cos * x - sin * z + middle);
                int row = (int) Math.rint(sin * x + cos * z + middle);
                a[n] = turned[i];
                b[n++] = straight[row * nodes + column];
            }
        }
        assertThat(correlation(Arrays.copyOf(a, n), Arrays.copyOf(b, n))).isGreaterThan(0.97);
    }

    private static double correlation(double[] a, double[] b) {
        double ma = mean(a);
        double mb = mean(b);
        double ab = 0;
        double aa = 0;
        double bb = 0;
        for (int i = 0; i < a.length; i++) {
            ab += (a[i] - ma) * (b[i] - mb);
            aa += (a[i] - ma) * (a[i] - ma);
            bb += (b[i] - mb) * (b[i] - mb);
        }
        return ab / Math.sqrt(aa * bb);
    }

    @Test
    void moreNodesWearTheSamePlaceAlike() {
        double coarse = mean(worn(island(129, 0), 129, 300_000, 30, 0));
        double middle = mean(worn(island(257, 0), 257, 300_000, 30, 0));
        double fine = mean(worn(island(513, 0), 513, 300_000, 30, 0));
        assertThat(middle).isCloseTo(fine, within(0.01 * fine));
        assertThat(coarse).isCloseTo(fine, within(0.03 * fine));
    }

    @Test
    void moreNodesHaveTheirValleysInTheSamePlaces() {
        double[] middle = logsOfAreas(worn(island(257, 0), 257, 300_000, 30, 0, 35), 257);
        double[] fine = logsOfAreas(worn(island(513, 0), 513, 300_000, 30, 0, 35), 513);
        assertThat(correlation(middle, fine)).isGreaterThan(0.8);
    }

    /** Of the largest area above in each cell of a grid of 64 × 64. */
    private static double[] logsOfAreas(double[] ground, int nodes) {
        double[] gathered = new RunOff(ground, nodes, nodes, CellSize.square(WIDTH / (nodes - 1))).gathered();
        double[] most = new double[64 * 64];
        Arrays.fill(most, 1);
        for (int i = 0; i < ground.length; i++) {
            if (!ashore(i, nodes)) {
                continue;
            }
            int at = Math.min(63, i / nodes * 64 / nodes) * 64 + Math.min(63, i % nodes * 64 / nodes);
            most[at] = Math.max(most[at] == 1 ? 0 : most[at], gathered[i] / ground.length);
        }
        return Arrays.stream(most).filter(area -> area < 1).map(Math::log).toArray();
    }

    /** Whether a node lies on the island, not on the level land about it. */
    private static boolean ashore(int node, int nodes) {
        double middle = (nodes - 1) / 2.0;
        return Math.hypot(node % nodes - middle, node / nodes - middle) < 0.42 * nodes;
    }

    @Test
    void waterDoesNotRunStraightDownSlopesAtTheirTalus() {
        int nodes = 513;
        double[] ground = worn(island(nodes, 0), nodes, 300_000, 30, 0, 35);
        RunOff off = new RunOff(ground, nodes, nodes, CellSize.square(WIDTH / (nodes - 1)));
        double[] gathered = off.gathered();
        int[] run = new int[ground.length];
        int longest = 0;
        int channels = 0;
        for (int i : off.order()) {
            int to = off.to(i);
            boolean channel = ashore(i, nodes) && gathered[i] > 60;
            if (channel && off.pool(i) == 0) {
                run[i] = 1 + (off.to(to) - to == to - i ? run[to] : 0);
                longest = Math.max(longest, run[i]);
                channels++;
            }
        }
        assertThat(channels).isGreaterThan(5000);
        assertThat(longest).isLessThanOrEqualTo(20);
    }

    @Test
    void slopesBetweenBedsLieAtTheirTalusAtMost() {
        int nodes = 257;
        double cell = WIDTH / (nodes - 1);
        double[] ground = worn(island(nodes, 0), nodes, 300_000, 30, 0, 20);
        double[] bare = worn(island(nodes, 0), nodes, 300_000, 30, 0);
        double[] gathered = new RunOff(ground, nodes, nodes, CellSize.square(cell)).gathered();
        assertThat(steeper(ground, gathered, nodes, cell)).isLessThan(0.01);
        assertThat(steeper(bare, gathered, nodes, cell)).isGreaterThan(0.05);
    }

    /** Of the nodes beside which little runs, the share steeper than 24°. */
    private static double steeper(double[] ground, double[] gathered, int nodes, double cell) {
        int steeper = 0;
        int all = 0;
        for (int row = 1; row < nodes - 1; row++) {
            for (int column = 1; column < nodes - 1; column++) {
                int i = row * nodes + column;
                double near = Math.max(
                        Math.max(gathered[i - 1], gathered[i + 1]), Math.max(gathered[i - nodes], gathered[i + nodes]));
                if (near < 5) {
                    double rise = Math.hypot(ground[i + 1] - ground[i - 1], ground[i + nodes] - ground[i - nodes]);
                    steeper += rise / (2 * cell) > Math.tan(Math.toRadians(24)) ? 1 : 0;
                    all++;
                }
            }
        }
        return steeper / (double) all;
    }

    @Test
    void aStepOfTheCourseIsTheSameHoweverOneComesToIt() {
        int nodes = 300;
        RiverCourse course = new RiverCourse(
                "k",
                island(nodes, 0),
                nodes,
                nodes,
                CellSize.square(40),
                new RiverErosion.Land(1e5, 0.45, 30, 0.3, 90),
                12,
                drives(1000, 1));
        assertThat(course.halvings(1)).isEqualTo(2);
        assertThat(course.halvings(12)).isZero();
        double[] first = course.next(course.start(), 1, Cancel.NEVER);
        double[] second = course.next(first, 2, Cancel.NEVER);
        assertThat(course.next(course.next(course.start(), 1, Cancel.NEVER), 2, Cancel.NEVER))
                .isEqualTo(second);
        assertThat(course.whole(second, 2)).hasSize(nodes * nodes);
        assertThat(course.whole(course.start(), 0)).hasSize(nodes * nodes);
    }

    @Test
    void hardGroundIsCutLess() {
        double[] soft = worn(island(129, 0), 129, 100_000, 10, 0);
        RiverCourse hard = new RiverCourse(
                "k",
                island(129, 0),
                129,
                129,
                CellSize.square(WIDTH / 128),
                new RiverErosion.Land(100_000, 0.45, 30, 0.3, 90),
                10,
                drives(0, 8));
        double[] state = hard.start();
        for (int step = 1; step <= 10; step++) {
            state = hard.next(state, step, Cancel.NEVER);
        }
        double below = mean(island(129, 0));
        assertThat(below - mean(state)).isPositive().isLessThan(0.75 * (below - mean(soft)));
    }

    @Test
    void aStripOfAFewRowsWearsToo() {
        for (int rows : new int[] {2, 3, 5}) {
            int columns = 700;
            double[] below = new double[columns * rows];
            for (int i = 0; i < below.length; i++) {
                below[i] = 40 * Math.sin(i % columns * 0.05) + i / columns;
            }
            RiverCourse course = new RiverCourse(
                    "k",
                    below,
                    columns,
                    rows,
                    CellSize.square(5),
                    new RiverErosion.Land(1e5, 0.45, 3, 0.3, 42),
                    9,
                    drives(1000, 1));
            double[] state = course.start();
            for (int step = 1; step <= 9; step++) {
                state = course.next(state, step, Cancel.NEVER);
            }
            assertThat(course.whole(state, 9)).hasSize(below.length).doesNotContain(Double.NaN);
        }
    }
}
