package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.lumbrit.core.drainage.RunOff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.ThermalErosion;
import org.lumbrit.core.water.WaterBody;

/** Grounds whose cells are longer one way than the other. */
class UnevenCellsTest {
    /** 40 m wide and 90 m deep, a plane that rises by 0.3 eastward and 0.2 southward a metre. */
    private static Ground plane() {
        float[] heights = new float[21 * 31];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (0.3 * 2 * (i % 21) + 0.2 * 3 * (i / 21));
        }
        return new Ground(21, 31, heights, 40, 90, new boolean[0], "");
    }

    @Test
    void slopeAndHeightAreThoseOfTheirMetres() {
        Samples samples = plane().samplesAt(new double[] {-20, 3.3, 20}, new double[] {-45, 10.1, 45});
        double up = 1 / Math.sqrt(1 + 0.09 + 0.04);
        for (int i = 0; i < 3; i++) {
            assertThat((double) samples.ny()[i]).isCloseTo(up, within(1e-6));
            assertThat(samples.nx()[i] / samples.ny()[i]).isCloseTo(-0.3f, within(1e-5f));
            assertThat(samples.nz()[i] / samples.ny()[i]).isCloseTo(-0.2f, within(1e-5f));
            assertThat(samples.y()[i])
                    .isCloseTo(0.3 * (samples.x()[i] + 20) + 0.2 * (samples.z()[i] + 45), within(1e-5));
        }
    }

    @Test
    void areaCountsBothSides() {
        Lattice lattice = plane().lattice(31);
        double sum = 0;
        for (float area : lattice.areas(lattice.samples())) {
            sum += area;
        }
        assertThat(sum).isCloseTo(40 * 90 * Math.sqrt(1.13), within(0.01));
    }

    @Test
    void waterHasTheAreaAndVolumeOfItsMetres() {
        float[] heights = new float[21 * 31];
        for (int i = 0; i < heights.length; i++) {
            boolean rim = i % 21 == 0 || i % 21 == 20 || i / 21 == 0 || i / 21 == 30;
            heights[i] = rim ? 5 : 0;
        }
        Ground basin = new Ground(21, 31, heights, 40, 90, new boolean[0], "");
        WaterBody body = WaterBody.of(basin, 1).get(0);
        // a fifth of each rim cell is under water, with a mean depth of a half
        assertThat(body.area()).isCloseTo((40 - 2 * 1.6) * (90 - 2 * 2.4), within(1.0));
        double east = Double.NEGATIVE_INFINITY;
        double south = Double.NEGATIVE_INFINITY;
        for (var point : body.edges().get(0).points()) {
            east = Math.max(east, point.x());
            south = Math.max(south, point.z());
        }
        assertThat(east).isCloseTo(20 - 1.6, within(1e-6));
        assertThat(south).isCloseTo(45 - 2.4, within(1e-6));
    }

    @Test
    void slopesComeToRestAtTheirAngleBothWays() {
        for (int way = 0; way < 2; way++) {
            double[] heights = new double[40 * 40];
            for (int i = 0; i < heights.length; i++) {
                heights[i] = (way == 0 ? i % 40 : i / 40) < 20 ? 30 : 0;
            }
            ThermalErosion erosion = new ThermalErosion(heights, 40, 40, new CellSize(1, 4), NodeValues.constant(35));
            erosion.run(100_000, Cancel.NEVER);
            double steepest = 0;
            for (int i = 0; i + 1 < 40; i++) {
                int at = way == 0 ? 20 * 40 + i : i * 40 + 20;
                int next = way == 0 ? at + 1 : at + 40;
                double apart = way == 0 ? 1 : 4;
                steepest = Math.max(steepest, Math.abs(erosion.heights()[at] - erosion.heights()[next]) / apart);
            }
            assertThat(Math.toDegrees(Math.atan(steepest))).isCloseTo(35, within(0.3));
        }
    }

    @Test
    void waterRunsDownTheSteepestWayInMetres() {
        // one metre down to the east over 1 m, two metres down to the south over 4 m: east is steeper
        double[] heights = new double[9];
        for (int i = 0; i < 9; i++) {
            heights[i] = 20 - i % 3 - 2.0 * (i / 3);
        }
        assertThat(new RunOff(heights, 3, 3, new CellSize(1, 4)).gathered()[5]).isEqualTo(2);
        assertThat(new RunOff(heights, 3, 3, new CellSize(1, 1)).gathered()[8]).isEqualTo(2);
    }

    @Test
    void aDepthThatSquareCellsGiveIsSquareToTheBit() {
        float[] heights = new float[37 * 23];
        Ground given =
                new Ground(37, 23, heights, 71.3, Ground.squareDepth(37, 23, 71.3) * (1 + 1e-13), new boolean[0], "");
        Ground square = new Ground(37, 23, heights, 71.3);
        assertThat(given.cellZ()).isEqualTo(square.cellX());
        assertThat(given.key()).isEqualTo(square.key());
        assertThat(new Ground(37, 23, heights, 71.3, 50, new boolean[0], "").key())
                .isNotEqualTo(square.key());
    }
}
