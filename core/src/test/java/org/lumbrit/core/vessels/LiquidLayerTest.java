package org.lumbrit.core.vessels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.props.VesselShape;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.surface.Submerged;

/** A liquid in a prop of a site: filled, tilted, carried, moved about, spilt. */
class LiquidLayerTest {
    private static final VesselShape PAIL = new VesselShape(VesselShape.Form.PAIL, 0.3, 0.5, 1, 0.02, 64);

    private static LiquidLayer liquid(LiquidLayer.Filled by, double full, double litres, double height, double swings) {
        return new LiquidLayer(
                "water",
                "Water",
                1,
                false,
                "pail",
                LiquidLayer.Inside.LARGEST,
                0,
                0,
                0,
                by,
                full,
                litres,
                height,
                swings,
                0.1,
                "#204040",
                Map.of());
    }

    private static Prop prop(String id, Shape shape, double x, double pitch, double roll, double size, Pose pose) {
        return new Prop(id, id, shape, x, 1, 0.5, 30, pitch, roll, size, false, 0, 0, "#808080", false, pose);
    }

    private static SiteEvaluation site(List<Prop> props, LiquidLayer layer) {
        Recipe recipe = new Recipe(
                "Vessels",
                GroundSpec.flat(20, 20, 33, Optional.empty()),
                List.of(new PathPlace(
                        "way",
                        "Way",
                        List.of(new Point3(-2, 0, 0), new Point3(0, 0, 1), new Point3(2, 0, 0), new Point3(0, 0, -1)),
                        true)),
                props,
                List.of(),
                List.<Layer>of(layer),
                List.of(),
                new Clock(24, 4, 0, 4, List.of()));
        return new SiteEvaluation(
                new SitePlan(recipe, new Ground(33, 33, new float[33 * 33], 20), SiteAssets.NONE, 0),
                new ResultsOfOneRun(),
                Cancel.NEVER);
    }

    private static double[] moments(SiteEvaluation site, LiquidLayer layer) {
        return layer.moments(site.surroundings(layer)).orElseThrow().numbers();
    }

    @Test
    void litresStandWhereTheyShouldWhateverTheSize() {
        for (double size : new double[] {1, 0.1, 30}) {
            LiquidLayer layer = liquid(LiquidLayer.Filled.LITRES, 0, 20 * size * size * size, 0, 0);
            SiteEvaluation site = site(List.of(prop("pail", PAIL, 3, 0, 0, size, new Pose.Still())), layer);
            double[] at = moments(site, layer);
            assertThat(at[4]).isCloseTo(20 * size * size * size, within(1e-6 * size * size * size));
            assertThat(at[1]).isCloseTo(1, within(1e-12));
            Cavity cavity =
                    layer.cavity(site.mesh(site.plan().recipe().props().get(0))).orElseThrow();
            double level = Submerged.level(cavity.mesh(), 0, 1, 0, 0.02);
            assertThat(at[3]).isCloseTo(1 + size * level, within(1e-5 * size));
        }
    }

    @Test
    void aHeightIsOverTheFloor() {
        LiquidLayer layer = liquid(LiquidLayer.Filled.HEIGHT, 0, 0, 0.2, 0);
        double[] at = moments(site(List.of(prop("pail", PAIL, 0, 0, 0, 2, new Pose.Still())), layer), layer);
        // the floor lies a wall's thickness over the origin, twice as large
        assertThat(at[3]).isCloseTo(1 + 2 * 0.02 + 0.2, within(1e-5));
    }

    @Test
    void aTiltedPailKeepsItsVolumeAndSpillsWhatGoesOverTheRim() {
        LiquidLayer layer = liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 0);
        double before = -1;
        for (double roll : new double[] {0, 15, 30, 60, 120, 180}) {
            SiteEvaluation site = site(List.of(prop("pail", PAIL, 0, 0, roll, 1, new Pose.Still())), layer);
            double[] at = moments(site, layer);
            Cavity cavity =
                    layer.cavity(site.mesh(site.plan().recipe().props().get(0))).orElseThrow();
            double all = 500 * cavity.volume();
            assertThat(at[4] + at[5]).isCloseTo(all, within(1e-6 * all));
            assertThat(at[5]).isGreaterThanOrEqualTo(before - 1e-9);
            assertThat(at[7]).isCloseTo(roll, within(1e-6));
            before = at[5];
            List<Finding> found = layer.findings(site.surroundings(layer));
            assertThat(found).hasSize(at[5] > 0.01 ? 1 : 0);
            if (roll == 180) {
                assertThat(at[4]).isLessThan(1e-3 * all);
                assertThat(found.get(0).text()).contains("over the rim");
            }
            if (roll <= 15) {
                assertThat(at[5]).isZero();
            }
        }
    }

    @Test
    void whatIsDrawnIsLevelInTheSiteAndHasTheVolume() {
        LiquidLayer layer = liquid(LiquidLayer.Filled.SHARE, 0.4, 0, 0, 0);
        SiteEvaluation site = site(List.of(prop("pail", PAIL, 4, 20, -12, 1.5, new Pose.Still())), layer);
        double[] at = moments(site, layer);
        PlaneCut body = layer.moments(site.surroundings(layer)).orElseThrow().body(0);
        Mesh mesh = body.mesh();
        for (int i = 3 * body.cap(); i < mesh.triangles().length; i++) {
            assertThat((double) mesh.positions()[3 * mesh.triangles()[i] + 1]).isCloseTo(at[3], within(1e-5));
        }
        assertThat(1000 * Submerged.below(mesh, 0, 1, 0, 99)[0]).isCloseTo(at[4], within(1e-3 * at[4]));
    }

    @Test
    void whatCarriesItTakesItAlong() {
        Prop sled =
                prop("sled", new BoxShape(1, 0.2, 1), 0, 0, 0, 1, new Pose.AlongPath("way", 1, 0, Pose.Turned.ALONG));
        Prop pail = prop("pail", PAIL, 0.4, 0, 10, 1, new Pose.Carried("sled"));
        LiquidLayer layer = liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 1);
        SiteEvaluation site = site(List.of(sled, pail), layer);
        double[] start = site.placed("pail").origin();
        assertThat(start[0]).isCloseTo(0.4, within(1e-12));
        double apart = apart(site.placed("sled"), site.placed("pail"));
        double[] moments = moments(site, layer);
        double leans = 0;
        for (int f = 0; f < 96; f++) {
            SiteEvaluation then = site.at(f / 24.0);
            assertThat(apart(then.placed("sled"), then.placed("pail"))).isCloseTo(apart, within(1e-9));
            leans = Math.max(leans, 1 - moments[Filling.NUMBERS * f + 1]);
            assertThat(moments[Filling.NUMBERS * f + 4]).isCloseTo(moments[4], within(1e-6));
        }
        // it turns round corners, so its top swings
        assertThat(leans).isGreaterThan(1e-5);
        assertThat(site.at(1).placed("pail").origin()[0]).isNotCloseTo(0.4, within(0.3));
    }

    private static double apart(PlacedMesh a, PlacedMesh b) {
        double[] p = a.origin();
        double[] q = b.origin();
        return Math.sqrt((p[0] - q[0]) * (p[0] - q[0]) + (p[1] - q[1]) * (p[1] - q[1]) + (p[2] - q[2]) * (p[2] - q[2]));
    }

    @Test
    void whatCarriesItselfIsRefused() {
        Prop first = prop("pail", PAIL, 1, 0, 0, 1, new Pose.Carried("sled"));
        Prop second = prop("sled", new BoxShape(1, 1, 1), 2, 0, 0, 1, new Pose.Carried("pail"));
        LiquidLayer layer = liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 1);
        assertThatThrownBy(() -> site(List.of(second, first), layer))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("circle");
    }

    @Test
    void aPropWithoutAHollowIsSaid() {
        LiquidLayer layer = liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 1);
        SiteEvaluation site = site(List.of(prop("pail", new BoxShape(1, 1, 1), 0, 0, 0, 1, new Pose.Still())), layer);
        assertThat(layer.moments(site.surroundings(layer))).isEmpty();
        List<Finding> found = new ArrayList<>(layer.findings(site.surroundings(layer)));
        assertThat(found).hasSize(1);
        assertThat(found.get(0).text()).contains("walls of two sides");
    }

    @Test
    void aNewOneGoesIntoAPropThatIsMadeForIt() {
        LiquidLayer fresh = liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 1);
        LiquidLayer open = (LiquidLayer) Kinds.with(fresh, "vessel", Beginning.OPEN);
        Prop box = prop("box", new BoxShape(1, 1, 1), 2, 0, 0, 1, new Pose.Still());
        Prop pail = prop("pail", PAIL, 0, 0, 0, 1, new Pose.Still());
        assertThat(begun(open, List.of(box, pail), "")).isEqualTo("pail");
        assertThat(begun(open, List.of(box, pail), "box")).isEqualTo("box");
        assertThat(open.begin(new Beginning(
                        site(List.of(pail), fresh).plan().recipe().withProps(List.of()),
                        () -> 1,
                        "",
                        "",
                        "",
                        id -> id)))
                .isInstanceOf(Begun.Missing.class);
    }

    private static String begun(LiquidLayer open, List<Prop> props, String chosen) {
        Recipe recipe = site(props, liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 1))
                .plan()
                .recipe();
        Begun.Made made = (Begun.Made) open.begin(new Beginning(recipe, () -> 1, "", chosen, "", id -> id + "1"));
        return ((LiquidLayer) made.layer()).vessel();
    }

    @Test
    void linesOfNumbersGoOverTheClock() {
        LiquidLayer layer = liquid(LiquidLayer.Filled.SHARE, 0.5, 0, 0, 1);
        SiteEvaluation site = site(List.of(prop("pail", PAIL, 0, 0, 0, 1, new Pose.Still())), layer);
        var readings = layer.readings(site.surroundings(layer)).orElseThrow();
        assertThat(readings.seconds()).hasSize(96);
        assertThat(readings.lines()).extracting(line -> line.title()).contains("in it", "spilt");
    }
}
