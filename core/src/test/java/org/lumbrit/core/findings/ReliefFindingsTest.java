package org.lumbrit.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.relief.OffsetRelief;
import org.lumbrit.core.relief.ThermalRelief;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;

/** What is remarked about layers that shape the ground. */
class ReliefFindingsTest {
    private static PropertyRange same(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    private static final NoiseRelief STEEP = new NoiseRelief(
            "hills",
            "Hills",
            4,
            false,
            6,
            2,
            0.5,
            2,
            NoiseRelief.Shape.PLAIN,
            0,
            0,
            false,
            Map.of("amplitude", same(8)));

    private static ThermalRelief crumbling(int steps, double talus) {
        return new ThermalRelief("crumbling", "Crumbling", 1, false, steps, Map.of("talus", same(talus)));
    }

    private static Recipe recipe(double width, Layer... layers) {
        return new Recipe(
                "Test",
                GroundSpec.flat(width, width, 33, Optional.empty()),
                List.of(),
                List.of(new Falloff("f", "Height", new HeightSource(0, 10), List.of())),
                List.of(layers),
                List.of(),
                new Clock(24, 8));
    }

    private static List<Finding> findings(Recipe recipe) {
        ResultsOfOneRun results = new ResultsOfOneRun();
        SitePlan plan = SitePlan.of(recipe, SiteAssets.NONE, 0, results, Cancel.NEVER);
        return Findings.of(new SiteEvaluation(plan, results, Cancel.NEVER)).stream()
                .filter(finding -> !finding.layer().isEmpty())
                .toList();
    }

    @Test
    void aLayerThatMovesNothingIsNamedUnlessItIsHidden() {
        OffsetRelief idle = new OffsetRelief("lift", "Lift", 1, false, Map.of("height", same(0)));
        assertThat(findings(recipe(64, STEEP, idle))).singleElement().satisfies(finding -> {
            assertThat(finding.title()).isEqualTo("Lift: without effect");
            assertThat(finding.layer()).isEqualTo("lift");
            assertThat(finding.edits()).isEmpty();
        });
        assertThat(findings(recipe(64, STEEP, Kinds.with(idle, "hidden", true))))
                .isEmpty();
        assertThat(findings(recipe(64, STEEP, new OffsetRelief("lift", "Lift", 1, false, Map.of("height", same(1))))))
                .isEmpty();
    }

    @Test
    void slopesThatHaveNotComeToRestAreSaidInDegreesAndFollowTheRemedy() {
        Recipe recipe = recipe(64, STEEP, crumbling(3, 8));
        Finding finding = findings(recipe).get(0);
        assertThat(finding.title()).isEqualTo("Crumbling: not at rest");
        assertThat(finding.text()).contains("After 3 steps", "the talus is 8°");
        assertThat(finding.remedy()).isEqualTo("Let it run for 12 steps");
        Recipe further = recipe;
        for (int round = 0; round < 9 && !findings(further).isEmpty(); round++) {
            for (Edit edit : findings(further).get(0).edits()) {
                further = edit.apply(further);
            }
        }
        assertThat(findings(further))
                .as("after its remedy, taken again and again")
                .isEmpty();
        assertThat(((ThermalRelief) further.layer("crumbling").orElseThrow()).steps())
                .isGreaterThan(12);
    }

    @Test
    void theSameHoldsOnALogAndOnAMountain() {
        for (double scale : new double[] {0.02, 1, 80}) {
            NoiseRelief hills = Kinds.with(
                    Kinds.with(STEEP, "featureSize", 6 * scale), "properties", Map.of("amplitude", same(8 * scale)));
            assertThat(findings(recipe(64 * scale, hills, crumbling(3, 20))))
                    .as(64 * scale + " m wide")
                    .extracting(Finding::title)
                    .containsExactly("Crumbling: not at rest");
            assertThat(findings(recipe(64 * scale, hills, crumbling(20_000, 20))))
                    .as(64 * scale + " m wide, at rest")
                    .isEmpty();
        }
    }

    @Test
    void whereTheTalusDiffersFromPlaceToPlaceNothingIsSaid() {
        Recipe driven = recipe(64, STEEP, crumbling(3, 20))
                .withDrives(List.of(new Drive("crumbling", "talus", "f", CurvePoint.STRAIGHT)));
        assertThat(findings(driven)).isEmpty();
        ThermalRelief weak =
                Kinds.with(crumbling(3, 20), "properties", Map.of("talus", same(20), "strength", same(0.5)));
        assertThat(findings(recipe(64, STEEP, weak))).isEmpty();
    }
}
