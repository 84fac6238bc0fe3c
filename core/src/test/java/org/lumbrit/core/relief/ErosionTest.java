package org.lumbrit.core.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ForkJoinPool;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Reliefs;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;

/** Erosion moves ground and water about and makes or loses none. */
class ErosionTest {
    private static final int NODES = 97;
    private static final double CELL = 1.25;

    private static double[] hills(int seed) {
        NoiseRelief layer = new NoiseRelief(
                "n", "N", seed, false, 40, 6, 0.55, 2, NoiseRelief.Shape.RIDGED, 5, 0.5, false, Map.of());
        Ground flat = new Ground(NODES, NODES, new float[NODES * NODES], CELL * (NODES - 1));
        return Grids.doubles(layer.shape(Reliefs.on(flat, Map.of("amplitude", 22.0))));
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum;
    }

    /** The steepest gradient by central differences, as slopes are measured everywhere. */
    private static double steepest(double[] h) {
        double most = 0;
        for (int r = 1; r + 1 < NODES; r++) {
            for (int c = 1; c + 1 < NODES; c++) {
                int i = r * NODES + c;
                most = Math.max(most, Math.hypot(h[i + 1] - h[i - 1], h[i + NODES] - h[i - NODES]) / 2);
            }
        }
        return Math.toDegrees(Math.atan(most / CELL));
    }

    /** How far a heap reaches at a height, in each of 72 directions: least and greatest, as shares of the mean. */
    private static double[] reach(double[] h, int nodes, double height) {
        double[] far = new double[72];
        for (int d = 0; d < far.length; d++) {
            double x = Math.cos(Math.PI * d / 36);
            double z = Math.sin(Math.PI * d / 36);
            for (double r = 0; r < nodes / 2 - 2; r += 0.01) {
                double c = nodes / 2 + r * x;
                double l = nodes / 2 + r * z;
                int i = (int) l * nodes + (int) c;
                double u = c - (int) c;
                double v = l - (int) l;
                double here =
                        (1 - v) * ((1 - u) * h[i] + u * h[i + 1]) + v * ((1 - u) * h[i + nodes] + u * h[i + nodes + 1]);
                if (here < height) {
                    far[d] = r;
                    break;
                }
            }
        }
        double mean = java.util.Arrays.stream(far).average().orElseThrow();
        return new double[] {
            java.util.Arrays.stream(far).min().orElseThrow() / mean,
            java.util.Arrays.stream(far).max().orElseThrow() / mean
        };
    }

    @Test
    void aHeapFromAPointIsARoundConeOfTheTalusAngle() {
        int nodes = 121;
        for (double talus : new double[] {20, 35, 50}) {
            double[] h = new double[nodes * nodes];
            h[nodes / 2 * nodes + nodes / 2] = Math.PI / 3 * Math.pow(40, 3) * Math.tan(Math.toRadians(talus));
            ThermalErosion erosion =
                    new ThermalErosion(h, nodes, nodes, CellSize.square(1), NodeValues.constant(talus));
            erosion.run(100_000, Cancel.NEVER);
            double[] heap = erosion.heights();
            double top = 40 * Math.tan(Math.toRadians(talus));
            for (double share : new double[] {0.2, 0.4, 0.6, 0.8}) {
                double[] reach = reach(heap, nodes, share * top);
                assertThat(reach[0]).isGreaterThan(0.97);
                assertThat(reach[1]).isLessThan(1.03);
            }
            double slope = (heap[nodes / 2 * nodes + 70] - heap[nodes / 2 * nodes + 80]) / 10;
            assertThat(Math.toDegrees(Math.atan(slope))).isCloseTo(talus, within(0.2));
        }
    }

    @Test
    void thermalErosionKeepsTheGroundAndMakesNoNewHighOrLow() {
        for (int seed = 1; seed <= 3; seed++) {
            double[] before = hills(seed);
            ThermalErosion erosion =
                    new ThermalErosion(before.clone(), NODES, NODES, CellSize.square(CELL), NodeValues.constant(30));
            erosion.run(150, Cancel.NEVER);
            double[] after = erosion.heights();
            assertThat(sum(after)).isCloseTo(sum(before), within(1e-9 * Math.abs(sum(before)) + 1e-9));
            assertThat(java.util.Arrays.stream(after).max().orElseThrow())
                    .isLessThanOrEqualTo(java.util.Arrays.stream(before).max().orElseThrow());
            assertThat(java.util.Arrays.stream(after).min().orElseThrow())
                    .isGreaterThanOrEqualTo(
                            java.util.Arrays.stream(before).min().orElseThrow());
            assertThat(after).isNotEqualTo(before);
        }
    }

    @Test
    void noSlopeStaysAboveTheTalusAngleOnceAllIsAtRest() {
        for (double talus : new double[] {20, 35, 45}) {
            ThermalErosion erosion =
                    new ThermalErosion(hills(5), NODES, NODES, CellSize.square(CELL), NodeValues.constant(talus));
            assertThat(steepest(erosion.heights())).isGreaterThan(talus + 2.5);
            erosion.run(60_000, Cancel.NEVER);
            assertThat(erosion.settled()).isTrue();
            assertThat(steepest(erosion.heights())).isLessThan(talus + 0.1);
        }
    }

    @Test
    void aDrivenTalusHoldsEachPairByTheMeanOfItsTangents() {
        double[] h = hills(7);
        float[] talus = new float[h.length];
        for (int i = 0; i < talus.length; i++) {
            talus[i] = i % NODES < NODES / 2 ? 18 : 40;
        }
        ThermalErosion erosion =
                new ThermalErosion(h.clone(), NODES, NODES, CellSize.square(CELL), NodeValues.of(talus));
        erosion.run(40_000, Cancel.NEVER);
        assertThat(erosion.settled()).isTrue();
        assertThat(erosion.excess(Cancel.NEVER)).isLessThan(1.1e-3);
        assertThat(sum(erosion.heights())).isCloseTo(sum(h), within(1e-9 * Math.abs(sum(h)) + 1e-9));
    }

    private static RainErosion rain(double[] ground, double softness) {
        return new RainErosion(
                ground,
                NODES,
                NODES,
                CellSize.square(CELL),
                new RainErosion.Climate(0.002, 3, 0.1, 6),
                NodeValues.constant(0.05),
                NodeValues.constant(softness));
    }

    @Test
    void rainErosionKeepsGroundAndWater() {
        double[] before = hills(2);
        double[] ground = before.clone();
        RainErosion erosion = rain(ground, 0.2);
        erosion.run(20, Cancel.NEVER);
        double area = CELL * CELL;
        assertThat(erosion.carriedOff()).isPositive();
        assertThat(sum(ground) * area + erosion.carriedOff())
                .isCloseTo(sum(before) * area, within(1e-9 * Math.abs(sum(before) * area)));
        assertThat(erosion.rained()).isCloseTo(20 * 0.05f * area * NODES * NODES, within(1.0));
        assertThat(erosion.evaporated() + erosion.runOff())
                .isCloseTo(erosion.rained(), within(1e-9 * erosion.rained()));
        for (int i = 0; i < ground.length; i++) {
            assertThat(before[i] - ground[i]).isLessThanOrEqualTo(6 + 1e-9);
        }
    }

    @Test
    void rainDeepensWhatGathersWater() {
        double[] before = hills(3);
        double[] ground = before.clone();
        rain(ground, 0.1).run(15, Cancel.NEVER);
        float[] heights = new float[ground.length];
        double[] cut = new double[ground.length];
        for (int i = 0; i < cut.length; i++) {
            heights[i] = (float) ground[i];
            cut[i] = before[i] - ground[i];
        }
        double[] area = Drainage.area(heights, NODES, NODES);
        double[] sorted = area.clone();
        java.util.Arrays.sort(sorted);
        double many = sorted[(int) (0.9 * sorted.length)];
        double few = sorted[sorted.length / 2];
        double deep = 0;
        double shallow = 0;
        int channels = 0;
        int slopes = 0;
        for (int i = 0; i < cut.length; i++) {
            if (area[i] > many) {
                deep += cut[i];
                channels++;
            } else if (area[i] <= few) {
                shallow += cut[i];
                slopes++;
            }
        }
        assertThat(deep / channels).isGreaterThan(3 * shallow / slopes);
        assertThat(Drainage.rankCorrelation(area, cut)).isPositive();
    }

    @Test
    void rockIsNotCut() {
        double[] before = hills(4);
        double[] ground = before.clone();
        rain(ground, 0).run(5, Cancel.NEVER);
        assertThat(ground).isEqualTo(before);
    }

    @Test
    void erosionIsTheSameOnAnyNumberOfCores() throws Exception {
        double[] alone = new ForkJoinPool(1).submit(() -> eroded()).get();
        double[] many = new ForkJoinPool(7).submit(() -> eroded()).get();
        assertThat(alone).isEqualTo(many);
    }

    private static double[] eroded() {
        double[] ground = hills(9);
        rain(ground, 0.2).run(3, Cancel.NEVER);
        ThermalErosion thermal =
                new ThermalErosion(ground, NODES, NODES, CellSize.square(CELL), NodeValues.constant(33));
        thermal.run(40, Cancel.NEVER);
        return thermal.heights();
    }

    @Test
    void theSameBitsComeFromLanesAndFromThePlainLoop() {
        float[] talus = new float[NODES * NODES];
        for (int i = 0; i < talus.length; i++) {
            talus[i] = i % 7 == 0 ? 0 : 10 + i % 53;
        }
        for (NodeValues angles : List.of(NodeValues.constant(31), NodeValues.constant(0), NodeValues.of(talus))) {
            CellSize oblong = new CellSize(CELL, 0.8 * CELL);
            ThermalErosion lanes = new ThermalErosion(hills(5), NODES, NODES, oblong, angles);
            ThermalErosion plain = new ThermalErosion(hills(5), NODES, NODES, oblong, angles);
            for (int step = 0; step < 9; step++) {
                lanes.step(true, Cancel.NEVER);
                plain.step(false, Cancel.NEVER);
            }
            assertThat(lanes.heights()).isEqualTo(plain.heights()).isNotEqualTo(hills(5));
        }
    }
}
