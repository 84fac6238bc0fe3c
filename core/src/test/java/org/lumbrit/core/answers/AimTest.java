package org.lumbrit.core.answers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class AimTest {
    private static final Ground GROUND = Grounds.bumpy(80, 60, 1);
    private final ResultsOfOneRun results = new ResultsOfOneRun();

    private SiteEvaluation evaluation(Recipe recipe) {
        return new SiteEvaluation(new SitePlan(recipe, GROUND, 0), results, Cancel.NEVER);
    }

    private static Recipe applied(Recipe recipe, Aim.Solved solved) {
        Recipe changed = recipe;
        for (Edit edit : solved.edits()) {
            changed = edit.apply(changed);
        }
        return changed;
    }

    /** Measured afresh from the changed recipe, not taken from the answer. */
    private double covered(Recipe recipe, String falloff) {
        SiteEvaluation evaluation = evaluation(recipe);
        Samples samples = evaluation.samples(evaluation.plan().lattice());
        float[] areas = evaluation.plan().lattice().areas(samples);
        double all = 0;
        double high = 0;
        float[] values = evaluation.falloff(falloff, samples);
        for (int i = 0; i < values.length; i++) {
            all += areas[i];
            high += values[i] >= 0.5f ? areas[i] : 0;
        }
        return high / all;
    }

    @Test
    void aShareIsMetWithinHalfAPercentagePoint() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        for (double share : new double[] {0.05, 0.4, 0.83}) {
            Aim.Solved solved = Aim.covers(evaluation(recipe), results, Cancel.NEVER, "patches", share);
            assertThat(solved.met()).isTrue();
            assertThat(solved.reached()).isCloseTo(share, within(0.005));
            assertThat(covered(applied(recipe, solved), "patches")).isCloseTo(share, within(0.005));
        }
    }

    @Test
    void aFalloffWithoutAWindowGetsOne() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        Aim.Solved solved = Aim.covers(evaluation(recipe), results, Cancel.NEVER, "flat", 0.25);
        assertThat(solved.edits()).hasSize(2);
        assertThat(covered(applied(recipe, solved), "flat")).isCloseTo(0.25, within(0.005));
    }

    @Test
    void whatCannotBeMetSaysSoAndGivesTheNearest() {
        // the clamp keeps every value below one half
        Recipe recipe = new FalloffEdit.AddStep(
                        "patches", new org.lumbrit.core.falloff.ClampStep("below", false, 0, 0.4), 9)
                .apply(Sites.recipe(Sites.cover(1, 0.5)));
        Aim.Solved solved = Aim.covers(evaluation(recipe), results, Cancel.NEVER, "patches", 0.5);
        assertThat(solved.met()).isFalse();
        assertThat(solved.reached()).isZero();
        assertThat(solved.text()).contains("cannot be met");
        assertThatThrownBy(() -> Aim.covers(evaluation(recipe), results, Cancel.NEVER, "any", 0.5))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("value for each plant");
    }

    @Test
    void aShareThatIsNoneIsRefused() {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        for (double share : new double[] {-0.05, 1.2, Double.NaN}) {
            assertThatThrownBy(() -> Aim.covers(evaluation(recipe), results, Cancel.NEVER, "patches", share))
                    .isInstanceOf(InvalidRecipeException.class)
                    .hasMessageContaining("from 0 to 100 %");
        }
    }

    @Test
    void aCountIsMetWithinHalfAPercent() {
        Recipe recipe = Sites.recipe(Sites.cover(0.1, 0.2), Sites.drive("density", "patches"));
        Aim.Solved solved = Aim.plants(evaluation(recipe), results, Cancel.NEVER, "grass", 9000);
        assertThat(solved.met()).isTrue();
        Recipe changed = applied(recipe, solved);
        int count = evaluation(changed)
                .plants((CoverLayer) changed.layer("grass").orElseThrow())
                .count();
        assertThat((double) count).isCloseTo(9000, within(45.0)).isEqualTo(solved.reached());
        Aim.Solved tooMany = Aim.plants(evaluation(recipe), results, Cancel.NEVER, "grass", 5_000_000);
        assertThat(tooMany.met()).as("the spacing floor leaves no room").isFalse();
        assertThat(tooMany.reached()).isGreaterThan(9000).isLessThan(200_000);
    }
}
