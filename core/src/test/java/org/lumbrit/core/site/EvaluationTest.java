package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.answers.WhyHere;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class EvaluationTest {
    private static final Ground GROUND = Grounds.bumpy(40, 60, 3);
    private final Results kept = new ResultsOfOneRun();
    private final List<String> computed = new ArrayList<>();
    private final Results counting = new Results() {
        @Override
        public <T> T get(String key, Cancel waiting, Function<Cancel, T> compute) {
            return kept.get(key, waiting, shared -> {
                computed.add(key);
                return compute.apply(shared);
            });
        }

        @Override
        public <T> java.util.Optional<T> held(String key) {
            return kept.held(key);
        }
    };

    private SiteEvaluation counted(Recipe recipe) {
        return new SiteEvaluation(new SitePlan(recipe, GROUND, 0), counting, Cancel.NEVER);
    }

    @Test
    void aChangedStepComputesOnlyWhatLiesBehindIt() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        Samples samples = GROUND.lattice(40).samples();
        counted(recipe).falloff("flat", samples);
        assertThat(computed)
                .as("noise, window, contrast; angle, slope; multiply")
                .hasSize(6);
        computed.clear();
        counted(recipe).falloff("flat", samples);
        assertThat(computed).isEmpty();
        Recipe changed = new FalloffEdit.SetStep("patches", new ContrastStep("c", false, 3)).apply(recipe);
        counted(changed).falloff("flat", samples);
        assertThat(computed).as("contrast of Patches, multiply of Flat").hasSize(2);
    }

    @Test
    void namesAndIdsEnterNoKey() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5), Sites.drive("density", "flat"));
        SitePlan before = new SitePlan(recipe, GROUND, 0);
        Recipe renamed = new FalloffEdit.Rename("patches", "Something else").apply(recipe);
        SitePlan after = new SitePlan(renamed, GROUND, 9);
        assertThat(after.resultKey("flat")).isEqualTo(before.resultKey("flat"));
        assertThat(after.propertyKey(recipe.layers().get(0), "density"))
                .isEqualTo(before.propertyKey(recipe.layers().get(0), "density"));
        assertThat(before.resultKey("flat")).isNotEqualTo(before.resultKey("patches"));
    }

    @Test
    void aSkippedStepChangesNothing() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        Recipe skipped = new FalloffEdit.SetStep("patches", new ContrastStep("c", true, 1.5)).apply(recipe);
        Samples samples = GROUND.lattice(20).samples();
        SiteEvaluation evaluation = counted(skipped);
        assertThat(evaluation.falloff("patches", samples)).isEqualTo(evaluation.stage("patches", 1, samples));
    }

    @Test
    void drivesCombineAsThePropertySays() {
        Samples samples = GROUND.lattice(10).samples();
        for (Combine combine : Combine.values()) {
            Recipe recipe =
                    Sites.recipe(Sites.cover(1, 0.5), Sites.drive("lean", "patches"), Sites.drive("lean", "flat"));
            Recipe changed =
                    new LayerEdit.SetProperty("grass", "lean", new PropertyRange(10, 50, combine)).apply(recipe);
            SiteEvaluation evaluation = counted(changed);
            float[] lean = evaluation.property(changed.layers().get(0), "lean", samples);
            float[] a = evaluation.falloff("patches", samples);
            float[] b = evaluation.falloff("flat", samples);
            for (int i = 0; i < lean.length; i++) {
                double p = Math.min(1, Math.max(0, a[i]));
                double f = Math.min(1, Math.max(0, b[i]));
                double w = switch (combine) {
                    case PRODUCT -> p * f;
                    case LOWEST -> Math.min(p, f);
                    case HIGHEST -> Math.max(p, f);
                    case SUM -> Math.min(1, p + f);
                };
                assertThat((double) lean[i]).isCloseTo(10 + 40 * w, within(1e-4));
            }
        }
    }

    @Test
    void notDrivenAPropertyHasItsHighEnd() {
        Recipe recipe = Sites.recipe(Sites.cover(7, 0.5));
        float[] density = counted(recipe)
                .property(recipe.layers().get(0), "density", GROUND.lattice(5).samples());
        assertThat(density).containsOnly(7f);
    }

    @Test
    void whyHereMarksWhatZeroesAndElseWhatCostsMost() {
        Recipe recipe =
                Sites.recipe(Sites.cover(10, 0.5), Sites.drive("density", "patches"), Sites.drive("density", "low"));
        SiteEvaluation evaluation = counted(recipe);
        Samples high = GROUND.samplesAt(new double[] {3}, new double[] {4});
        high.y()[0] = 5;
        WhyHere zero = WhyHere.at(evaluation, recipe.layers().get(0), "density", high);
        assertThat(zero.value()).isZero();
        assertThat(zero.factors().get(1).marked()).isTrue();
        assertThat(zero.factors().get(1).reading()).isEqualTo("at 5 m");
        Samples middle = GROUND.samplesAt(new double[] {3}, new double[] {4});
        middle.y()[0] = 1.5;
        WhyHere some = WhyHere.at(evaluation, recipe.layers().get(0), "density", middle);
        double product =
                some.factors().stream().mapToDouble(WhyHere.Factor::response).reduce(1, (p, q) -> p * q);
        assertThat(some.value()).isCloseTo(10 * product, within(1e-5));
        assertThat(some.factors().stream().filter(WhyHere.Factor::marked)).hasSize(1);
        WhyHere.Factor factor = some.factors().get(0);
        assertThat(factor.stages()).hasSize(3);
        assertThat(factor.stages().get(2).value()).isEqualTo(factor.value());
    }

    @Test
    void theCoveredShareCountsTrueArea() {
        Ground half = new Ground(3, 2, new float[] {0, 0, 2, 0, 0, 2}, 4);
        float[] areas = {1, 2, 1, 1, 2, 1};
        Summary summary = Summary.of(new float[] {0.5f, 0.49f, 1, 0.2f, 0.9f, 0}, areas, 0.5);
        assertThat(summary.covered()).isCloseTo(0.5, within(1e-9));
        assertThat(summary.min()).isZero();
        assertThat(summary.max()).isEqualTo(1);
        assertThat(half.greatestStretch()).isCloseTo(Math.sqrt(2), within(1e-6));
    }

    @Test
    void aFalloffIsTheSameWhateverTheChunking() {
        Falloff flat = Sites.flat();
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        Samples all = GROUND.lattice(40).samples();
        float[] together = counted(recipe).falloff(flat.id(), all);
        for (int from = 0; from < 1600; from += 97) {
            int[] picked = new int[Math.min(97, 1600 - from)];
            for (int i = 0; i < picked.length; i++) {
                picked[i] = from + i;
            }
            float[] part = counted(recipe).falloff(flat.id(), all.pick(Samples.NOT_KEPT, picked));
            for (int i = 0; i < part.length; i++) {
                assertThat(part[i]).isEqualTo(together[from + i]);
            }
        }
    }

    @Test
    void pickedSamplesTakeTheValuesOfTheirBatchAndTheseAreTheirOwn() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        Samples whole = GROUND.lattice(40).samples();
        int[] few = {3, 1500, 77, 4};
        float[] fresh = counted(recipe).falloff("flat", whole.pick("picked alone", few));
        counted(recipe).falloff("flat", whole);
        computed.clear();
        float[] taken = counted(recipe).falloff("flat", whole.pick("picked later", few));
        assertThat(taken).isEqualTo(fresh);
        assertThat(computed).as("the gathered result only").hasSize(1);
    }

    /** A second cover keeps away from the plants of the first; which reads which is known from the drives. */
    @Test
    void aLayerCanKeepAwayFromThePlantsOfAnother() {
        Recipe one = Sites.recipe(Sites.cover(0.05, 2));
        Recipe two = new LayerEdit.Duplicate("grass", "moss", "Moss", 77).apply(one);
        two = new FalloffEdit.Add(
                        new org.lumbrit.core.falloff.Falloff(
                                "away",
                                "Away",
                                new org.lumbrit.core.falloff.PlantsNearSource("grass", 1, 1),
                                List.of(new org.lumbrit.core.falloff.InvertStep("i", false))),
                        9)
                .apply(two);
        two = new LayerEdit.SetProperty(
                        "moss",
                        "density",
                        new org.lumbrit.core.recipe.PropertyRange(0, 4, org.lumbrit.core.recipe.Combine.PRODUCT))
                .apply(two);
        Recipe kept = two.withDrives(List.of(new org.lumbrit.core.recipe.Drive(
                "moss", "density", "away", org.lumbrit.core.math.CurvePoint.STRAIGHT)));
        SiteEvaluation evaluation = Sites.evaluate(kept, GROUND);
        Samples grass = evaluation
                .plants((org.lumbrit.core.cover.CoverLayer) kept.layer("grass").orElseThrow())
                .feet();
        Samples moss = evaluation
                .plants((org.lumbrit.core.cover.CoverLayer) kept.layer("moss").orElseThrow())
                .feet();
        assertThat(grass.count()).isGreaterThan(20);
        assertThat(moss.count()).isGreaterThan(500);
        org.lumbrit.core.surface.PointIndex index =
                new org.lumbrit.core.surface.PointIndex(grass.x(), grass.y(), grass.z());
        for (int i = 0; i < moss.count(); i++) {
            assertThat(index.distance(moss.x()[i], moss.y()[i], moss.z()[i])).isGreaterThan(1 - 1e-6);
        }
        Recipe circle = kept.withDrives(List.of(new org.lumbrit.core.recipe.Drive(
                "grass", "density", "away", org.lumbrit.core.math.CurvePoint.STRAIGHT)));
        assertThat(RecipeCheck.problems(circle).toString()).contains("Away → Grass → Away");
    }
}
