package org.lumbrit.core.drawn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;

/** The place as lines. */
class DrawTest {
    private static final int WIDE = 800;
    private static final int HIGH = 600;
    private static final DrawnLayer LOOK = DrawnLayer.plain();

    private static SiteEvaluation site(Ground ground, List<Prop> props, List<Layer> layers) {
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, Optional.empty()),
                List.of(),
                props,
                List.of(),
                layers,
                List.of(),
                new Clock(24, 0));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static Prop box(String id, double x, double y, double z, double wide, double high, double deep) {
        return new Prop(id, id, new BoxShape(wide, high, deep), x, y, z, 0, 0, 0, 1, false, 0, 0, "#806040", false);
    }

    private static DrawnLayer look(Object... settings) {
        DrawnLayer look = LOOK;
        for (int k = 0; k < settings.length; k += 2) {
            look = Kinds.with(look, (String) settings[k], settings[k + 1]);
        }
        return look;
    }

    private static Mesh cube() {
        return new BoxShape(1, 1, 1).mesh(file -> {
            throw new AssertionError("a box has no file");
        });
    }

    @Test
    void aCubeHasTwelveCreasesAndFromACornerSixEdgesOfItsOutline() {
        EdgeCount fromCorner = EdgeCount.of(cube(), 30, new double[] {5, 6, 7});
        assertThat(fromCorner.creases()).isEqualTo(12);
        assertThat(fromCorner.outlines()).isEqualTo(6);
        assertThat(fromCorner.borders()).isZero();
        EdgeCount fromFront = EdgeCount.of(cube(), 91, new double[] {0, 0.5, 9});
        assertThat(fromFront.creases()).isZero();
        assertThat(fromFront.outlines()).isEqualTo(4);
        Mesh single = Mesh.of(new float[] {0, 0, 0, 1, 0, 0, 0, 0, 1}, new int[] {0, 1, 2});
        assertThat(EdgeCount.of(single, 30, new double[3]).borders()).isEqualTo(3);
    }

    /** Whether a box in its own axes stands between two places. */
    private static boolean between(double[] low, double[] high, double[] from, double[] to) {
        double enter = 0;
        double leave = 1;
        for (int d = 0; d < 3; d++) {
            double way = to[d] - from[d];
            double a = (low[d] - from[d]) / way;
            double b = (high[d] - from[d]) / way;
            enter = Math.max(enter, Math.min(a, b));
            leave = Math.min(leave, Math.max(a, b));
        }
        return enter < leave - 1e-9;
    }

    @Test
    void whatStandsBeforeALineHidesJustThatOfIt() {
        // the border of a level ground, seen over a box in the middle
        Ground ground = Grounds.slope(33, 33, 20, 0);
        SiteEvaluation site = site(ground, List.of(box("b", 1, 0, 2, 6, 6.5, 5)), List.of());
        double[] low = {-2, 0, -0.5};
        double[] high = {4, 6.5, 4.5};
        for (boolean parallel : new boolean[] {false, true}) {
            for (double heading : new double[] {0, 33, 121, 250}) {
                Eye eye = new Eye(0, 1, 0, heading, 22, 26, parallel);
                View view = new View(eye, ground, WIDE, HIGH);
                Drawing drawing = Draw.of(site, LOOK, eye, WIDE, HIGH);
                double h = Math.toRadians(heading);
                double e = Math.toRadians(22);
                double[] away = {-Math.sin(h) * Math.cos(e), Math.sin(e), Math.cos(h) * Math.cos(e)};
                int hidden = 0;
                double[] out = new double[3];
                for (int k = 0; k < 4000; k++) {
                    double along = -9.99 + 19.98 * ((k % 1000) / 999.0);
                    double side = k < 2000 ? -10 : 10;
                    double[] at = k / 1000 % 2 == 0 ? new double[] {along, 0, side} : new double[] {side, 0, along};
                    double far = parallel ? 1000 : 26;
                    double[] from = {
                        parallel ? at[0] + far * away[0] : far * away[0],
                        parallel ? far * away[1] : 1 + far * away[1],
                        parallel ? at[2] + far * away[2] : far * away[2]
                    };
                    boolean covered = between(low, high, at, from);
                    view.project(at[0], at[1], at[2], out);
                    if (out[0] < 1 || out[0] > WIDE - 1 || out[1] < 1 || out[1] > HIGH - 1) {
                        continue;
                    }
                    double near = distance(drawing, Drawing.Line.BORDER, out[0], out[1]);
                    hidden += covered ? 1 : 0;
                    // at the very edge both are right
                    boolean clear = between(grown(low, -0.03), grown(high, 0.03), at, from)
                            == between(grown(low, 0.03), grown(high, -0.03), at, from);
                    if (clear) {
                        assertThat(near < 0.05)
                                .as("heading %s parallel %s at %s %s", heading, parallel, at[0], at[2])
                                .isEqualTo(!covered);
                    }
                }
                assertThat(hidden)
                        .as("some of it is hidden, heading %s parallel %s", heading, parallel)
                        .isGreaterThan(100);
            }
        }
    }

    private static double[] grown(double[] corner, double by) {
        return new double[] {corner[0] + by, corner[1] + by, corner[2] + by};
    }

    /** Pixels from a place to the nearest line of a kind. */
    private static double distance(Drawing drawing, Drawing.Line of, double x, double y) {
        double nearest = Double.POSITIVE_INFINITY;
        for (Drawing.Stroke stroke : drawing.strokes()) {
            float[] p = stroke.points();
            for (int k = 0; stroke.of() == of && k + 3 < p.length; k += 2) {
                double dx = p[k + 2] - p[k];
                double dy = p[k + 3] - p[k + 1];
                double share = ((x - p[k]) * dx + (y - p[k + 1]) * dy) / Math.max(1e-12, dx * dx + dy * dy);
                double on = Math.max(0, Math.min(1, share));
                nearest = Math.min(nearest, Math.hypot(x - p[k] - on * dx, y - p[k + 1] - on * dy));
            }
        }
        return nearest;
    }

    @Test
    void fromRightAboveContoursOfAConeAreCirclesAndEachHasItsHeight() {
        int n = 129;
        float[] heights = new float[n * n];
        for (int i = 0; i < heights.length; i++) {
            double x = (i % n - n / 2) * 0.25;
            double z = (i / n - n / 2) * 0.25;
            heights[i] = (float) (10 - Math.hypot(x, z));
        }
        Ground cone = new Ground(n, n, heights, 32);
        Eye above = new Eye(0, 0, 0, 0, 90, 60, true);
        Drawing drawing = Draw.of(site(cone, List.of(), List.of()), look("every", 2.0), above, WIDE, HIGH);
        double pixels = HIGH / (2 * 60 * Math.tan(Math.toRadians(18)));
        List<Double> levels = new ArrayList<>();
        for (Drawing.Stroke stroke : drawing.strokes()) {
            if (stroke.of() != Drawing.Line.CONTOUR && stroke.of() != Drawing.Line.INDEX) {
                continue;
            }
            levels.add(stroke.level());
            assertThat(stroke.of() == Drawing.Line.INDEX).isEqualTo(stroke.level() % 10 == 0);
            double radius = 10 - stroke.level();
            for (int k = 0; k < stroke.points().length && radius > 0 && radius < 15; k += 2) {
                double x = (stroke.points()[k] - WIDE / 2.0) / pixels;
                double y = (stroke.points()[k + 1] - HIGH / 2.0) / pixels;
                assertThat(Math.hypot(x, y)).isCloseTo(radius, within(0.02));
            }
        }
        assertThat(levels).contains(8.0, 6.0, 4.0, 2.0, 0.0, -2.0);
        assertThat(levels.stream().filter(level -> level == 4).count()).isEqualTo(1);
    }

    @Test
    void whatDoesNotShowIsNotDrawnAndTheThresholdMovesWhereItBegins() {
        Ground slope = Grounds.slope(65, 65, 20, 10);
        DrawnLayer own = (DrawnLayer)
                look("threshold", 0.5).withProperty(DrawnLayer.SHOWS, new PropertyRange(0.4, 0.4, Combine.PRODUCT));
        Eye eye = Eye.over(slope, WIDE, HIGH);
        Drawing none = Draw.of(site(slope, List.of(), List.of(own)), own, eye, WIDE, HIGH);
        assertThat(none.strokes()).isEmpty();
        assertThat(none.colours()).isEmpty();
        DrawnLayer lower = Kinds.with(own, "threshold", 0.3);
        Drawing all = Draw.of(site(slope, List.of(), List.of(lower)), lower, eye, WIDE, HIGH);
        Drawing plain = Draw.of(site(slope, List.of(), List.of()), LOOK, eye, WIDE, HIGH);
        assertThat(all.strokes()).hasSameSizeAs(plain.strokes()).isNotEmpty();
    }

    @Test
    void thinHiddenLinesAndOpenOnesTogetherAreAll() {
        Ground ground = Grounds.slope(33, 33, 20, 0);
        List<Prop> boxes = List.of(box("a", 0, 0, 3, 5, 4, 2), box("b", 0, 0, -3, 2, 2, 2));
        Eye eye = new Eye(0, 1, 0, 10, 15, 26, false);
        DrawnLayer thin = look("unseen", DrawnLayer.Unseen.THIN, "contours", false);
        Drawing drawing = Draw.of(site(ground, boxes, List.of()), thin, eye, WIDE, HIGH);
        Drawing removed = Draw.of(site(ground, boxes, List.of()), look("contours", false), eye, WIDE, HIGH);
        double open = length(drawing, false);
        double hidden = length(drawing, true);
        assertThat(open).isCloseTo(length(removed, false), within(1e-3 * open));
        assertThat(length(removed, true)).isZero();
        // the small box alone has as much outline and crease as it has hidden and open
        Drawing alone = Draw.of(site(ground, List.of(boxes.get(1)), List.of()), thin, eye, WIDE, HIGH);
        Drawing other = Draw.of(site(ground, List.of(boxes.get(0)), List.of()), thin, eye, WIDE, HIGH);
        double border = length(other, Drawing.Line.BORDER);
        assertThat(open + hidden)
                .isCloseTo(
                        length(alone, false)
                                + length(alone, true)
                                + length(other, false)
                                + length(other, true)
                                - border,
                        within(2.0));
        assertThat(hidden).isGreaterThan(length(other, true) + 20);
    }

    private static double length(Drawing drawing, boolean hidden) {
        return drawing.strokes().stream()
                .filter(stroke -> stroke.hidden() == hidden)
                .mapToDouble(DrawTest::length)
                .sum();
    }

    private static double length(Drawing drawing, Drawing.Line of) {
        return drawing.strokes().stream()
                .filter(stroke -> stroke.of() == of)
                .mapToDouble(DrawTest::length)
                .sum();
    }

    private static double length(Drawing.Stroke stroke) {
        double sum = 0;
        for (int k = 0; k + 3 < stroke.points().length; k += 2) {
            sum += Math.hypot(
                    stroke.points()[k + 2] - stroke.points()[k], stroke.points()[k + 3] - stroke.points()[k + 1]);
        }
        return sum;
    }

    @Test
    void aBumpyGroundDrawnTwiceIsTheSameAndFacetsAreAsLargeAsWished() {
        Ground bumpy = Grounds.bumpy(129, 64, 6);
        Eye eye = Eye.over(bumpy, WIDE, HIGH);
        Drawing one = Draw.of(site(bumpy, List.of(), List.of()), look("facets", 4.0), eye, WIDE, HIGH);
        Drawing two = Draw.of(site(bumpy, List.of(), List.of()), look("facets", 4.0), eye, WIDE, HIGH);
        assertThat(one.facets()).isEqualTo(two.facets());
        assertThat(one.strokes()).hasSameSizeAs(two.strokes());
        for (int k = 0; k < one.strokes().size(); k++) {
            assertThat(one.strokes().get(k).points())
                    .isEqualTo(two.strokes().get(k).points());
        }
        assertThat(one.colours().length).isBetween(1, 2 * 16 * 16);
        // the farthest first
        Drawing fine = Draw.of(site(bumpy, List.of(), List.of()), LOOK, eye, WIDE, HIGH);
        assertThat(fine.colours().length).isGreaterThan(2 * 16 * 16);
    }

    @Test
    void waterIsLevelWithAShoreRoundIt() {
        Ground slope = Grounds.slope(65, 65, 20, 10);
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(20, 20, 65, Optional.of(1.5)),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                new Clock(24, 0));
        SiteEvaluation site = new SiteEvaluation(
                new SitePlan(recipe, slope, SiteAssets.NONE, 0), new ResultsOfOneRun(), Cancel.NEVER);
        Drawing drawing = Draw.of(site, look("every", 0.5), new Eye(0, 0, 0, 0, 90, 40, true), WIDE, HIGH);
        assertThat(drawing.strokes())
                .filteredOn(stroke -> stroke.of() == Drawing.Line.CONTOUR)
                .isNotEmpty()
                .allSatisfy(stroke -> assertThat(stroke.level()).isGreaterThan(1.5));
        double pixels = HIGH / (2 * 40 * Math.tan(Math.toRadians(18)));
        double shore = WIDE / 2.0 + pixels * (1.5 / Math.tan(Math.toRadians(10)) - 10);
        assertThat(drawing.strokes())
                .filteredOn(stroke -> stroke.of() == Drawing.Line.SHORE)
                .singleElement()
                .satisfies(stroke -> assertThat((double) stroke.points()[0]).isCloseTo(shore, within(0.5)));
    }

    @Test
    void tooManyContoursAreRefusedInWords() {
        Ground slope = Grounds.slope(33, 33, 2000, 40);
        DrawnLayer fine = look("every", 0.001);
        assertThatThrownBy(
                        () -> Draw.of(site(slope, List.of(), List.of()), fine, Eye.over(slope, WIDE, HIGH), WIDE, HIGH))
                .isInstanceOf(InvalidRecipeException.class)
                .hasMessageContaining("contours, every 0.001 m");
        DrawnLayer close = look("every", 0.5);
        SiteEvaluation site = site(slope, List.of(), List.of(close));
        assertThat(close.findings(site.surroundings(close)))
                .singleElement()
                .satisfies(finding -> assertThat(finding.text()).contains("Every 50 m"));
    }
}
