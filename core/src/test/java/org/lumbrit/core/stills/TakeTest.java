package org.lumbrit.core.stills;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.seeing.View;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

/** Pictures taken without a screen. */
class TakeTest {
    private static final int WIDE = 200;
    private static final int HIGH = 150;

    private static SiteEvaluation site(Ground ground, Optional<Double> water, Prop... props) {
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, water),
                List.of(),
                List.of(props),
                List.of(new Falloff("h", "High", new HeightSource(0, 1), List.of())),
                List.of(),
                List.of(),
                new Clock(24, 0));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static Prop box(double x, double y, double z, double wide, double high, String colour) {
        return new Prop("b", "Box", new BoxShape(wide, high, wide), x, y, z, 0, 0, 0, 1, false, 0, 0, colour, false);
    }

    private static int red(int rgb) {
        return rgb >> 16 & 255;
    }

    private static int blue(int rgb) {
        return rgb & 255;
    }

    private static int light(int rgb) {
        return red(rgb) + (rgb >> 8 & 255) + blue(rgb);
    }

    @Test
    void theSameSiteFromTheSameEyeIsTheSamePicture() {
        Ground ground = Grounds.slope(65, 65, 20, 10);
        Eye eye = Eye.over(ground, WIDE, HIGH);
        Still once = Take.daylight(site(ground, Optional.of(0.5), box(1, 2, 1, 2, 2, "#a03020")), eye, WIDE, HIGH);
        Still again = Take.daylight(site(ground, Optional.of(0.5), box(1, 2, 1, 2, 2, "#a03020")), eye, WIDE, HIGH);
        assertThat(again.rgb()).isEqualTo(once.rgb());
        assertThat(once.shown()).isEqualTo(1);
    }

    @Test
    void aBoxCoversThePixelsThatItsOutlineSays() {
        Ground ground = Grounds.slope(33, 33, 40, 0);
        // looked at along −Z: its near face is a square of 2 m, 9 m before the eye
        Eye eye = new Eye(0, 3, 0, 0, 0.1, 10, false);
        Still still = Take.daylight(site(ground, Optional.empty(), box(0, 2, 0, 2, 2, "#d01010")), eye, 400, 300);
        int count = 0;
        for (int i = 0; i < 400 * 300; i++) {
            int rgb = still.at(i % 400, i / 400);
            count += red(rgb) > 1.8 * blue(rgb) && red(rgb) > 1.8 * (rgb >> 8 & 255) ? 1 : 0;
        }
        double pixels = 300 / (2 * Math.tan(Math.toRadians(View.FIELD / 2))) / 9;
        assertThat((double) count).isCloseTo(4 * pixels * pixels, within(0.03 * 4 * pixels * pixels));
    }

    @Test
    void whatIsNearestIsWhatRaysMeet() {
        int n = 400;
        float[] positions = new float[9 * n];
        int[] triangles = new int[3 * n];
        for (int t = 0; t < n; t++) {
            for (int k = 0; k < 9; k++) {
                double middle = 8 * Hash.unit(Hash.of(1, t, k % 3)) - 4;
                positions[9 * t + k] = (float) (middle + 2 * Hash.unit(Hash.of(2, t, k)) - 1);
            }
            for (int k = 0; k < 3; k++) {
                triangles[3 * t + k] = 3 * t + k;
            }
        }
        Ground ground = Grounds.slope(3, 3, 2, 0);
        View view = new View(new Eye(0, 0, 0, 30, 20, 16, false), ground, WIDE, HIGH);
        Projected all = new Projected(
                new Solid(positions, triangles, 0, new float[0], spot -> {}), view, Double.NEGATIVE_INFINITY);
        Strips strips = new Strips(List.of(all), WIDE, HIGH, HIGH, true);
        Rows rows = new Rows(WIDE, 0, HIGH, true);
        rows.draw(List.of(all), strips, 0);
        TriangleTree.Probe probe = new TriangleTree(Mesh.of(positions, triangles)).probe();
        double[] way = new double[3];
        double[] at = view.at();
        int met = 0;
        for (int i = 0; i < rows.solid.length; i += 37) {
            double[] sample = rows.samples[i % 4];
            view.way(i / 4 % WIDE + sample[0], i / 4 / WIDE + sample[1], way);
            double far = probe.ray(at[0], at[1], at[2], way[0], way[1], way[2], 1e9);
            if (Double.isInfinite(far)) {
                assertThat(rows.solid[i]).isEqualTo(-1);
                continue;
            }
            met++;
            assertThat(rows.solid[i]).isZero();
            assertThat(1 / rows.nearness[i]).isCloseTo((float) far, within(2e-3f));
        }
        assertThat(met).isGreaterThan(800);
    }

    @Test
    void behindABoxThereIsLessSun() {
        Ground ground = Grounds.slope(65, 65, 40, 0);
        Eye above = Eye.above(8, HIGH);
        Still bare = Take.daylight(site(ground, Optional.empty()), above, WIDE, HIGH);
        Still with = Take.daylight(site(ground, Optional.empty(), box(0, 0, 0, 2, 3, "#808080")), above, WIDE, HIGH);
        // the usual sun stands in the west, 25° high: a box 3 m tall throws 6.4 m of shade to the east
        double darker = 0;
        double as = 0;
        for (int dx = 2; dx < 6; dx++) {
            darker += light(with.at(WIDE / 2 + 8 * dx, HIGH / 2)) - light(bare.at(WIDE / 2 + 8 * dx, HIGH / 2));
            as += Math.abs(light(with.at(WIDE / 2 - 8 * dx, HIGH / 2)) - light(bare.at(WIDE / 2 - 8 * dx, HIGH / 2)));
        }
        assertThat(darker / 4).isLessThan(-60);
        assertThat(as / 4).isLessThan(6);
    }

    @Test
    void levelWaterMirrorsWhatStandsBeyondIt() {
        // a slope that goes under at z = 0 and rises beyond: looked at low over the water
        Ground bowl = Grounds.of(65, 65, 60, (x, z) -> 0.02 * z * z - 4);
        Still with = Take.daylight(
                site(bowl, Optional.of(0.0), box(0, 0, -16, 4, 6, "#ff0000")),
                new Eye(0, 1, 0, 0, 6, 22, false),
                300,
                200);
        int above = 0;
        int below = 0;
        for (int y = 0; y < 200; y++) {
            int rgb = with.at(150, y);
            boolean red = red(rgb) > 1.5 * blue(rgb) && red(rgb) > 1.5 * (rgb >> 8 & 255);
            above += red && y < 100 ? 1 : 0;
            below += red && y >= 100 ? 1 : 0;
        }
        assertThat(above).isGreaterThan(15);
        assertThat(below).isGreaterThan(4);
    }

    @Test
    void valuesRunFromDarkToBright() {
        Ground ground = Grounds.slope(65, 65, 20, 10);
        SiteEvaluation site = site(ground, Optional.empty());
        Values values = Values.of(site.plan().recipe().falloffs().get(0), true);
        Still still = Take.values(site, values, Eye.above(7, HIGH), WIDE, HIGH);
        double[] out = new double[3];
        double before = -1;
        for (double v = 0; v <= 1; v += 0.125) {
            values.colour(v, false, out);
            assertThat(out[1]).isGreaterThan(before);
            before = out[1];
        }
        // the slope rises to one side: 0 at its foot, 1 where it is a metre high
        int[] ends = {light(still.at(WIDE / 2 - 60, HIGH / 2)), light(still.at(WIDE / 2 + 60, HIGH / 2))};
        int[] north = {light(still.at(WIDE / 2, HIGH / 2 - 60)), light(still.at(WIDE / 2, HIGH / 2 + 60))};
        assertThat(Math.max(Math.abs(ends[0] - ends[1]), Math.abs(north[0] - north[1])))
                .isGreaterThan(250);
        values.colour(1.2, true, out);
        assertThat(out[0]).isGreaterThan(2 * out[2]);
    }

    @Test
    void groundThatReachesBehindTheEyeIsCut() {
        Ground ground = Grounds.slope(2, 2, 1000, 0);
        Still still = Take.daylight(site(ground, Optional.empty()), new Eye(0, 2, 0, 0, 0.1, 10, false), WIDE, HIGH);
        // sky above, ground below: the sky is bluer
        int sky = still.at(WIDE / 2, 5);
        int land = still.at(WIDE / 2, HIGH - 3);
        assertThat(blue(sky)).isGreaterThan(red(sky));
        assertThat(blue(land)).isLessThan(red(land));
    }
}
