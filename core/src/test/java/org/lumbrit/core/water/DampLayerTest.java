package org.lumbrit.core.water;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.answers.Roster;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;

class DampLayerTest {
    private static final double REACH = 4;
    private static final double SIZE = 5;

    private static DampLayer damp(double edge, double hollows, double shelter) {
        return new DampLayer(
                "damp",
                "Damp",
                1,
                false,
                REACH,
                SIZE,
                Map.of("edge", even(edge), "hollows", even(hollows), "shelter", even(shelter)));
    }

    private static PropertyRange even(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    private static SiteEvaluation site(Ground ground, Optional<Double> water, DampLayer damp, Prop... props) {
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, water),
                List.of(),
                List.of(props),
                List.of(new Falloff("wet", "Wet", new LayerResultSource("damp", "wetness", 0, 0.5), List.of())),
                List.of(damp),
                List.of(),
                new Clock(24, 8));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static float[] wetness(SiteEvaluation site, Samples samples) {
        return site.field(site.plan().recipe().layer("damp").orElseThrow(), "wetness", samples);
    }

    private static Samples at(Ground ground, double... x) {
        return ground.samplesAt(x, new double[x.length]);
    }

    @Test
    void itFallsEvenlyFromTheWatersEdgeByTheStraightWay() {
        // rises by 45° to the east; the edge of the water at 0 m lies where the ground is 0 m high: at its western
        // border
        Ground slope = Grounds.slope(65, 65, 64, 45);
        SiteEvaluation site = site(slope, Optional.of(8.0), damp(1, 0, 0));
        float[] wet = wetness(site, at(slope, -30, -24, -23, -22, -20));
        assertThat(wet[0]).as("under water").isEqualTo(1);
        for (int i = 1; i < wet.length; i++) {
            double up = new double[] {0, 0, 1, 2, 4}[i];
            assertThat(wet[i]).isCloseTo((float) Math.max(0, 1 - up * Math.sqrt(2) / REACH), within(1e-4f));
        }
        float[] read = site.falloff("wet", at(slope, -30, -24, -23, -22, -20));
        for (int i = 0; i < wet.length; i++) {
            assertThat(read[i]).as("a falloff reads it").isCloseTo(Math.min(1, wet[i] / 0.5f), within(1e-6f));
        }
    }

    @Test
    void aHollowHoldsWhatAPlaneAndAHillDoNot() {
        float[] bowl = new float[65 * 65];
        for (int i = 0; i < bowl.length; i++) {
            double x = i % 65 - 32;
            double z = i / 65 - 32;
            bowl[i] = (float) (0.01 * (x * x + z * z));
        }
        Ground ground = new Ground(65, 65, bowl, 64);
        SiteEvaluation site = site(ground, Optional.empty(), damp(1, 1, 0));
        // the mean of a circle of radius r round any place of a paraboloid a·r² lies a·r² above it
        float expected = (float) (0.01 * SIZE * SIZE / (0.25 * SIZE));
        assertThat(wetness(site, at(ground, 0, 10))).containsExactly(new float[] {expected, expected}, within(0.01f));
        Ground plane = Grounds.slope(65, 65, 64, 30);
        assertThat(wetness(site(plane, Optional.empty(), damp(1, 1, 0)), at(plane, 0)))
                .containsExactly(new float[] {0}, within(1e-4f));
    }

    @Test
    void underARoofItStaysWetAndThePropIsWetItself() {
        Ground flat = Grounds.slope(65, 65, 64, 0);
        Prop roof =
                new Prop("roof", "Roof", new BoxShape(8, 0.4, 8), 0, 1.5, 0, 0, 0, 0, 1, true, 0, 2, "#888888", false);
        SiteEvaluation site = site(flat, Optional.empty(), damp(0, 0, 1), roof);
        float[] wet = wetness(site, at(flat, 0, 25));
        assertThat(wet[0]).isGreaterThan(0.5f);
        assertThat(wet[1]).isCloseTo(0, within(0.02f));
        Samples vertices = site.samples(site.placed("roof"));
        float[] onRoof = wetness(site.on("roof"), vertices);
        for (int i = 0; i < onRoof.length; i++) {
            // corners of the underside still see sky beside it
            assertThat(onRoof[i]).isBetween(vertices.ny()[i] < -0.9 ? 0.2f : 0, vertices.ny()[i] > 0.9 ? 0.02f : 1f);
        }
    }

    @Test
    void theRosterSaysHowWetEachPlantStands() {
        Ground slope = Grounds.slope(65, 65, 64, 45);
        CoverLayer grass = Sites.cover(0.2, 1);
        SiteEvaluation bare = site(slope, Optional.of(8.0), damp(1, 0, 0));
        List<Layer> layers = List.of(bare.plan().recipe().layers().get(0), grass);
        SitePlan plan = new SitePlan(bare.plan().recipe().withLayers(layers), slope, SiteAssets.NONE, 0);
        SiteEvaluation site = new SiteEvaluation(plan, new ResultsOfOneRun(), Cancel.NEVER);
        Roster roster = new Roster(site, grass);
        Roster.Column column = roster.columns().get(roster.columns().size() - 1);
        assertThat(column.title()).isEqualTo("Damp: wetness");
        assertThat(column.values().get())
                .containsExactly(wetness(site, roster.plants().feet()));
        assertThat(column.values().get()).contains(1f).contains(0f);
    }

    @Test
    void whatIsWetIsDarkerByWhatIsSet() {
        Ground slope = Grounds.slope(65, 65, 64, 45);
        SiteEvaluation site = site(slope, Optional.of(8.0), damp(1, 0, 0));
        Tint tint = site.tint(site.plan().recipe().layer("damp").orElseThrow(), at(slope, -30, -10));
        float[] rgb = {0.4f, 0.3f, 0.2f, 0.4f, 0.3f, 0.2f};
        tint.over(rgb);
        assertThat(rgb).containsExactly(new float[] {0.22f, 0.165f, 0.11f, 0.4f, 0.3f, 0.2f}, within(1e-6f));
    }

    @Test
    void withoutAnEdgeToWetFromItSaysSo() {
        Ground flat = Grounds.slope(65, 65, 64, 0);
        SiteEvaluation dry = site(flat, Optional.empty(), damp(1, 0, 0));
        assertThat(dry.findings(dry.plan().recipe().layer("damp").orElseThrow()))
                .extracting(Finding::title)
                .containsExactly("Damp: no water’s edge");
        assertThat(wetness(dry, at(flat, 0))).containsExactly(0);
    }
}
