package org.lumbrit.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.AlongSource;
import org.lumbrit.core.falloff.BrushSource;
import org.lumbrit.core.falloff.ClockSource;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.falloff.PictureSource;
import org.lumbrit.core.falloff.PlantsNearSource;
import org.lumbrit.core.falloff.RandomSource;
import org.lumbrit.core.falloff.SmoothStep;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.Stroke;
import org.lumbrit.core.looks.RampStop;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Picture;

/** What is refused, and in which words. */
class BadFalloffsTest {
    private static final Recipe SOUND = Sites.recipe(Sites.cover(1, 0.5));

    private static String problems(Source source, Step... steps) {
        return problems(new FalloffEdit.Add(new Falloff("f", "F", source, List.of(steps)), 9).apply(SOUND));
    }

    private static String problems(Recipe recipe) {
        return RecipeCheck.problems(recipe).toString();
    }

    private static Drive drive(String property, String falloff) {
        return new Drive("grass", property, falloff, CurvePoint.STRAIGHT);
    }

    @Test
    void pointsOfACurveStandApart() {
        Step curve = new CurveStep(
                "c", false, List.of(new CurvePoint(0, 0), new CurvePoint(0.5, 1), new CurvePoint(0.5, 0)));
        assertThat(problems(new HeightSource(0, 1), curve)).contains("points[2]", "Two points stand at one place");
        Step back = new CurveStep("c", false, List.of(new CurvePoint(0.5, 0), new CurvePoint(0.2, 1)));
        assertThat(problems(new HeightSource(0, 1), back)).contains("from left to right");
        assertThat(problems(new ClockSource(List.of(), Easing.LINEAR))).contains("keys");
    }

    @Test
    void whatReadsALayerMustFindIt() {
        assertThat(problems(new PlantsNearSource("gone", 0, 1))).contains("no layer with the id “gone”");
        assertThat(problems(new LayerResultSource("grass", "colour", 0, 1)))
                .contains("computes no “colour”", "density, spacing");
        TintLayer tint = new TintLayer(
                "t",
                "T",
                1,
                false,
                List.of(new RampStop(0, "#ffffff")),
                1,
                TintLayer.Tones.NONE,
                false,
                0,
                30,
                Map.of());
        Recipe withTint = new LayerEdit.Add(tint).apply(SOUND);
        assertThat(problems(new FalloffEdit.Add(new Falloff("f", "F", new PlantsNearSource("t", 0, 1), List.of()), 9)
                        .apply(withTint)))
                .contains("is no cover; choose one");
    }

    @Test
    void aCircleThroughALayerIsNamed() {
        Recipe recipe = new FalloffEdit.Add(
                        new Falloff("f", "Thick", new LayerResultSource("grass", "density", 0, 1), List.of()), 9)
                .apply(SOUND);
        assertThat(problems(recipe)).isEqualTo("[]");
        assertThat(problems(recipe.withDrives(List.of(drive("length", "f"))))).contains("Thick → Grass → Thick");
    }

    @Test
    void aPictureIsAPlainFileName() {
        assertThat(problems(new PictureSource("../secret.png", 10, 0, 0, 0, 0, Picture.Edge.HOLD)))
                .contains("plain file name");
    }

    @Test
    void domainsFitWhatTheyDrive() {
        assertThat(problems(new RandomSource(1), new SmoothStep("s", false, 3))).contains("works over the ground");
        Recipe along = new FalloffEdit.Add(new Falloff("f", "Stem", new AlongSource(), List.of()), 9).apply(SOUND);
        assertThat(problems(along.withDrives(List.of(drive("length", "f"))))).contains("changes along each plant");
        assertThat(problems(SOUND.withDrives(List.of(drive("density", "any"))))).contains("before there are plants");
    }

    @Test
    void limitsNameAStepAndAFalloff() {
        Falloff falloff = new Falloff(
                "f",
                "F",
                new HeightSource(0, 1),
                List.of(),
                List.of(new Falloff.Limit("nowhere", "patches"), new Falloff.Limit("w", "gone")));
        assertThat(problems(new FalloffEdit.Add(falloff, 9).apply(SOUND)))
                .contains("limits[0].step", "no step with the id “nowhere”", "no falloff with the id “gone”");
        Recipe limited = new FalloffEdit.LimitStep("patches", "w", Optional.of("flat")).apply(SOUND);
        assertThat(problems(limited)).as("flat multiplies by patches").contains("circle");
        Recipe removed = new FalloffEdit.Remove("low")
                .apply(new FalloffEdit.LimitStep("patches", "w", Optional.of("low")).apply(SOUND));
        assertThat(problems(removed)).isEqualTo("[]");
        assertThat(removed.falloff("patches").orElseThrow().limits()).isEmpty();
    }

    @Test
    void areasRampsAndStrokesAreWhole() {
        Recipe area =
                SOUND.withPlaces(List.of(new AreaPlace("a", "A", List.of(new Point3(0, 0, 0), new Point3(1, 0, 0)))));
        assertThat(problems(area)).contains("at least three points");
        assertThat(problems(new BrushSource(List.of(new Stroke(List.of(), 1, 1, 1, Stroke.Mode.ADD)))))
                .contains("at least one point");
        TintLayer tint = new TintLayer(
                "t",
                "T",
                1,
                false,
                List.of(new RampStop(0.5, "#ffffff"), new RampStop(0.5, "white")),
                1,
                TintLayer.Tones.NONE,
                false,
                0,
                30,
                Map.of());
        assertThat(problems(new LayerEdit.Add(tint).apply(SOUND)))
                .contains("#rrggbb", "to the right of the one before");
    }

    @Test
    void removingALayerTakesWhatReadsItAlong() {
        Recipe read = new FalloffEdit.Add(
                        new Falloff("f", "Near grass", new PlantsNearSource("grass", 0, 1), List.of()), 9)
                .apply(SOUND);
        Recipe removed = new LayerEdit.Remove("grass").apply(read);
        assertThat(removed.falloff("f")).isEmpty();
        assertThat(problems(removed)).isEqualTo("[]");
    }
}
