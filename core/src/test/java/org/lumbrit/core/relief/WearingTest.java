package org.lumbrit.core.relief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/** What erosion lays down and takes away, as falloffs read it. */
class WearingTest {
    private static final int NODES = 65;

    /** Hills of so many metres on 128 m, which an erosion follows. */
    private static SiteEvaluation site(Layer erosion, double high) {
        NoiseRelief hills = new NoiseRelief(
                "n",
                "N",
                3,
                false,
                40,
                2,
                0.5,
                2,
                NoiseRelief.Shape.PLAIN,
                0,
                0,
                false,
                Map.of("amplitude", even(high)));
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(128, 128, NODES, Optional.empty()),
                List.of(),
                List.of(),
                List.of(new Falloff("fans", "Fans", new LayerResultSource("e", Wearing.LAID, 0, 1), List.of())),
                List.of(hills, erosion),
                List.of(),
                new Clock(24, 8));
        return SiteEvaluation.of(recipe, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static float[] field(SiteEvaluation site, String name, Samples samples) {
        return site.field(site.plan().recipe().layer("e").orElseThrow(), name, samples);
    }

    private static PropertyRange even(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    @Test
    void crumblingTakesFromSlopesAndLaysAsMuchAtTheirFeet() {
        SiteEvaluation site = site(new ThermalRelief("e", "E", 1, false, 200, Map.of("talus", even(25))), 30);
        Samples all = site.plan().ground().lattice(NODES).samples();
        float[] laid = field(site, Wearing.LAID, all);
        float[] worn = field(site, Wearing.WORN, all);
        float[] difference = field(site, ReliefLayer.DIFFERENCE, all);
        float[] fans = site.falloff("fans", all);
        double came = 0;
        double went = 0;
        for (int i = 0; i < laid.length; i++) {
            assertThat(laid[i] - worn[i]).isCloseTo(difference[i], within(1e-5f));
            assertThat(Math.min(laid[i], worn[i])).isZero();
            assertThat(fans[i]).as("a falloff reads it").isCloseTo(Math.min(1, laid[i]), within(1e-5f));
            came += laid[i];
            went += worn[i];
        }
        assertThat(came).isGreaterThan(50);
        assertThat(came).as("nothing is lost").isCloseTo(went, within(0.01 * went));
    }

    @Test
    void whatALandRisesByItselfIsNotLaidDown() {
        RiverRelief rivers = new RiverRelief(
                "e", "E", 1, false, 1000, 10, 0.45, 0.3, 0.3, 90, 0, Map.of("uplift", even(2), "hardness", even(1000)));
        SiteEvaluation site = site(rivers, 0);
        Samples middle = site.plan().ground().samplesAt(new double[] {0, 40}, new double[] {0, 10});
        float[] difference = field(site, ReliefLayer.DIFFERENCE, middle);
        float[] laid = field(site, Wearing.LAID, middle);
        for (int i = 0; i < laid.length; i++) {
            assertThat(difference[i])
                    .as("two metres in a thousand years, hardly cut")
                    .isBetween(1f, 2.05f);
            assertThat(laid[i]).isLessThan(0.1f);
        }
    }
}
