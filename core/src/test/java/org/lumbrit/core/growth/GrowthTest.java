package org.lumbrit.core.growth;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.plants.ClimberPlant;
import org.lumbrit.core.plants.ClumpPlant;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.plants.TreePlant;

class GrowthTest {
    private static final List<Plant> PLANTS = List.of(
            new ClumpPlant(4, 20, 7, 0.5, 0.4, 0.01, 0.3, 40, 50, 0.3, 0.5),
            new ClimberPlant(4, 1, 0.4, 20, 0.08, 0.01, 0.5, 2, 0.5, "#54422f"),
            new TreePlant(4, 4, 2.5, 0.3, 0.3, 0.07, 3, 120, 0.006, 0.1, 0.5, "#8d8577"));

    @Test
    void nothingIsLeftAtZeroAndAllOfItIsThereAtOne() {
        for (Plant plant : PLANTS) {
            PlantMesh mesh = plant.mesh(3, 1);
            assertThat(Growth.at(mesh, 0, 0.1).triangles()).isZero();
            assertThat(Growth.at(mesh, -1, 0.1).triangles()).isZero();
            assertThat(Growth.at(mesh, 1, 0.1)).isSameAs(mesh);
            assertThat(Growth.at(mesh, 1e-6, 0.1).triangles()).isGreaterThanOrEqualTo(0);
        }
    }

    @Test
    void nothingReachesBeyondTheGrowingTipAndNothingEverShrinks() {
        for (Plant plant : PLANTS) {
            PlantMesh mesh = plant.mesh(3, 1);
            double before = 0;
            for (double g = 0.1; g < 1; g += 0.1) {
                PlantMesh grown = Growth.at(mesh, g, 0.2);
                float longest = 0;
                for (float s : grown.along()) {
                    longest = Math.max(longest, s);
                }
                assertThat((double) longest).isLessThanOrEqualTo(g * 1.2 + 1e-6);
                double area = grown.mesh().area();
                assertThat(area).as("%s at %s", plant, g).isGreaterThanOrEqualTo(before);
                before = area;
            }
        }
    }

    @Test
    void theTipReachesTheEndAtOneOverOnePlusTaper() {
        PlantMesh mesh = PLANTS.get(0).mesh(3, 1);
        assertThat(longest(Growth.at(mesh, 1 / 1.25 + 1e-6, 0.25))).isCloseTo(1, within(1e-5));
        assertThat(longest(Growth.at(mesh, 0.999 / 1.25, 0.25))).isLessThan(1);
    }

    private static double longest(PlantMesh mesh) {
        double most = 0;
        for (float s : mesh.along()) {
            most = Math.max(most, s);
        }
        return most;
    }

    @Test
    void theRadiusNarrowsTowardTheTipByTheSmoothStep() {
        assertThat(Growth.factor(0.5, 0.5, 0.75)).isZero();
        assertThat(Growth.factor(0.5, 0.5, 0.5)).isCloseTo(0.5, within(1e-12));
        assertThat(Growth.factor(0.5, 0.5, 0.25)).isEqualTo(1);
        assertThat(Growth.factor(1, 0, 1)).isEqualTo(1);
    }
}
