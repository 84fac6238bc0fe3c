package org.lumbrit.core.answers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.props.VesselShape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.core.water.Piece;
import org.lumbrit.core.water.Rings;
import org.lumbrit.core.water.Swell;
import org.lumbrit.core.water.WaterLayer;

/** Litres for a level, and a weight for a waterline. */
class WaterAimTest {
    private final ResultsOfOneRun results = new ResultsOfOneRun();

    private static Prop prop(String id, Shape shape, double y, double roll, double size, Pose pose) {
        return new Prop(id, id, shape, 0, y, 0, 0, 0, roll, size, false, 0, 0, "#806040", false, pose);
    }

    private SiteEvaluation site(double roll) {
        Ground ground = new Ground(17, 17, filled(-5), 16);
        VesselShape barrel = new VesselShape(VesselShape.Form.TROUGH, 0.4, 1, 1.2, 0.05, 48);
        Recipe recipe = new Recipe(
                "Aims",
                GroundSpec.flat(16, 16, 17, Optional.of(0.0)),
                List.of(),
                List.of(
                        prop("trough", barrel, 2, roll, 1.5, new Pose.Still()),
                        prop("block", new BoxShape(1, 1, 1), 0, 0, 1, new Pose.Still()),
                        prop(
                                "raft",
                                new BoxShape(2, 0.5, 3),
                                0,
                                0,
                                1,
                                new Pose.Floats("sea", Pose.Rides.BODY, 0.2, 0, "", 0, 0))),
                List.of(),
                List.of(
                        new WaterLayer(
                                "sea",
                                "Sea",
                                1,
                                false,
                                new Piece.Level(),
                                new Swell.Still(),
                                new Rings.None(),
                                65,
                                33,
                                Map.of()),
                        new LiquidLayer(
                                "liquid",
                                "Liquid",
                                1,
                                false,
                                "trough",
                                LiquidLayer.Inside.LARGEST,
                                0,
                                0,
                                0,
                                LiquidLayer.Filled.SHARE,
                                0.1,
                                5,
                                0,
                                0,
                                0.1,
                                "#204040",
                                Map.of())),
                List.of(),
                new Clock(24, 0, 0, 1, List.of()));
        return new SiteEvaluation(new SitePlan(recipe, ground, SiteAssets.NONE, 0), results, Cancel.NEVER);
    }

    private static float[] filled(float height) {
        float[] heights = new float[17 * 17];
        java.util.Arrays.fill(heights, height);
        return heights;
    }

    @Test
    void litresAreSolvedForALevelUprightAndTilted() {
        for (double roll : new double[] {0, 9}) {
            SiteEvaluation site = site(roll);
            Aim.Solved solved = WaterAim.level(site, results, Cancel.NEVER, "liquid", 2.5);
            assertThat(solved.met()).isTrue();
            assertThat(solved.reached()).isCloseTo(2.5, within(1e-4));
            Recipe changed = solved.edits().get(0).apply(site.plan().recipe());
            LiquidLayer layer = changed.layer("liquid", LiquidLayer.class).orElseThrow();
            SiteEvaluation after = new SiteEvaluation(site.plan().of(changed), results, Cancel.NEVER);
            assertThat(layer.now(after.surroundings(layer)).orElseThrow().height(0))
                    .isCloseTo(2.5, within(1e-4));
            assertThat(layer.litres()).isGreaterThan(10);
        }
    }

    @Test
    void aLevelAboveTheRimIsSaidNotToBeMet() {
        Aim.Solved solved = WaterAim.level(site(0), results, Cancel.NEVER, "liquid", 9);
        assertThat(solved.met()).isFalse();
        assertThat(solved.text()).startsWith("It cannot be met");
        assertThat(solved.reached()).isBetween(2.5, 4.0);
    }

    @Test
    void aWeightIsSolvedForHowDeepAPropLies() {
        Aim.Solved solved = WaterAim.draught(site(0), "raft", 0.3);
        // 2 m × 3 m × 0.3 m of water
        assertThat(solved.value()).isCloseTo(1800, within(0.01));
        assertThat(solved.met()).isTrue();
        assertThat(solved.reached()).isCloseTo(0.3, within(1e-6));
        assertThat(WaterAim.draught(site(0), "raft", 0.8).met()).isFalse();
        Aim.Solved none = WaterAim.draught(site(0), "raft", 0);
        assertThat(none.met()).isFalse();
        assertThat(none.edits()).isEmpty();
    }

    @Test
    void whatHasNoHollowOrDoesNotFloatIsRefusedInWords() {
        SiteEvaluation site = site(0);
        assertThatThrownBy(() -> WaterAim.draught(site, "block", 0.1))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("does not float");
        assertThatThrownBy(() -> WaterAim.level(site, results, Cancel.NEVER, "sea", 0.1))
                .isInstanceOf(InvalidRecipeException.class);
        assertThatThrownBy(() -> WaterAim.draught(site, "raft", Double.NaN)).isInstanceOf(InvalidRecipeException.class);
    }
}
