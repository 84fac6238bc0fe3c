package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

class ScatterTest {
    private static final Ground BUMPY = Grounds.bumpy(31, 60, 2.5);

    private static Plants plants(Ground ground, CoverLayer layer, Drive... drives) {
        return Sites.evaluate(Sites.recipe(layer, drives), ground).plants(layer);
    }

    @Test
    void aSteepPlaneCarriesPlantsByItsTrueArea() {
        for (double spacing : new double[] {0, 0.2}) {
            int count = plants(Grounds.slope(41, 41, 10, 60), Sites.cover(5, spacing))
                    .count();
            assertThat((double) count).isCloseTo(1000, within(3 * Math.sqrt(1000)));
        }
    }

    @Test
    void theCountIsTheIntegralOfTheDrivenDensity() {
        for (double spacing : new double[] {0, 0.15, 0.24}) {
            CoverLayer layer = Sites.cover(6, spacing);
            Drive[] drives = {Sites.drive("density", "patches"), Sites.drive("density", "flat")};
            SiteEvaluation evaluation = Sites.evaluate(Sites.recipe(layer, drives), BUMPY);
            Lattice lattice = new Lattice(BUMPY, 1201, 1201);
            Samples samples = lattice.samples();
            float[] density = evaluation.property(layer, "density", samples);
            float[] areas = lattice.areas(samples);
            double expected = 0;
            for (int i = 0; i < areas.length; i++) {
                expected += (double) density[i] * areas[i];
            }
            assertThat((double) evaluation.plants(layer).count()).isCloseTo(expected, within(3 * Math.sqrt(expected)));
        }
    }

    @Test
    void raisingTheDensityOnlyAddsPlantsAndLeavesTheOthersWhereTheyStand() {
        for (double spacing : new double[] {0, 0.3}) {
            Plants thin = plants(BUMPY, Sites.cover(2, spacing), Sites.drive("density", "patches"));
            Plants dense = plants(BUMPY, Sites.cover(9, spacing), Sites.drive("density", "patches"));
            Map<Long, Integer> byId = new HashMap<>();
            for (int i = 0; i < dense.count(); i++) {
                byId.put(dense.feet().id()[i], i);
            }
            assertThat(dense.count()).isGreaterThan(thin.count());
            for (int i = 0; i < thin.count(); i++) {
                Integer same = byId.get(thin.feet().id()[i]);
                assertThat(same).as("plant %s stays", thin.feet().id()[i]).isNotNull();
                assertThat(dense.feet().x()[same]).isEqualTo(thin.feet().x()[i]);
                assertThat(dense.variant()[same]).isEqualTo(thin.variant()[i]);
            }
        }
    }

    @Test
    void tilesTogetherAreTheWhole() {
        for (double spacing : new double[] {0, 0.4}) {
            CoverLayer layer = Sites.cover(4, spacing);
            SiteEvaluation evaluation = Sites.evaluate(
                    Sites.recipe(layer, Sites.drive("density", "flat"), Sites.drive("yaw", "any")), BUMPY);
            LongStream ids = LongStream.empty();
            double turns = 0;
            for (double[] cut : new double[][] {{-99, -99, 1.5, 99}, {1.5, -99, 99, -7}, {1.5, -7, 99, 99}}) {
                Plants part = evaluation.plants(layer, new Region(cut[0], cut[1], cut[2], cut[3]));
                ids = LongStream.concat(ids, Arrays.stream(part.feet().id()));
                for (float q : part.turn()) {
                    turns += q;
                }
            }
            Plants whole = evaluation.plants(layer);
            assertThat(ids.sorted().toArray()).containsExactly(whole.feet().id());
            double wholeTurns = 0;
            for (float q : whole.turn()) {
                wholeTurns += q;
            }
            assertThat(turns).isCloseTo(wholeTurns, within(1e-6));
        }
    }

    @Test
    void filledToTheLimitTheSpacingStillHoldsAndItIsSaid() {
        Plants plants = plants(Grounds.slope(11, 11, 20, 0), Sites.cover(100, 0.5));
        double least = Double.POSITIVE_INFINITY;
        double[] x = plants.feet().x();
        double[] z = plants.feet().z();
        for (int i = 0; i < plants.count(); i++) {
            for (int j = 0; j < i; j++) {
                least = Math.min(least, Math.hypot(x[i] - x[j], z[i] - z[j]));
            }
        }
        assertThat(least).isGreaterThanOrEqualTo(0.5);
        assertThat(plants.count() * 0.25 / 400).isGreaterThan(0.66);
        assertThat(plants.limitedShare()).isEqualTo(1);
    }

    @Test
    void feetStandOnTheGroundAndTurnsAreUnit() {
        Plants plants = plants(BUMPY, Sites.cover(3, 0.2), Sites.drive("yaw", "any"), Sites.drive("lean", "patches"));
        for (int i = 0; i < plants.count(); i++) {
            double ground = BUMPY.height(plants.feet().x()[i], plants.feet().z()[i]);
            assertThat(Math.abs(plants.feet().y()[i] - ground)).isLessThan(1e-3);
            double square = 0;
            for (int c = 0; c < 4; c++) {
                square += plants.turn()[4 * i + c] * plants.turn()[4 * i + c];
            }
            assertThat(square).isCloseTo(1, within(1e-5));
        }
    }

    @Test
    void aThousandMillionPlantsAreRefusedWithTheNumber() {
        Ground wide = Grounds.slope(11, 11, 20000, 0);
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> plants(wide, Sites.cover(50, 0.1)))
                .hasMessageContaining("million");
    }
}
