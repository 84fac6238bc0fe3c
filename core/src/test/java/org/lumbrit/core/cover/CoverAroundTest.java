package org.lumbrit.core.cover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.lumbrit.core.cover.Covers.properties;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.answers.Aim;
import org.lumbrit.core.answers.Cost;
import org.lumbrit.core.answers.Roster;
import org.lumbrit.core.falloff.BrushSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.PlantsNearSource;
import org.lumbrit.core.falloff.Stroke;
import org.lumbrit.core.findings.BudgetFindings;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Limits;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.SelfCrossing;

/** What is told of covers: roster, costs, aims, findings; and strokes on a wall. */
class CoverAroundTest {
    private static final Ground FLAT = new Ground(61, 61, new float[61 * 61], 60);
    private static final Bed GROUND = new Bed.OnGround();

    private static SiteEvaluation site(CoverLayer layer, List<Falloff> falloffs, Drive... drives) {
        return Covers.site(FLAT, List.of(), List.of(), falloffs, List.of(layer), drives);
    }

    @Test
    void theRosterSaysWhatStandsAndWhatDroveIt() {
        CoverLayer layer =
                Covers.on(GROUND, properties("density", 1, "spacing", 0.5, "lean", 20, "heading", 90, "length", 0.7));
        SiteEvaluation evaluation =
                site(layer, List.of(Sites.patches()), new Drive("grass", "density", "patches", CurvePoint.STRAIGHT));
        Roster roster = new Roster(evaluation, layer);
        assertThat(roster.columns())
                .extracting(Roster.Column::title)
                .contains("resulting lean", "resulting heading", "ground slope", "Patches");
        for (Roster.Column column : roster.columns()) {
            float[] values = column.values().get();
            assertThat(values).hasSize(roster.plants().count());
            switch (column.name()) {
                case "lean" -> assertThat(values[3]).isCloseTo(20, within(1e-3f));
                case "heading" -> assertThat(values[3]).isCloseTo(90, within(1e-3f));
                case "length" -> assertThat(values[3]).isEqualTo(0.7f);
                case "drive-patches" ->
                    assertThat(values)
                            .isEqualTo(evaluation.falloff(
                                    "patches", roster.plants().feet()));
                default -> assertThat(column.unit()).isIn("m", "°", "");
            }
        }
        assertThat(Roster.histogram(new float[] {0, 1, 2, 3}, 0, 3, 2)).containsExactly(2, 2);
    }

    @Test
    void theCostOfACoverIsItsPlantsTimesTheirTriangles() {
        CoverLayer layer = Covers.on(GROUND, properties("density", 1, "spacing", 0.5));
        SiteEvaluation evaluation = site(layer, List.of());
        Cost cost = Cost.of(evaluation, layer);
        assertThat(cost.triangles()).isEqualTo(11L * cost.plants());
        Recipe limited = evaluation.plan().recipe().withLimits(new Limits(cost.plants() / 2.0, 0, 0, 0));
        List<Finding> found = BudgetFindings.of(limited, Cost.of(evaluation));
        assertThat(found).hasSize(1);
        Recipe mended = found.get(0).edits().get(0).apply(limited);
        SiteEvaluation after = Sites.evaluate(mended, FLAT);
        assertThat((double)
                        after.plants(mended.layersOf(CoverLayer.class).get(0)).count())
                .isBetween(0.9 * cost.plants() / 2, cost.plants() / 2.0);
        assertThat(BudgetFindings.of(mended, Cost.of(after))).isEmpty();
    }

    @Test
    void aShareOfTheGroundUnderPlantsIsAimedFor() {
        CoverLayer layer = Covers.on(GROUND, properties("density", 0.1, "spacing", 0, "width", 1));
        SiteEvaluation evaluation = site(layer, List.of());
        Aim.Solved solved = Aim.shade(evaluation, new ResultsOfOneRun(), Cancel.NEVER, "grass", 0.4);
        assertThat(solved.met()).isTrue();
        assertThat(solved.reached()).isCloseTo(0.4, within(0.005));
        // discs by chance leave e^(−λπr²) of the ground free
        double expected = -Math.log(0.6) / (Math.PI * 0.25);
        assertThat(solved.value()).isCloseTo(expected, within(0.06 * expected));
    }

    @Test
    void plantsThatLieAreFoundAndSoIsDensityThatMovesWithSpacing() {
        CoverLayer lying = Covers.on(GROUND, properties("density", 1, "spacing", 0.5, "lean", 88));
        SiteEvaluation evaluation = site(lying, List.of());
        assertThat(evaluation.findings(lying))
                .extracting(Finding::title)
                .containsExactly("grass: plants along the surface");
        SiteEvaluation both = site(
                lying,
                List.of(Sites.patches()),
                new Drive("grass", "density", "patches", CurvePoint.STRAIGHT),
                new Drive("grass", "spacing", "patches", CurvePoint.STRAIGHT));
        assertThat(both.findings(lying))
                .extracting(Finding::title)
                .contains("grass: density and spacing move together");
    }

    @Test
    void aStrokeOnAWallStaysOnTheWallAtItsHeight() {
        Stroke stroke = new Stroke(List.of(new Point3(3, 2, -1.8)), 0.4, 1, 0, Stroke.Mode.ADD);
        CoverLayer layer = Covers.on(new Bed.OnProp("stone"), properties("density", 200, "spacing", 0));
        SiteEvaluation evaluation = Covers.site(
                FLAT,
                List.of(),
                List.of(Covers.box(4, 3, 0.4)),
                List.of(new Falloff("hand", "Hand", new BrushSource(List.of(stroke)), List.of())),
                List.of(layer),
                new Drive("grass", "density", "hand", CurvePoint.STRAIGHT));
        Plants plants = evaluation.plants(layer.withProperty(
                "density", new org.lumbrit.core.recipe.PropertyRange(0, 200, org.lumbrit.core.recipe.Combine.PRODUCT)));
        assertThat((double) plants.count()).isCloseTo(200 * Math.PI * 0.16, within(40.0));
        for (int i = 0; i < plants.count(); i++) {
            assertThat(Math.hypot(plants.feet().x()[i] - 3, plants.feet().y()[i] - 2))
                    .isLessThan(0.41);
        }
    }

    @Test
    void coversThatReadEachOtherInACircleAreRefusedByName() {
        CoverLayer first = Covers.on("first", GROUND, new Pattern.Scattered(), false, properties("density", 1));
        CoverLayer second = Covers.on("second", GROUND, new Pattern.Scattered(), true, properties("density", 1));
        Falloff near = new Falloff("near", "Near the second", new PlantsNearSource("second", 0, 2), List.of());
        assertThatThrownBy(() -> Covers.site(
                        FLAT,
                        List.of(),
                        List.of(),
                        List.of(near),
                        List.of(first, second),
                        new Drive("first", "density", "near", CurvePoint.STRAIGHT)))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("second")
                .hasMessageContaining("circle");
    }

    @Test
    void anEdgeThatCrossesItselfIsFoundWithThePlace() {
        List<Point3> bow = List.of(new Point3(0, 0, 0), new Point3(4, 0, 4), new Point3(4, 0, 0), new Point3(0, 0, 4));
        assertThat(SelfCrossing.of(bow))
                .hasValueSatisfying(p -> assertThat(p.x()).isCloseTo(2, within(1e-9)));
        List<Point3> square =
                List.of(new Point3(0, 0, 0), new Point3(4, 0, 0), new Point3(4, 0, 4), new Point3(0, 0, 4));
        assertThat(SelfCrossing.of(square)).isEmpty();
    }
}
