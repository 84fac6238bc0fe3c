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
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;

/** Two states of a site. */
class ComparisonTest {
    private static SiteEvaluation site(double high, double degrees, String... more) {
        List<Falloff> falloffs = new java.util.ArrayList<>();
        falloffs.add(new Falloff("h", "High", new HeightSource(0, high), List.of()));
        for (String name : more) {
            falloffs.add(new Falloff(name, name, new HeightSource(0, 1), List.of()));
        }
        Ground ground = Grounds.slope(65, 65, 20, degrees);
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(20, 20, 65, Optional.empty()),
                List.of(),
                List.of(),
                falloffs,
                List.of(),
                List.of(),
                new Clock(24, 0));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    @Test
    void aSiteDiffersInNothingFromItself() {
        Comparison same = Comparison.of(site(10, 30), site(10, 30));
        assertThat(same.changes()).isEmpty();
        assertThat(same.fields())
                .allSatisfy(field -> assertThat(field.largest()).isZero());
        assertThat(same.covers()).isEmpty();
    }

    @Test
    void whatIsSetOtherwiseIsSaidAndHowFarValuesDifferIsMeasured() {
        Comparison told = Comparison.of(site(10, 30, "old"), site(20, 30, "new"));
        assertThat(told.changes())
                .anyMatch(change -> change.sentence().contains("“High”")
                        && change.id().equals("h")
                        && change.sentence().contains("10 m before, 20 m now"))
                .anyMatch(change -> change.sentence().equals("Falloff “old” is gone."))
                .anyMatch(change -> change.sentence().equals("Falloff “new” is new."))
                .hasSize(3);
        Comparison.Difference high = told.fields().stream()
                .filter(field -> field.name().equals("High"))
                .findFirst()
                .orElseThrow();
        // a height y is y/10 before and y/20 after, up to 10 m, where it was 1 already: 11.55 m at the top
        double top = 20 * Math.tan(Math.toRadians(30));
        double mean = ((0.1 - 0.05) * 100 / 2 + (1 * (top - 10) - 0.05 * (top * top - 100) / 2)) / top;
        assertThat(high.mean()).isCloseTo(mean, within(1e-3));
        assertThat(high.largest()).isCloseTo(0.5, within(0.01));
        assertThat(high.share()).isCloseTo(1 - 0.2 / top, within(0.02));
        Comparison steeper = Comparison.of(site(10, 30), site(10, 31));
        assertThat(steeper.changes()).isEmpty();
        assertThat(steeper.fields().get(0).largest())
                .isCloseTo(20 * (Math.tan(Math.toRadians(31)) - Math.tan(Math.toRadians(30))), within(1e-4));
    }

    @Test
    void aDifferenceIsShownFromItsLargestFallToItsLargestRise() {
        Comparison.Shown heights = Comparison.shown(site(10, 30), site(10, 20), Comparison.Over.HEIGHT);
        double most = 20 * (Math.tan(Math.toRadians(30)) - Math.tan(Math.toRadians(20)));
        assertThat(heights.values().low()).isCloseTo(-most, within(1e-4));
        assertThat(heights.values().high()).isCloseTo(most, within(1e-4));
        assertThat(heights.ground().mean()).isCloseTo(most / 2, within(0.02));
        Comparison.Shown falloff = Comparison.shown(site(10, 30), site(20, 30), new Comparison.Over("h", "", ""));
        assertThat(falloff.ground().largest()).isCloseTo(0.5, within(0.01));
        SiteEvaluation after = site(20, 30);
        float[] by = falloff.values()
                .onGround()
                .apply(after, after.plan().ground().samplesAt(new double[] {-9, 0}, new double[] {0, 0}));
        // a height y is y/10 before and y/20 after
        assertThat(by[0]).isCloseTo((float) (-0.05 * Math.tan(Math.toRadians(30))), within(1e-3f));
        assertThat(by[1]).isCloseTo((float) (-0.5 * Math.tan(Math.toRadians(30))), within(1e-3f));
        assertThatThrownBy(
                        () -> Comparison.shown(site(10, 30), site(10, 30, "new"), new Comparison.Over("new", "", "")))
                .hasMessageContaining("Only one of the two");
    }
}
