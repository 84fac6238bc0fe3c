package org.lumbrit.core.snow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/** Snow that falls hour by hour on the tops of props. */
class SnowOnPropsTest {
    private static final double SIZE = 16;
    /** Ten hours of 20 mm of snow without wind. */
    private static final double FALLEN = 0.2;

    @Test
    void aFlatTopHoldsWhatFellOnItUpToItsEdge() {
        SiteEvaluation site = site(true, box(2, 0));
        Samples top = places(new double[] {0, 1.2, -1.7, 0.4}, 2, 1);
        float[] depth = site.on("box").field(snow(site), SnowLayer.DEPTH, top);
        for (float each : depth) {
            assertThat(each).isCloseTo((float) FALLEN, within(1e-6f));
        }
        float[] weight = site.on("box").field(snow(site), SnowLayer.WEIGHT, top);
        assertThat(weight).containsOnly(1);
        assertThat(site.lying().shell(snow(site), "box").mesh().count()).isPositive();
    }

    @Test
    void nothingLiesUnderItNorOnItsSidesAndAllIsAccountedFor() {
        SiteEvaluation site = site(true, box(2, 0));
        SnowLayer snow = snow(site);
        Ground ground = site.plan().ground();
        Samples below = ground.samplesAt(new double[] {0, 1, -7, 5}, new double[] {0, -1, 0, 7});
        float[] depth = site.field(snow, SnowLayer.DEPTH, below);
        assertThat(depth[0]).isZero();
        assertThat(depth[1]).isZero();
        assertThat(depth[2]).isCloseTo((float) FALLEN, within(1e-6f));
        assertThat(depth[3]).isCloseTo((float) FALLEN, within(1e-6f));
        float[] sides = site.on("box").field(snow, SnowLayer.DEPTH, places(new double[] {0, 1}, 1, 0));
        assertThat(sides).containsOnly(0);
        SnowLayer.Account account = snow.account(site.surroundings(snow));
        assertThat(account.lying() + account.melted() + account.blown()).isCloseTo(account.fallen(), within(1e-9));
        // what falls on it lies on it: as much as on open ground
        assertThat(account.fallen())
                .isCloseTo(snow.account(site(true).surroundings(snow)).fallen(), within(1e-9));
    }

    @Test
    void aTopThatIsTooSteepShedsItOntoTheGroundBesideIt() {
        SiteEvaluation steep = site(true, box(2, 60));
        SnowLayer snow = snow(steep);
        Samples on = steep.samples(steep.placed("box"));
        float[] depth = steep.on("box").field(snow, SnowLayer.DEPTH, on);
        for (int i = 0; i < depth.length; i++) {
            if (on.ny()[i] < 0.55) {
                assertThat(depth[i]).isZero();
            }
        }
        SnowLayer.Account account = snow.account(steep.surroundings(snow));
        assertThat(account.lying()).isCloseTo(account.fallen(), within(1e-9));
        double deepest = 0;
        for (float each : steep.field(
                snow, SnowLayer.DEPTH, steep.plan().ground().lattice(65).samples())) {
            deepest = Math.max(deepest, each);
        }
        assertThat(deepest).isGreaterThan(1.2 * FALLEN);
    }

    @Test
    void oneMayLeaveThePropsBare() {
        SiteEvaluation site = site(false, box(2, 0));
        SnowLayer snow = snow(site);
        assertThat(snow.liesOn(box(2, 0))).isFalse();
        assertThat(snow.account(site.surroundings(snow)).fallen())
                .isLessThan(0.96 * snow.account(site(false).surroundings(snow)).fallen());
    }

    private static Prop box(double high, double pitch) {
        return new Prop("box", "Box", new BoxShape(4, high, 4), 0, 0, 0, 0, pitch, 0, 1, true, 0, 0, "#806040", false);
    }

    private static Samples places(double[] x, double y, float up) {
        Samples samples = Samples.allocate(Samples.NOT_KEPT, x.length);
        for (int i = 0; i < x.length; i++) {
            samples.x()[i] = x[i];
            samples.y()[i] = y;
            samples.z()[i] = 0.3;
            samples.ny()[i] = up;
            samples.nx()[i] = 1 - up;
        }
        return samples;
    }

    private static SnowLayer snow(SiteEvaluation site) {
        return (SnowLayer) site.plan().recipe().layer("snow").orElseThrow();
    }

    private static SiteEvaluation site(boolean onProps, Prop... props) {
        Ground ground = Grounds.slope(65, 65, SIZE, 0);
        SnowLayer snow = new SnowLayer(
                "snow",
                "Snow",
                1,
                false,
                new Sky.Steady(20, -5, 250, 0, 10, 0),
                65,
                120,
                10,
                100,
                0.02,
                onProps,
                Map.of());
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, Optional.empty()),
                List.of(),
                List.of(props),
                List.of(),
                List.of(snow),
                List.of(),
                new Clock(24, 0));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, 1), new ResultsOfOneRun(), Cancel.NEVER);
    }
}
