package org.lumbrit.core.slices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Beginning;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Samples;

/** Stacked slices. */
class SlicesTest {
    private static final int COUNT = 8;
    private static final double SPACING = 0.5;
    private static final double THICK = 0.4;
    private static final double LOOP = 4;

    private static SlicesLayer slices(Object... settings) {
        SlicesLayer layer = new SlicesLayer(
                "s", "Slices", 1, false, "", "", COUNT, SPACING, THICK, 0, 0, 161, 0, 1, "#405040", "#e0d8c0",
                Map.of());
        for (int k = 0; k < settings.length; k += 2) {
            layer = Kinds.with(layer, (String) settings[k], settings[k + 1]);
        }
        return layer;
    }

    private static SiteEvaluation site(SlicesLayer layer, boolean driven, double time) {
        Ground ground = Grounds.slope(33, 33, 16, 0);
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(16, 16, 33, Optional.empty()),
                List.of(new AreaPlace(
                        "area",
                        "Area",
                        List.of(
                                new Point3(-3, 0, -2),
                                new Point3(3, 0, -2),
                                new Point3(3, 0, 2),
                                new Point3(-3, 0, 2)))),
                List.of(new Prop(
                        "box", "Box", new BoxShape(2, 3, 1), 4, 0, -3, 30, 0, 0, 1.5, false, 0, 0, "#806040", false)),
                List.of(new Falloff(
                        "n",
                        "Noise",
                        new NoiseSource(5, 2, 0.5, 2, 1, 1, 1, NoiseSource.Range.ZERO_TO_ONE, 3),
                        List.of())),
                List.of(layer),
                driven ? List.of(new Drive("s", "solid", "n", CurvePoint.STRAIGHT)) : List.of(),
                new Clock(24, LOOP));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, time), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static SlicesLayer.Stack stack(SlicesLayer layer, boolean driven, double time) {
        return layer.stack(site(layer, driven, time).surroundings(layer));
    }

    @Test
    void aStackIsClosedAndHoldsWhatItsAreasSay() {
        for (double time : new double[] {0, 1.3}) {
            for (double rounded : new double[] {0, 0.6}) {
                SlicesLayer.Stack stack = stack(slices("rounded", rounded), true, time);
                Mesh mesh = stack.mesh();
                MeshCheck check = MeshCheck.of(mesh);
                assertThat(check.closed()).isTrue();
                assertThat(check.insideOut()).isFalse();
                assertThat(check.degenerate()).isZero();
                for (int t = 0; t < mesh.count(); t += 97) {
                    // every facet looks the way that its corners say
                    double[] facing = mesh.facing(3 * t);
                    int a = 3 * mesh.triangles()[3 * t];
                    assertThat(facing[0] * mesh.normals()[a]
                                    + facing[1] * mesh.normals()[a + 1]
                                    + facing[2] * mesh.normals()[a + 2])
                            .isPositive();
                }
                double area = 0;
                for (double each : stack.areas()) {
                    area += each;
                }
                assertThat(MeshCheck.volume(mesh)).isCloseTo(area * THICK * SPACING, within(1e-3 * area));
                assertThat(stack.areas()[0])
                        .as("the lowest is all of the place")
                        .isCloseTo(256, within(1.0));
            }
        }
    }

    @Test
    void aSliceIsSolidWhereTheNumberExceedsItsHeight() {
        SiteEvaluation site = site(slices(), true, 1);
        SlicesLayer.Stack stack = slices().stack(site.surroundings(slices()));
        assertThat(slices().phase(site.surroundings(slices()))).isCloseTo(0.25, within(1e-12));
        int n = 400;
        for (int k = 1; k < stack.slices().size(); k++) {
            SlicesLayer.Slice slice = stack.slices().get(k);
            assertThat(slice.bottom()).isCloseTo((k - 1 + 0.25) * SPACING, within(1e-12));
            assertThat(slice.above()).isCloseTo((k - 1 + 0.25) / COUNT, within(1e-12));
            Samples samples = Samples.allocate("test " + k, n * n);
            for (int i = 0; i < n * n; i++) {
                samples.x()[i] = 16 * (i % n + 0.5) / n - 8;
                samples.y()[i] = slice.bottom();
                samples.z()[i] = 16 * (i / n + 0.5) / n - 8;
                samples.ny()[i] = 1;
            }
            int solid = 0;
            for (float value : site.falloff("n", samples)) {
                solid += value > slice.above() ? 1 : 0;
            }
            assertThat(stack.areas()[k]).isCloseTo(256.0 * solid / (n * n), within(1.5));
        }
    }

    @Test
    void aRiseByOneSpacingIsWithoutASeam() {
        SlicesLayer.Stack start = stack(slices(), true, 0);
        SlicesLayer.Stack end = stack(slices(), true, LOOP);
        assertThat(end.mesh().key()).isEqualTo(start.mesh().key());
        // just before, each slice is where the next one was, and as large; the lowest has stayed
        SlicesLayer.Stack before = stack(slices(), true, LOOP * (1 - 1e-6));
        assertThat(before.areas()).hasSize(COUNT + 1);
        assertThat(before.slices().get(0).bottom())
                .isEqualTo(start.slices().get(0).bottom());
        for (int k = 1; k < COUNT; k++) {
            assertThat(before.slices().get(k).bottom())
                    .isCloseTo(start.slices().get(k).bottom(), within(1e-5));
            assertThat(before.areas()[k]).isCloseTo(start.areas()[k], within(0.02));
        }
        assertThat(before.areas()[COUNT]).as("the highest is gone").isLessThan(0.5);
        // two spacings in a loop are at its half where one is at its end
        assertThat(stack(slices("rises", 2), true, LOOP / 2).mesh().key())
                .isEqualTo(start.mesh().key());
    }

    @Test
    void aNewOneBringsNoiseWithoutAnAxis() {
        Begun.Made begun = (Begun.Made) slices().begin(new Beginning(
                site(slices(), false, 0).plan().recipe(), () -> 1, "", "", "", wish -> wish + "1"));
        assertThat(begun.falloffs())
                .singleElement()
                .satisfies(falloff ->
                        assertThat(((NoiseSource) falloff.source()).turned()).isTrue());
        assertThat(begun.drives())
                .singleElement()
                .satisfies(drive -> assertThat(drive.property()).isEqualTo(SlicesLayer.SOLID));
    }

    @Test
    void withinAnAreaAndOfAPropNothingStandsBeyond() {
        SlicesLayer area = slices("within", "area", "rises", 0);
        SlicesLayer.Stack placed = stack(area, false, 0);
        for (double each : placed.areas()) {
            assertThat(each).isCloseTo(24, within(0.1));
        }
        assertThat(placed.mesh().bounds()[0]).isCloseTo(-3, within(0.05));
        SlicesLayer of = slices("on", "box", "rises", 0, "count", 9);
        SlicesLayer.Stack box = stack(of, false, 0);
        assertThat(box.areas()).hasSize(9);
        for (double each : box.areas()) {
            assertThat(each).isCloseTo(2 * 1 * 1.5 * 1.5, within(0.05));
        }
        // a tenth slice lies above the box
        SlicesLayer more = slices("on", "box", "rises", 0, "count", 12);
        assertThat(stack(more, false, 0).areas()[10]).isZero();
        SiteEvaluation site = site(of, false, 0);
        assertThat(of.carried(site.surroundings(of)).orElseThrow().origin()[0]).isCloseTo(4, within(1e-9));
        assertThat(of.standsFor(site.plan().recipe().prop("box").orElseThrow())).isTrue();
        assertThat(of.findings(site.surroundings(of)))
                .as("a box is closed")
                .noneMatch(finding -> finding.title().equals("prop with holes"));
        assertThat(of.sentence("solid", site.surroundings(of))).contains("9 slices of 4.5");
    }
}
