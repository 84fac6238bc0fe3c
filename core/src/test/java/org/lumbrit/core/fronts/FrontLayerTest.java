package org.lumbrit.core.fronts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.core.surface.Samples;

/** A front over the ground of a site: from a point, along a path, by a driven speed, and what it sets off. */
class FrontLayerTest {
    private static final List<Place> PLACES = List.of(
            new PointPlace("spot", "Spot", new Point3(-8, 0, 1)),
            new PathPlace("way", "Way", List.of(new Point3(-8, 0, -9), new Point3(-8, 0, 9)), false));

    private static FrontLayer front(String from, double along, double speed) {
        return new FrontLayer(
                "front",
                "Front",
                1,
                false,
                from,
                along,
                3,
                2,
                5,
                129,
                Map.of(FrontLayer.SPEED, new PropertyRange(0, speed, Combine.PRODUCT)));
    }

    private static SiteEvaluation site(double time, List<Falloff> falloffs, List<Drive> drives, Layer... layers) {
        return site(time, List.of(), falloffs, drives, layers);
    }

    private static SiteEvaluation site(
            double time, List<Prop> props, List<Falloff> falloffs, List<Drive> drives, Layer... layers) {
        float[] heights = new float[65 * 65];
        Recipe recipe = new Recipe(
                "Sweep",
                GroundSpec.flat(20, 20, 65, Optional.empty()),
                PLACES,
                props,
                falloffs,
                List.of(layers),
                drives,
                new Clock(24, 0, 0, 30, List.of()));
        return new SiteEvaluation(
                new SitePlan(recipe, new Ground(65, 65, heights, 20), SiteAssets.NONE, time),
                new ResultsOfOneRun(),
                Cancel.NEVER);
    }

    private static double field(SiteEvaluation site, String name, double x, double z) {
        Layer layer = site.plan().recipe().layer("front").orElseThrow();
        Samples at = site.plan().ground().samplesAt(new double[] {x}, new double[] {z});
        return site.field(layer, name, at)[0];
    }

    @Test
    void itComesAfterItsWayOverItsSpeedAndStopsAgeing() {
        FrontLayer layer = front("spot", 0, 2);
        SiteEvaluation site = site(6, List.of(), List.of(), layer);
        assertThat(field(site, FrontLayer.ARRIVAL, 4, 1)).isCloseTo(3 + 12 / 2.0, within(0.03));
        assertThat(field(site, FrontLayer.ARRIVAL, -7, 1)).isCloseTo(3.5, within(0.01));
        assertThat(field(site, FrontLayer.AGE, -7, 1)).isCloseTo(2.5, within(0.01));
        assertThat(field(site, FrontLayer.PASSED, -7, 1)).isEqualTo(1);
        assertThat(field(site, FrontLayer.PASSED, 4, 1)).isZero();
        SiteEvaluation later = site(100, List.of(), List.of(), layer);
        assertThat(field(later, FrontLayer.AGE, -7, 1)).isEqualTo(5);
        assertThat(field(site(10, List.of(), List.of(), layer), FrontLayer.PASSED, 4, 1))
                .isCloseTo(0.5, within(0.02));
    }

    @Test
    void alongAPathItRunsBeforeItSpreads() {
        SiteEvaluation site = site(0, List.of(), List.of(), front("way", 6, 2));
        // 15 m along the path, then 4 m aside
        assertThat(field(site, FrontLayer.ARRIVAL, -4, 6)).isBetween(3 + 15 / 6.0, 3 + 15 / 6.0 + 4 / 2.0 + 0.05);
        assertThat(field(site, FrontLayer.ARRIVAL, -8, 6)).isCloseTo(3 + 15 / 6.0, within(0.05));
        SiteEvaluation together = site(0, List.of(), List.of(), front("way", 0, 2));
        assertThat(field(together, FrontLayer.ARRIVAL, 2, 0)).isCloseTo(3 + 10 / 2.0, within(0.01));
    }

    @Test
    void aDrivenSpeedHoldsItUpAndAFalloffReadsWhereItHasPassed() {
        FrontLayer first = front("way", 0, 2);
        FrontLayer second = new FrontLayer(
                "held",
                "Held up",
                1,
                false,
                "way",
                0,
                0,
                1,
                5,
                129,
                Map.of(FrontLayer.SPEED, new PropertyRange(0, 1, Combine.PRODUCT)));
        Falloff passed =
                new Falloff("passed", "Passed", new LayerResultSource("front", FrontLayer.PASSED, 0, 1), List.of());
        // the second goes only where the first has been by 3 + 2 + 2 s: within 4 m of the path, and partly beyond
        SiteEvaluation site = site(
                7,
                List.of(passed),
                List.of(new Drive("held", FrontLayer.SPEED, "passed", CurvePoint.STRAIGHT)),
                first,
                second);
        Samples at = site.plan().ground().samplesAt(new double[] {-6, 8}, new double[] {0, 0});
        assertThat(site.falloff("passed", at)[0]).isEqualTo(1);
        assertThat(site.falloff("passed", at)[1]).isZero();
    }

    @Test
    void whatIsNeverReachedIsSaid() {
        FrontLayer layer = front("spot", 0, 0);
        SiteEvaluation site = site(0, List.of(), List.of(), layer);
        List<Finding> found = layer.findings(site.surroundings(layer));
        assertThat(found).hasSize(1);
        assertThat(found.get(0).title()).contains("never arrives");
        assertThat(field(site, FrontLayer.PASSED, -8, 1)).isZero();
        assertThat(field(site, FrontLayer.ARRIVAL, -8, 1)).isGreaterThan(1e8);
        FrontLayer goes = front("spot", 0, 1);
        assertThat(goes.findings(site(0, List.of(), List.of(), goes).surroundings(goes)))
                .isEmpty();
    }

    @Test
    void overAPropItGoesOnFromItsFoot() {
        Prop box = new Prop("box", "Box", new BoxShape(2, 3, 2), 2, 0, 1, 0, 0, 0, 1, true, 0, 0, "#888888", false);
        FrontLayer layer = front("spot", 0, 2);
        SiteEvaluation site = site(6, List.of(box), List.of(), List.of(), layer);
        Samples vertices = site.samples(site.placed("box"));
        float[] arrival = site.on("box").field(layer, FrontLayer.ARRIVAL, vertices);
        boolean top = false;
        for (int v = 0; v < arrival.length; v++) {
            double foot = 3 + Math.hypot(vertices.x()[v] + 8, vertices.z()[v] - 1) / 2;
            if (vertices.y()[v] > 2.9 && vertices.x()[v] < 1.5) {
                // nine metres to its wall and three up
                assertThat((double) arrival[v]).isCloseTo(3 + (9 + 3) / 2.0, within(0.35));
                top = true;
            } else if (vertices.y()[v] < 0.1 && vertices.x()[v] < 1.5) {
                assertThat((double) arrival[v]).isCloseTo(foot, within(0.1));
            }
        }
        assertThat(top).isTrue();
        // in the middle of the wall, which is no vertex of the prop
        Samples wall = site.placed("box").sampleAt(1, 1.5, 1);
        assertThat((double) site.on("box").field(layer, FrontLayer.ARRIVAL, wall)[0])
                .isCloseTo(3 + (9 + 1.5) / 2, within(0.1));
    }
}
