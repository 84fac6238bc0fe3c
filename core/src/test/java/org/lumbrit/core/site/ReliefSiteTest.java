package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.falloff.BandsSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.falloff.PlantsNearSource;
import org.lumbrit.core.falloff.PropDistanceSource;
import org.lumbrit.core.falloff.ShoreSource;
import org.lumbrit.core.falloff.SmoothStep;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.relief.OffsetRelief;
import org.lumbrit.core.relief.RainRelief;
import org.lumbrit.core.surface.Ground;

/** Relief layers in a recipe: which ground each falloff sees, switching, ordering, and circles. */
class ReliefSiteTest {
    private static PropertyRange upTo(double high) {
        return new PropertyRange(0, high, Combine.PRODUCT);
    }

    private static final OffsetRelief LIFT = new OffsetRelief("lift", "Lift", 1, false, Map.of("height", upTo(3)));
    private static final OffsetRelief TOP = new OffsetRelief("top", "Top", 1, false, Map.of("height", upTo(10)));
    private static final NoiseRelief HILLS =
            new NoiseRelief("hills", "Hills", 4, false, 20, 3, 0.5, 2, NoiseRelief.Shape.PLAIN, 0, 0, false, Map.of());

    private static Recipe recipe(List<Layer> layers, List<Falloff> falloffs, Drive... drives) {
        return new Recipe(
                "Test",
                GroundSpec.flat(64, 64, 65, Optional.of(1.0)),
                List.of(),
                falloffs,
                layers,
                List.of(drives),
                new Clock(24, 8));
    }

    private static Falloff falloff(Source source) {
        return new Falloff("f", "F", source, List.of());
    }

    private static Drive drives(String layer) {
        return new Drive(layer, "height", "f", CurvePoint.STRAIGHT);
    }

    private static SitePlan plan(Recipe recipe) {
        return SitePlan.of(recipe, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
    }

    @Test
    void aFalloffOfALayerSeesTheGroundBelowIt() {
        // at 3 m the falloff is 0.3 on the lifted ground; were it to see its own layer it would be more
        Recipe recipe = recipe(List.of(LIFT, TOP), List.of(falloff(new HeightSource(0, 10))), drives("top"));
        Ground ground = plan(recipe).ground();
        assertThat(ground.height(0, 0)).isCloseTo(3 + 0.3 * 10, within(1e-5));
        Recipe turned = recipe(List.of(TOP, LIFT), List.of(falloff(new HeightSource(0, 10))), drives("top"));
        assertThat(plan(turned).ground().height(0, 0)).isCloseTo(0 + 0 + 3, within(1e-5));
    }

    @Test
    void aSmoothStepOfAReliefLayerIsTheSameOnAGroundOfManyNodes() {
        double[][] heights = new double[2][40];
        int[] nodes = {1023, 1027};
        for (int k = 0; k < 2; k++) {
            Recipe recipe = new Recipe(
                    "Test",
                    GroundSpec.flat(64, 64, nodes[k], Optional.empty()),
                    List.of(),
                    List.of(new Falloff(
                            "f",
                            "F",
                            new BandsSource(0.5, 0.5, 0.3, 90, 0, 0),
                            List.of(new SmoothStep("s", false, 0.2)))),
                    List.of(TOP),
                    List.of(drives("top")),
                    new Clock(24, 8));
            Ground ground = plan(recipe).ground();
            for (int i = 0; i < 40; i++) {
                heights[k][i] = ground.height(-20 + 0.171 * i, 0.13);
            }
        }
        // read from a lattice of 512 nodes, an eighth of a metre apart, the bands would come out otherwise
        double most = 0;
        for (int i = 0; i < 40; i++) {
            most = Math.max(most, Math.abs(heights[1][i] - heights[0][i]));
        }
        assertThat(most).isLessThan(0.3);
    }

    @Test
    void aLayerThatIsSwitchedOffChangesNothingAndTheOthersStay() {
        Recipe both = recipe(List.of(LIFT, HILLS), List.of());
        Recipe off = both.withLayers(List.of((Layer) Kinds.with(LIFT, "hidden", true), HILLS));
        Ground with = plan(both).ground();
        Ground without = plan(off).ground();
        for (int i = 0; i < with.heights().length; i++) {
            assertThat(with.heights()[i] - without.heights()[i]).isCloseTo(3f, within(1e-5f));
        }
        assertThat(plan(off).relief("lift").orElseThrow().difference()).containsOnly(0f);
    }

    @Test
    void whatALayerMakesCanBeReadAbove() {
        Recipe recipe = recipe(
                List.of(LIFT, TOP), List.of(falloff(new LayerResultSource("lift", "difference", 0, 6))), drives("top"));
        assertThat(plan(recipe).ground().height(5, 5)).isCloseTo(3 + 0.5 * 10, within(1e-5));
    }

    @Test
    void sameRecipeSameGroundWhateverWasComputedBefore() {
        Recipe recipe = recipe(List.of(HILLS, rain()), List.of());
        ResultsOfOneRun kept = new ResultsOfOneRun();
        Ground first =
                SitePlan.of(recipe, SiteAssets.NONE, 0, kept, Cancel.NEVER).ground();
        Ground again = SitePlan.of(recipe.withName("Other"), SiteAssets.NONE, 7, kept, Cancel.NEVER)
                .ground();
        assertThat(again.key()).isEqualTo(first.key());
        assertThat(plan(recipe).ground().heights()).isEqualTo(first.heights());
    }

    private static RainRelief rain() {
        return new RainRelief("rain", "Rain", 1, false, 3, 0, 1, 0.1, 5, Map.of());
    }

    @Test
    void circlesThroughWhatComesLaterAreNamed() {
        CoverLayer grass = Sites.cover(2, 0.3);
        assertThat(problem(recipe(List.of(LIFT), List.of(falloff(new ShoreSource(0, 5, Within.EDGE))), drives("lift"))))
                .contains("the water’s edge")
                .contains("the finished ground")
                .contains("Lift");
        assertThat(problem(recipe(
                        List.of(LIFT, grass), List.of(falloff(new PlantsNearSource("grass", 0, 3))), drives("lift"))))
                .contains("Grass")
                .contains("Lift");
        assertThat(problem(recipe(
                        List.of(LIFT, HILLS),
                        List.of(falloff(new LayerResultSource("hills", "difference", 0, 1))),
                        drives("lift"))))
                .contains("Lift")
                .contains("Hills");
        Recipe standing = recipe(List.of(LIFT), List.of(falloff(new PropDistanceSource("box", 0, 5, Within.EDGE))))
                .withProps(List.of(box(true)));
        assertThat(problem(standing.withDrives(List.of(drives("lift")))))
                .contains("Box")
                .contains("finished ground");
        Recipe fixed = standing.withProps(List.of(box(false))).withDrives(List.of(drives("lift")));
        assertThat(RecipeCheck.problems(fixed)).isEmpty();
        assertThat(plan(fixed).ground().height(0, 0)).isGreaterThan(2.5);
    }

    private static Prop box(boolean standing) {
        return new Prop("box", "Box", new BoxShape(2, 2, 2), 0, 0, 0, 0, 0, 0, 1, standing, 0, 0, "#808080", false);
    }

    private static String problem(Recipe recipe) {
        return RecipeCheck.problems(recipe).toString();
    }

    @Test
    void aNewReliefLayerGoesAboveTheOthersOfReliefAndBelowAllElse() {
        CoverLayer grass = Sites.cover(2, 0.3);
        Recipe recipe = recipe(List.of(LIFT, grass), List.of());
        Recipe changed = new LayerEdit.Add(HILLS).apply(recipe);
        assertThat(changed.layers()).extracting(Layer::id).containsExactly("lift", "hills", "grass");
    }
}
