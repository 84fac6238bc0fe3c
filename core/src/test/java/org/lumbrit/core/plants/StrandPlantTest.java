package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class StrandPlantTest {
    private static PlantMesh strand(int triangles, double bend, double variety) {
        return new StrandPlant(4, triangles, bend, variety, 0.7).mesh(3, 1);
    }

    /** x, y, z of the last vertex, the tip. */
    private static float[] tip(PlantMesh mesh) {
        int at = mesh.positions().length - 3;
        return new float[] {mesh.positions()[at], mesh.positions()[at + 1], mesh.positions()[at + 2]};
    }

    @Test
    void aRightAngleEndsWhereTheArcDoes() {
        float[] tip = tip(strand(31, 90, 0));
        assertThat(tip[1]).isCloseTo(0.6366f, within(1e-4f));
        assertThat(tip[2]).isCloseTo(0.6366f, within(1e-4f));
        assertThat(tip[0]).isZero();
    }

    @Test
    void bendingKeepsTheLength() {
        for (double bend : new double[] {0, 30, 90, 160}) {
            PlantMesh mesh = strand(31, bend, 0);
            int rows = mesh.along().length / 2;
            double length = 0;
            for (int row = 0; row < rows; row++) {
                int from = 6 * row;
                int to = row == rows - 1 ? mesh.positions().length - 3 : 6 * (row + 1);
                double dy = mesh.positions()[to + 1] - mesh.positions()[from + 1];
                double dz = mesh.positions()[to + 2] - mesh.positions()[from + 2];
                length += Math.hypot(dy, dz);
            }
            assertThat(length).isCloseTo(1, within(0.01));
        }
    }

    @Test
    void itHasTheTrianglesThatWereChosenAndNoneIsEmpty() {
        for (int triangles : new int[] {1, 3, 11, 31}) {
            PlantMesh mesh = strand(triangles, 50, 0.5);
            assertThat(mesh.triangles()).isEqualTo(triangles);
            for (int t = 0; t < triangles; t++) {
                Set<Integer> corners = new HashSet<>();
                for (int c = 0; c < 3; c++) {
                    corners.add(mesh.indices()[3 * t + c]);
                    assertThat(mesh.indices()[3 * t + c]).isBetween(0, mesh.along().length - 1);
                }
                assertThat(corners).hasSize(3);
            }
        }
    }

    @Test
    void theFootIsAtTheOriginAndTheWayAlongRunsToTheTip() {
        PlantMesh mesh = strand(11, 70, 0.5);
        assertThat(mesh.positions()[1]).isZero();
        assertThat(mesh.positions()[0]).isEqualTo(-mesh.positions()[3]);
        assertThat(mesh.along()[0]).isZero();
        assertThat(mesh.along()[mesh.along().length - 1]).isEqualTo(1);
        for (int v = 1; v < mesh.along().length; v++) {
            assertThat(mesh.along()[v]).isGreaterThanOrEqualTo(mesh.along()[v - 1]);
        }
    }

    @Test
    void normalsAreUnitAndVariantsDiffer() {
        StrandPlant plant = new StrandPlant(4, 11, 60, 0.8, 0.7);
        Set<Float> tips = new HashSet<>();
        for (int variant = 0; variant < 4; variant++) {
            PlantMesh mesh = plant.mesh(9, variant);
            tips.add(tip(mesh)[1]);
            for (int v = 0; v < mesh.along().length; v++) {
                float[] n = mesh.normals();
                assertThat(Math.sqrt(n[3 * v] * n[3 * v] + n[3 * v + 1] * n[3 * v + 1] + n[3 * v + 2] * n[3 * v + 2]))
                        .isCloseTo(1, within(1e-5));
            }
        }
        assertThat(tips).hasSize(4);
        assertThat(plant.mesh(9, 2).positions()).isEqualTo(plant.mesh(9, 2).positions());
    }
}
