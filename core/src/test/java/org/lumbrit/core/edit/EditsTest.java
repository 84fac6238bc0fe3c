package org.lumbrit.core.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.PointPlace;

class EditsTest {
    private final Recipe recipe =
            Sites.recipe(Sites.cover(4, 0.3), Sites.drive("density", "patches"), Sites.drive("length", "flat"));

    private static List<String> stepIds(Recipe recipe, String falloff) {
        return recipe.falloff(falloff).orElseThrow().steps().stream()
                .map(Step::id)
                .toList();
    }

    @Test
    void stepsAreAddedMovedAndRemoved() {
        Recipe added = new FalloffEdit.AddStep("patches", new InvertStep("i", false), 1).apply(recipe);
        assertThat(stepIds(added, "patches")).containsExactly("w", "i", "c");
        Recipe moved = new FalloffEdit.MoveStep("patches", "i", 0).apply(added);
        assertThat(stepIds(moved, "patches")).containsExactly("i", "w", "c");
        assertThat(stepIds(new FalloffEdit.RemoveStep("patches", "w").apply(moved), "patches"))
                .containsExactly("i", "c");
        assertThatThrownBy(() -> new FalloffEdit.RemoveStep("patches", "gone").apply(recipe))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("gone");
    }

    @Test
    void deletingAFalloffTakesItsDrivesAndTheStepsThatUseItAlong() {
        FalloffEdit.Remove remove = new FalloffEdit.Remove("patches");
        Recipe without = RecipeCheck.require(remove.apply(recipe));
        assertThat(without.falloff("flat").orElseThrow().steps()).isEmpty();
        assertThat(without.drives()).extracting(Drive::falloff).containsExactly("flat");
        assertThat(remove.summary(recipe)).contains("1 drives and 1 steps");
    }

    @Test
    void aCircleIsRefusedWithTheCircleNamed() {
        Recipe circle = new FalloffEdit.AddStep("patches", new MultiplyStep("x", false, "flat", 1), 0).apply(recipe);
        assertThat(RecipeCheck.problems(circle))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("Patches → Flat → Patches"));
    }

    @Test
    void densityTakesNoFalloffOfPlants() {
        Recipe bad = new DriveEdit.Set(Sites.drive("density", "any")).apply(recipe);
        assertThat(RecipeCheck.problems(bad))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("“Any” has another value for each plant"));
        Recipe hidden = new FalloffEdit.AddStep("patches", new MultiplyStep("x", false, "any", 1), 0).apply(recipe);
        assertThat(RecipeCheck.problems(hidden)).as("also through a step").hasSize(1);
        assertThat(RecipeCheck.problems(new DriveEdit.Set(Sites.drive("yaw", "any")).apply(recipe)))
                .isEmpty();
    }

    @Test
    void settingsOutOfRangeAreNamedWithTheirPath() {
        Recipe bad = new FalloffEdit.SetStep("patches", new ContrastStep("c", false, 40)).apply(recipe);
        assertThat(RecipeCheck.problems(bad)).singleElement().satisfies(problem -> {
            assertThat(problem.path()).isEqualTo("falloffs[0].steps[1].power");
            assertThat(problem.message()).contains("between 0.1 and 16").contains("40");
        });
        Recipe nan = new LayerEdit.SetProperty(
                        "grass", "length", recipe.layers().get(0).properties().get("lean"))
                .apply(recipe);
        assertThat(RecipeCheck.problems(nan)).isEmpty();
        Recipe spacing = new LayerEdit.SetProperty(
                        "grass", "spacing", new PropertyRange(0, 1, org.lumbrit.core.recipe.Combine.PRODUCT))
                .apply(recipe);
        assertThat(RecipeCheck.problems(spacing))
                .singleElement()
                .satisfies(problem -> assertThat(problem.path()).isEqualTo("layers[0].properties.spacing"));
    }

    @Test
    void aCurveRunsFromLeftToRight() {
        Drive crossed =
                new Drive("grass", "density", "patches", List.of(new CurvePoint(0.6, 0), new CurvePoint(0.4, 1)));
        assertThat(RecipeCheck.problems(new DriveEdit.Set(crossed).apply(recipe)))
                .hasSize(1);
    }

    @Test
    void aPlaceInUseIsNotDeleted() {
        Recipe placed = new PlaceEdit.Set(new PointPlace("p1", "Cairn", new Point3(1, 2, 3))).apply(recipe);
        Recipe used = new FalloffEdit.SetSource("low", new DistanceSource("p1", 0, 5, DistanceSource.Across.SPACE))
                .apply(placed);
        assertThatThrownBy(() -> new PlaceEdit.Remove("p1").apply(used)).hasMessageContaining("Low measures from");
        assertThat(new PlaceEdit.Remove("p1").apply(placed).places()).isEmpty();
    }

    @Test
    void aDuplicatedLayerKeepsItsDrivesAndGetsANewSeed() {
        Recipe two = RecipeCheck.require(new LayerEdit.Duplicate("grass", "grass2", "Grass 2", 9).apply(recipe));
        assertThat(two.drivesOf("grass2", "density")).hasSize(1);
        assertThat(two.layer("grass2").orElseThrow().seed()).isEqualTo(9);
    }

    @Test
    void layersAndFalloffsMoveOnTheBoard() {
        Recipe two = new LayerEdit.Duplicate("grass", "grass2", "Grass 2", 9).apply(recipe);
        Recipe moved = new LayerEdit.Move("grass2", 0).apply(two);
        assertThat(moved.layers()).extracting(each -> each.id()).containsExactly("grass2", "grass");
        Recipe columns = new FalloffEdit.Move("any", 0).apply(recipe);
        assertThat(columns.falloffs()).extracting(each -> each.id()).containsExactly("any", "patches", "flat", "low");
        assertThat(new FalloffEdit.Move("any", 99).apply(recipe).falloffs())
                .last()
                .extracting(each -> each.id())
                .isEqualTo("any");
    }

    @Test
    void deletingALayerTakesItsDrivesAlong() {
        Recipe without = RecipeCheck.require(new LayerEdit.Remove("grass").apply(recipe));
        assertThat(without.layers()).isEmpty();
        assertThat(without.drives()).isEmpty();
    }

    @Test
    void namesAreUniqueAndNotEmpty() {
        assertThat(RecipeCheck.problems(new FalloffEdit.Rename("flat", "Patches").apply(recipe)))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("taken"));
        assertThat(RecipeCheck.problems(new FalloffEdit.Rename("flat", "  ").apply(recipe)))
                .hasSize(1);
        assertThat(RecipeCheck.problems(new SiteEdit.Rename("Tarn").apply(recipe)))
                .isEmpty();
    }

    @Test
    void theGroundAndTheClockChangeAsAWhole() {
        GroundSpec upsideDown = new GroundSpec("ground.png", 60, 10, 0, Optional.empty());
        assertThat(RecipeCheck.problems(new SiteEdit.SetGround(upsideDown).apply(recipe)))
                .singleElement()
                .satisfies(problem -> assertThat(problem.path()).isEqualTo("ground.highest"));
        assertThat(RecipeCheck.problems(new SiteEdit.SetClock(new Clock(0, 8)).apply(recipe)))
                .singleElement()
                .satisfies(problem -> assertThat(problem.path()).isEqualTo("clock.framesPerSecond"));
    }

    @Test
    void everyEditSaysInWordsWhatItDid() {
        for (Edit edit : List.of(
                new FalloffEdit.SetStep("patches", new ContrastStep("c", false, 3)),
                new FalloffEdit.Remove("flat"),
                new DriveEdit.Set(Sites.drive("lean", "flat")),
                new DriveEdit.Remove("grass", "density", "patches"),
                new LayerEdit.Rename("grass", "Sedge"),
                new SiteEdit.Rename("Tarn"))) {
            assertThat(edit.summary(recipe))
                    .isNotBlank()
                    .doesNotContain("patches")
                    .doesNotContain("null");
        }
        assertThat(new DriveEdit.Set(Sites.drive("lean", "flat")).summary(recipe))
                .isEqualTo("Flat on lean of Grass");
    }

    @Test
    void whatAnEditTouchesTellsWhetherItMayBeRebased() {
        Edit contrast = new FalloffEdit.SetStep("patches", new ContrastStep("c", false, 3));
        Recipe elsewhere = new FalloffEdit.SetSource("any", new RandomSource(8)).apply(recipe);
        assertThat(contrast.touches(elsewhere)).isEqualTo(contrast.touches(recipe));
        Recipe same = new FalloffEdit.SetStep("patches", new ContrastStep("c", false, 2)).apply(recipe);
        assertThat(contrast.touches(same)).isNotEqualTo(contrast.touches(recipe));
        assertThat(contrast.touches(recipe)).isEqualTo(Optional.of(new ContrastStep("c", false, 1.5)));
    }
}
