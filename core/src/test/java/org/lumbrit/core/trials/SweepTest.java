package org.lumbrit.core.trials;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;

/** Numbers that are tried at several values. */
class SweepTest {
    private static Recipe recipe(Track... tracks) {
        return new Recipe(
                "Test",
                GroundSpec.flat(20, 20, 65, Optional.empty()),
                List.of(),
                List.of(),
                List.of(new Falloff("h", "High", new HeightSource(0, 10), List.of())),
                List.of(),
                List.of(),
                new Clock(24, 0, 0, 8, List.of(tracks)));
    }

    private static Sweep sweep(String setting, double from, double to, int count, boolean ratio) {
        return new Sweep(Track.Owner.FALLOFF, "h", setting, from, to, count, ratio);
    }

    private static String setting() {
        return java.util.Arrays.stream(HeightSource.class.getRecordComponents())
                .map(java.lang.reflect.RecordComponent::getName)
                .toList()
                .get(1);
    }

    @Test
    void valuesGoFromOneEndToTheOtherEvenlyOrByRatio() {
        assertThat(sweep("x", 2, 8, 4, false).values()).containsExactly(2, 4, 6, 8);
        double[] ratio = sweep("x", 0.1, 6.4, 4, true).values();
        assertThat(ratio[0]).isEqualTo(0.1);
        assertThat(ratio[3]).isEqualTo(6.4);
        assertThat(ratio[1] / ratio[0]).isCloseTo(4, within(1e-9));
        assertThat(ratio[2] / ratio[1]).isCloseTo(4, within(1e-9));
    }

    @Test
    void eachTrialIsTheSiteWithTheNumbersInIt() {
        Sweep high = sweep(setting(), 5, 15, 3, false).found(recipe());
        assertThat(high.setting()).isEqualTo("source." + setting());
        List<Recipe> recipes = Sweep.recipes(recipe(), List.of(high));
        assertThat(recipes).hasSize(3);
        assertThat(recipes.stream().map(high::in)).containsExactly(5.0, 10.0, 15.0);
        assertThat(recipes.get(1)).isEqualTo(recipe());
        assertThat(Sweep.recipes(recipe(), List.of(high, high))).hasSize(9);
        double before = 2;
        for (Recipe trial : recipes) {
            SiteEvaluation site = new SiteEvaluation(
                    new SitePlan(trial, Grounds.slope(65, 65, 20, 30), SiteAssets.NONE, 0),
                    new ResultsOfOneRun(),
                    Cancel.NEVER);
            Trial told = Trial.of(site, "h");
            // the farther up it reaches, the less is above a half
            assertThat(told.values().orElseThrow().covered()).isLessThan(before);
            before = told.values().orElseThrow().covered();
            assertThat(told.highest()).isCloseTo(20 * Math.tan(Math.toRadians(30)), within(0.01));
            assertThat(told.plants()).isZero();
        }
    }

    @Test
    void whatCannotBeTriedIsSaidInWords() {
        assertThatThrownBy(() -> sweep("width", 1, 2, 3, false).found(recipe()))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("has no number “width”");
        assertThatThrownBy(() -> sweep(setting(), -1e12, 2, 3, false).found(recipe()))
                .hasMessageContaining("is from");
        assertThatThrownBy(() -> sweep(setting(), 1, 2, 1, false).found(recipe()))
                .hasMessageContaining("Between 2 and 49");
        assertThatThrownBy(() -> sweep(setting(), 0, 2, 3, true).found(recipe()))
                .hasMessageContaining("above 0");
        Track keyed = new Track(
                Track.Owner.FALLOFF,
                "h",
                "source." + setting(),
                Easing.LINEAR,
                false,
                List.of(new CurvePoint(0, 5), new CurvePoint(1, 6)));
        assertThatThrownBy(() -> sweep(setting(), 1, 2, 3, false).found(recipe(keyed)))
                .hasMessageContaining("keyed");
    }
}
