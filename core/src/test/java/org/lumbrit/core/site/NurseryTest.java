package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.AlongSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.plants.ClumpPlant;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.KeptPlant;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.surface.Ground;

/** The nursery's plants: driven along themselves, planted by covers, shared and taken away. */
class NurseryTest {
    private static final Ground FLAT = new Ground(9, 9, new float[81], 20);
    private static final Plant STRAND = new StrandPlant(2, 31, 0, 0, 0, 1, 0.1);

    private static PlantLayer kept(Plant plant) {
        return new PlantLayer("reed", "Reed", 3, false, plant, "#8a8a4a", "#ffffff", Map.of());
    }

    private static CoverLayer cover(Plant plant) {
        return new CoverLayer(
                "reeds",
                "Reeds",
                1,
                false,
                plant,
                "#8a8a4a",
                "#8a8a4a",
                Map.of("density", new PropertyRange(0, 2, Combine.PRODUCT)));
    }

    private static Recipe recipe(List<Layer> layers, Drive... drives) {
        Recipe plain = Sites.recipe(Sites.cover(1, 0)).withLayers(layers);
        List<Falloff> falloffs = new ArrayList<>(plain.falloffs());
        falloffs.add(new Falloff("along", "Along", new AlongSource(), List.of()));
        return plain.withFalloffs(falloffs).withDrives(List.of(drives));
    }

    private static Drive drive(String property, double atFoot, double atTip) {
        return new Drive("reed", property, "along", List.of(new CurvePoint(0, atFoot), new CurvePoint(1, atTip)));
    }

    private static PlantMesh mesh(Recipe recipe) {
        SiteEvaluation evaluation = Sites.evaluate(recipe, FLAT);
        return evaluation
                .levels(evaluation.plan().recipe().layersOf(PlantLayer.class).get(0), 0)
                .full()
                .mesh();
    }

    /** Metres across at a share of the way. */
    private static double widthAt(PlantMesh mesh, double share) {
        for (int v = 0; v + 1 < mesh.vertices(); v += 2) {
            if (Math.abs(mesh.along()[v] - share) < 1e-3) {
                return mesh.positions()[3 * v + 3] - mesh.positions()[3 * v];
            }
        }
        throw new AssertionError("no vertex at " + share);
    }

    @Test
    void widthAlongFollowsTheCurveOfItsFalloff() {
        PlantMesh plain = mesh(recipe(List.of(kept(STRAND))));
        PlantMesh waisted = mesh(recipe(List.of(kept(STRAND)), drive(PlantLayer.WIDTH, 1, 0)));
        assertThat(widthAt(plain, 0.5)).isCloseTo(0.1, within(1e-6));
        assertThat(widthAt(waisted, 0)).isCloseTo(0.1, within(1e-6));
        assertThat(widthAt(waisted, 0.5)).isCloseTo(0.05, within(1e-6));
        assertThat(widthAt(waisted, 0.75)).isCloseTo(0.025, within(1e-6));
    }

    @Test
    void curveAlongTurnsTheTipByItsIntegral() {
        PlantLayer bent =
                (PlantLayer) kept(STRAND).withProperty(PlantLayer.CURVE, new PropertyRange(0, 180, Combine.PRODUCT));
        PlantMesh mesh = mesh(recipe(List.of(bent), drive(PlantLayer.CURVE, 0, 1)));
        int tip = mesh.vertices() - 1;
        // the turn grows with the square of the way and is 90° at the tip
        assertThat(mesh.normals()[3 * tip + 1]).isCloseTo(-1, within(0.02f));
        double length = 0;
        for (int v = 2; v < mesh.vertices(); v += 2) {
            length += Math.hypot(
                    mesh.positions()[3 * v + 1] - mesh.positions()[3 * v - 5],
                    mesh.positions()[3 * v + 2] - mesh.positions()[3 * v - 4]);
        }
        assertThat(length).isCloseTo(1, within(0.01));
    }

    @Test
    void accentTakesThePlaceOfTheTintTowardTheTip() {
        PlantLayer layer =
                (PlantLayer) kept(STRAND).withProperty(PlantLayer.ACCENT, new PropertyRange(0, 1, Combine.PRODUCT));
        PlantMesh mesh = mesh(recipe(List.of(layer), drive(PlantLayer.ACCENT, 0, 1)));
        assertThat(mesh.colours()[0] >>> 24).isEqualTo(255);
        int tip = mesh.vertices() - 1;
        assertThat(mesh.colours()[tip]).isEqualTo(0x00ffffff);
    }

    @Test
    void coversShareAPlantAndOnlyItsMeshDependsOnIt() {
        CoverLayer cover = cover(new KeptPlant("reed", 2));
        Recipe thin = recipe(List.of(kept(STRAND), cover));
        Recipe bushy = recipe(List.of(kept(new ClumpPlant(4, 20, 7, 1, 0.4, 0.01, 0.3, 40, 50, 0.3, 0.5)), cover));
        SiteEvaluation one = Sites.evaluate(thin, FLAT);
        SiteEvaluation two = Sites.evaluate(bushy, FLAT);
        assertThat(two.plants(cover).feet().id())
                .isEqualTo(one.plants(cover).feet().id());
        assertThat(one.levels(cover, 0).full().mesh().triangles()).isEqualTo(31);
        assertThat(two.levels(cover, 0).full().mesh().triangles()).isEqualTo(20 * 7);
        assertThat(one.levelsKey(cover, 0)).isNotEqualTo(two.levelsKey(cover, 0));
    }

    @Test
    void aPlantThatLeavesTheNurseryStaysWhereItWasPlanted() {
        Recipe recipe = recipe(List.of(kept(STRAND), cover(new KeptPlant("reed", 2))), drive(PlantLayer.WIDTH, 1, 0));
        Recipe without = new LayerEdit.Remove("reed").apply(recipe);
        assertThat(RecipeCheck.problems(without)).isEmpty();
        assertThat(without.layersOf(CoverLayer.class).get(0).plant()).isEqualTo(STRAND);
        assertThat(without.drives()).isEmpty();
    }

    @Test
    void aCoverOfSomethingElseThanAPlantIsRefused() {
        assertThatThrownBy(() -> RecipeCheck.require(
                        recipe(List.of(cover(STRAND).copied("other", "Other", 2), cover(new KeptPlant("other", 2))))))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("“Other” is no plant; choose one");
        PlantLayer loop = kept(new KeptPlant("reed", 2));
        assertThatThrownBy(() -> RecipeCheck.require(recipe(List.of(loop)))).isInstanceOf(InvalidRecipeException.class);
    }

    @Test
    void anAlongFalloffCannotDriveWhatIsOneNumberAPlant() {
        Recipe recipe = recipe(List.of(kept(STRAND), cover(STRAND)))
                .withDrives(List.of(new Drive("reeds", "length", "along", CurvePoint.STRAIGHT)));
        assertThatThrownBy(() -> RecipeCheck.require(recipe))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("one number a plant");
    }

    @Test
    void aPlantThatNarrowsToNothingAtItsFootStillHasSoundDetailLevels() {
        Plant clump = new ClumpPlant(4, 10, 7, 0.45, 0.4, 0.007, 0.35, 38, 50, 0.35, 0.5);
        SiteEvaluation evaluation = Sites.evaluate(recipe(List.of(kept(clump)), drive(PlantLayer.WIDTH, 0, 1)), FLAT);
        for (Detail level : evaluation
                .levels(evaluation.plan().recipe().layersOf(PlantLayer.class).get(0), 0)
                .levels()) {
            assertThat(level.error()).isBetween(0.0, 1.0);
            for (float p : level.mesh().positions()) {
                assertThat(p).isFinite();
            }
        }
    }

    @Test
    void levelsAreKeptUnderTheirKey() {
        SiteEvaluation evaluation = Sites.evaluate(recipe(List.of(kept(STRAND))), FLAT);
        PlantLayer layer = evaluation.plan().recipe().layersOf(PlantLayer.class).get(0);
        Detail.Levels once = evaluation.levels(layer, 1);
        assertThat(evaluation.levels(layer, 1)).isSameAs(once);
    }
}
