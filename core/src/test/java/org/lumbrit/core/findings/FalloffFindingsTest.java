package org.lumbrit.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.DriveEdit;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;

class FalloffFindingsTest {
    private static final Ground GROUND = Grounds.bumpy(40, 60, 3);

    private static Recipe with(Source source, Step... steps) {
        return new FalloffEdit.Add(new Falloff("f", "F", source, List.of(steps)), 9)
                .apply(Sites.recipe(Sites.cover(1, 0.5), Sites.drive("density", "flat")));
    }

    private static List<Finding> findings(Recipe recipe) {
        SiteEvaluation evaluation = Sites.evaluate(recipe, GROUND);
        return FalloffFindings.of(
                        evaluation, evaluation.samples(evaluation.plan().lattice()))
                .stream()
                .filter(finding -> finding.falloff().equals("f"))
                .toList();
    }

    private static Optional<Finding> find(Recipe recipe, String words) {
        return findings(recipe).stream()
                .filter(finding -> finding.title().contains(words))
                .findFirst();
    }

    /** The finding is there, its remedy takes it away, and no other warning comes in its place. */
    private static Recipe mended(Recipe recipe, String words) {
        Finding finding = find(recipe, words).orElseThrow();
        assertThat(finding.remedy()).isNotEmpty();
        assertThat(finding.text()).matches(".*[0-9].*");
        Recipe mended = recipe;
        for (Edit edit : finding.edits()) {
            mended = edit.apply(mended);
        }
        assertThat(find(mended, words)).isEmpty();
        return mended;
    }

    private static NoiseSource noise(double size, double travel, double churn) {
        return new NoiseSource(
                size,
                1,
                0.5,
                2,
                1,
                1,
                1,
                NoiseSource.Range.ZERO_TO_ONE,
                3,
                NoiseSource.Basis.GRADIENT,
                NoiseSource.Shape.PLAIN,
                0,
                travel,
                90,
                churn,
                Space.PLACE,
                false);
    }

    @Test
    void invertedAfterContrastIsTurnedRound() {
        Recipe recipe = with(noise(9, 0, 0), new ContrastStep("c", false, 2), new InvertStep("i", false));
        assertThat(find(recipe, "inverted after contrast").orElseThrow().text()).contains("0.75", "0.25");
        Falloff mended = mended(recipe, "inverted after contrast").falloff("f").orElseThrow();
        assertThat(mended.steps().get(0)).isInstanceOf(InvertStep.class);
        assertThat(find(with(noise(9, 0, 0), new InvertStep("i", false), new ContrastStep("c", false, 2)), "inverted"))
                .isEmpty();
    }

    @Test
    void whatLeavesItsRangeGetsAClamp() {
        Recipe mended = mended(with(noise(9, 0, 0), new WindowStep("w", false, 0.4, 0.6)), "beyond its range");
        assertThat(mended.falloff("f").orElseThrow().steps().get(1)).isInstanceOf(ClampStep.class);
    }

    @Test
    void aStepThatMakesEverythingZeroIsSkipped() {
        Recipe recipe = with(noise(9, 0, 0), new WindowStep("w", false, 5, 6), new ClampStep("c", false, 0, 1));
        assertThat(find(recipe, "all 0").orElseThrow().step()).isEqualTo("w");
        mended(recipe, "all 0");
    }

    @Test
    void whatDrivesCoversOfPropsAloneIsNotMeasuredOnTheGround() {
        Recipe recipe = with(noise(9, 0, 0), new WindowStep("w", false, 5, 6), new ClampStep("c", false, 0, 1));
        CoverLayer moss = Kinds.with(Kinds.with(Sites.cover(3, 0.5), "id", "moss"), "bed", new Bed.OnProps());
        Recipe onProps = new DriveEdit.Set(new Drive("moss", "density", "f", CurvePoint.STRAIGHT))
                .apply(new LayerEdit.Add(Kinds.with(moss, "name", "Moss")).apply(recipe));
        Recipe onBoth = new DriveEdit.Set(new Drive(Sites.cover(1, 0.5).id(), "density", "f", CurvePoint.STRAIGHT))
                .apply(onProps);

        assertThat(find(onProps, "all 0")).isEmpty();
        assertThat(find(onBoth, "all 0")).isPresent();
    }

    @Test
    void aPatternFinerThanTwoCellsIsMadeLarger() {
        Recipe mended = mended(with(noise(0.5, 0, 0)), "finer than the ground's grid");
        assertThat(((NoiseSource) mended.falloff("f").orElseThrow().source()).featureSize())
                .isGreaterThanOrEqualTo(2 * GROUND.cell());
    }

    @Test
    void levelsBesideTheGroundAreFitted() {
        Recipe mended = mended(with(new HeightSource(100, 200)), "levels beside the ground");
        HeightSource fitted = (HeightSource) mended.falloff("f").orElseThrow().source();
        assertThat(fitted.low()).isBetween(0.0, 0.1);
        assertThat(fitted.high()).isBetween(2.9, 3.0);
    }

    @Test
    void travelThatDoesNotFitTheLoopIsFitted() {
        Recipe recipe = with(noise(5, 2, 0));
        assertThat(find(recipe, "speed × loop").orElseThrow().text()).contains("3.2 features");
        Recipe mended = mended(recipe, "speed × loop");
        assertThat(((NoiseSource) mended.falloff("f").orElseThrow().source()).featureSize())
                .as("16 m in four features")
                .isEqualTo(4);
        assertThat(find(with(noise(4, 2, 0.25)), "speed × loop")).isEmpty();
    }

    @Test
    void aStepWithoutEffectIsDeleted() {
        Recipe recipe = with(noise(9, 0, 0), new ClampStep("c", false, 0, 1));
        assertThat(mended(recipe, "a step without effect")
                        .falloff("f")
                        .orElseThrow()
                        .steps())
                .isEmpty();
    }

    @Test
    void aFalloffThatDrivesNothingSaysSo() {
        Recipe recipe = with(noise(9, 0, 0));
        assertThat(find(recipe, "nothing driven").orElseThrow().severity()).isEqualTo(Finding.Severity.NOTE);
        assertThat(find(recipe, "nothing driven")
                        .orElseThrow()
                        .edits()
                        .get(0)
                        .apply(recipe)
                        .falloff("f"))
                .isEmpty();
        Recipe limits = new FalloffEdit.LimitStep("patches", "w", Optional.of("f")).apply(recipe);
        assertThat(find(limits, "nothing driven")).as("it limits a step").isEmpty();
    }

    @Test
    void aSoundFalloffHasNoFindings() {
        Recipe recipe = new FalloffEdit.LimitStep("patches", "w", Optional.of("f")).apply(with(noise(9, 0, 0)));
        assertThat(findings(recipe)).isEmpty();
    }
}
