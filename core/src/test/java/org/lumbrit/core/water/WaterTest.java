package org.lumbrit.core.water;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Pose;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
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
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.core.surface.Submerged;

/** Waves, pieces of water, and what floats on them. */
class WaterTest {
    private static final Swell PLAIN = new Swell.Waves(10, 0.4, 90, 0, 0, 1);

    private static WaterLayer water(Swell swell) {
        return new WaterLayer("sea", "Waves", 5, false, new Piece.Level(), swell, new Rings.None(), 129, 129, Map.of());
    }

    /** A bed that falls to the east, from so high at the western border to so low at the eastern. */
    private static Ground slope(double west, double east, double width) {
        int n = 129;
        float[] heights = new float[n * n];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (west + (east - west) * (i % n) / (n - 1));
        }
        return new Ground(n, n, heights, width);
    }

    private static SiteEvaluation site(
            Ground ground, double loop, double time, List<Place> places, List<Prop> props, Layer... layers) {
        Recipe recipe = new Recipe(
                "Water",
                GroundSpec.flat(ground.width(), ground.depth(), 65, Optional.of(0.0)),
                places,
                props,
                List.of(),
                List.of(layers),
                List.of(),
                new Clock(24, loop, 0, 8, List.of()));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, time), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static WaterSurface surface(SiteEvaluation site) {
        WaterLayer layer = (WaterLayer) site.plan().recipe().layer("sea").orElseThrow();
        return layer.surface(site.surroundings(layer));
    }

    @Test
    void wavesKeepToTheirDispersion() {
        assertThat(2 * Math.PI / Dispersion.frequency(10)).isCloseTo(2.531, within(5e-4));
        for (double length : new double[] {0.2, 3, 40}) {
            for (double depth : new double[] {0.01, 0.3, 2, 50}) {
                double omega = Dispersion.frequency(length);
                double k = Dispersion.number(omega, depth);
                assertThat(Dispersion.G * k * Math.tanh(k * depth))
                        .isCloseTo(omega * omega, within(1e-9 * omega * omega));
            }
        }
        // on shallow water they go as √(g h), and so does their energy
        double omega = Dispersion.frequency(100);
        double k = Dispersion.number(omega, 0.05);
        assertThat(omega / k).isCloseTo(Math.sqrt(9.81 * 0.05), within(2e-3));
        assertThat(Dispersion.group(omega, k, 0.05)).isCloseTo(omega / k, within(2e-3));
    }

    @Test
    void aPlainWaveGoesItsWayAndComesBackAfterItsPeriod() {
        Ground deep = slope(-60, -60, 100);
        double period = 2 * Math.PI / Dispersion.frequency(10);
        WaterSurface now = surface(site(deep, 0, 0, List.of(), List.of(), water(PLAIN)));
        WaterSurface later = surface(site(deep, 0, period, List.of(), List.of(), water(PLAIN)));
        WaterSurface quarter = surface(site(deep, 0, period / 4, List.of(), List.of(), water(PLAIN)));
        double most = 0;
        for (double x = -20; x < 20; x += 0.37) {
            assertThat(later.height(x, 3)).isCloseTo(now.height(x, 3), within(1e-9));
            assertThat(quarter.height(x + 2.5, -7)).isCloseTo(now.height(x, 3), within(1e-9));
            most = Math.max(most, now.height(x, 3));
        }
        // 0.4 m for the highest third: the only wave has a quarter of it times √2
        assertThat(most).isCloseTo(0.1 * Math.sqrt(2), within(2e-3));
    }

    @Test
    void aTrochoidIsInvertedAtThePlaceItself() {
        Wave wave = new Wave(1, 0, 2 * Math.PI / 10, Dispersion.frequency(10), 1.2, 1, 0.3);
        Ground deep = slope(-60, -60, 100);
        SiteEvaluation site =
                site(deep, 0, 0, List.of(), List.of(), water(new Swell.Waves(10, 1.2 * 4 / Math.sqrt(2), 90, 0, 1, 1)));
        WaterSurface surface = surface(site);
        double phase = surface.waves().get(0).phase();
        for (double rest = -10; rest < 10; rest += 0.13) {
            double theta = wave.k() * rest + phase;
            double x = rest - 1.2 * Math.sin(theta);
            assertThat(surface.height(x, 0)).isCloseTo(1.2 * Math.cos(theta), within(1e-6));
            assertThat(surface.at(x, 0).east()).isCloseTo(x - rest, within(1e-5));
        }
        // the mean of a trochoid at places is below its middle: sharp crests, wide troughs
        double sum = 0;
        for (int i = 0; i < 1000; i++) {
            sum += surface.height(-5 + i * 0.01, 0) / 1000;
        }
        assertThat(sum).isCloseTo(-wave.k() * 1.2 * 1.2 / 2, within(1e-3));
    }

    @Test
    void everythingComesBackAfterALoop() {
        Ground shelving = slope(1, -4, 60);
        for (Swell swell : List.of(
                new Swell.Waves(4, 0.2, 200, 40, 1, 12), new Swell.Noise(1.5, 0.1, 3, 40, 0.7), new Swell.Still())) {
            WaterSurface start = surface(site(shelving, 8, 0, List.of(), List.of(), water(swell)));
            WaterSurface end = surface(site(shelving, 8, 8, List.of(), List.of(), water(swell)));
            double moved = 0;
            WaterSurface middle = surface(site(shelving, 8, 3.1, List.of(), List.of(), water(swell)));
            for (double x = -25; x < 28; x += 1.7) {
                assertThat(end.height(x, 4)).isCloseTo(start.height(x, 4), within(1e-9));
                moved = Math.max(moved, Math.abs(middle.height(x, 4) - start.height(x, 4)));
            }
            assertThat(moved > 0.01).isEqualTo(!(swell instanceof Swell.Still));
        }
    }

    @Test
    void towardsTheShoreTheyGetShorterAndBreak() {
        // waves of 10 m that run west, up a beach that rises from 6 m to above the water
        Ground beach = slope(0.5, -6, 120);
        Swell swell = new Swell.Waves(10, 0.3, 270, 0, 0.01, 1);
        WaterSurface surface = surface(site(beach, 0, 0, List.of(), List.of(), water(swell)));
        for (double from : new double[] {40, -30, -42}) {
            double[] wave = wave(surface, from);
            double depth = surface.depth(0.5 * (wave[0] + wave[1]), 0);
            double expected = 2 * Math.PI / Dispersion.number(Dispersion.frequency(10), depth);
            assertThat(wave[1] - wave[0]).as(depth + " m deep").isCloseTo(expected, within(0.05 * expected));
        }
        double[] shallow = wave(surface, -42);
        assertThat(shallow[1] - shallow[0]).isLessThan(7);
        double highest = 0;
        for (double x = -50; x < -49.5; x += 0.01) {
            highest = Math.max(highest, Math.abs(surface.height(x, 0)));
        }
        assertThat(highest).as("at the edge").isLessThan(0.39 * 0.1);
        assertThat(surface.height(-58, 0)).as("on land").isZero();
    }

    /** The next two places to the east where the surface rises through its level. */
    private static double[] wave(WaterSurface surface, double from) {
        double[] found = new double[2];
        int count = 0;
        for (double x = from; count < 2; x += 0.002) {
            if (surface.height(x, 0) <= 0 && surface.height(x + 0.002, 0) > 0) {
                found[count++] = x;
            }
        }
        return found;
    }

    @Test
    void aWindRaisesWhatItRaises() {
        List<Wave> waves = PLAIN.waves(null, 1, 0);
        assertThat(waves).hasSize(1);
        assertThat(waves.get(0).length()).isCloseTo(10, within(1e-9));
        double variance = 0;
        for (Wave wave : new Swell.Waves(6, 0.5, 0, 20, 1, 12).waves(null, 3, 0)) {
            variance += wave.amplitude() * wave.amplitude() / 2;
        }
        assertThat(4 * Math.sqrt(variance)).as("significant height").isCloseTo(0.5, within(1e-9));
    }

    @Test
    void poolsBasinsAndStreamsLieWhereTheyAreSaid() {
        int n = 129;
        float[] heights = new float[n * n];
        for (int i = 0; i < heights.length; i++) {
            double x = (i % n - 64) * 0.25;
            double z = (i / n - 64) * 0.25;
            // two bowls, and a valley that falls to the south between them
            heights[i] = (float) (0.05 * Math.min((x - 9) * (x - 9) + z * z, (x + 9) * (x + 9) + z * z) - 0.02 * z);
        }
        Ground ground = new Ground(n, n, heights, 32);
        AreaPlace half = new AreaPlace(
                "half",
                "Half",
                List.of(new Point3(9, 0, -16), new Point3(16, 0, -16), new Point3(16, 0, 16), new Point3(9, 0, 16)));
        PointPlace east = new PointPlace("east", "East", new Point3(9, 0, 0));
        PathPlace way = new PathPlace("way", "Way", List.of(new Point3(-9, 0, -6), new Point3(-9, 0, 6)), false);
        List<Place> places = List.of(half, east, way);
        WaterLayer basin = Kinds.with(water(new Swell.Still()), "piece", new Piece.Basin("east", 0.6));
        WaterSurface surface = surface(site(ground, 0, 0, places, List.of(), basin));
        assertThat(surface.depth(9, 0)).isCloseTo(0.6, within(0.01));
        assertThat(surface.depth(-9, 0)).as("the other bowl").isNegative();
        assertThat(surface.depth(9, 5)).as("beyond its edge").isNegative();
        WaterLayer pool = Kinds.with(water(new Swell.Still()), "piece", new Piece.Pool("half", 0.6));
        surface = surface(site(ground, 0, 0, places, List.of(), pool));
        assertThat(surface.depth(10.5, 0)).isCloseTo(0.6 - 0.05 * 2.25, within(0.01));
        assertThat(surface.depth(7.5, 0)).as("outside the area").isNegative();
        WaterLayer stream = Kinds.with(water(new Swell.Still()), "piece", new Piece.Stream("way", 2, 0.4));
        surface = surface(site(ground, 0, 0, places, List.of(), stream));
        double before = Double.POSITIVE_INFINITY;
        for (double z = -5.5; z < 5.6; z += 0.5) {
            assertThat(surface.rest(-9, z)).as("never rises").isLessThanOrEqualTo(before + 1e-6);
            before = surface.rest(-9, z);
        }
        assertThat(surface.depth(-9, -5)).isCloseTo(0.4, within(0.05));
        assertThat(surface.depth(-5, 0)).isNegative();
    }

    @Test
    void findingsSayWhatIsNotMeant() {
        Ground deep = slope(-60, -60, 100);
        assertThat(titles(deep, 0, new Swell.Waves(2, 1.5, 90, 0, 1, 1))).contains("Waves: waves fold over");
        assertThat(titles(deep, 0, new Swell.Waves(0.5, 0.01, 90, 0, 1, 9)))
                .contains("Waves: waves shorter than two cells");
        assertThat(titles(deep, 2, new Swell.Waves(40, 0.1, 90, 0, 1, 1))).contains("Waves: longer than the loop");
        assertThat(titles(slope(3, 2, 100), 0, PLAIN)).contains("Waves: no water");
        assertThat(titles(deep, 0, PLAIN)).isEmpty();
    }

    private static List<String> titles(Ground ground, double loop, Swell swell) {
        SiteEvaluation site = site(ground, loop, 0, List.of(), List.of(), water(swell));
        Layer layer = site.plan().recipe().layer("sea").orElseThrow();
        return layer.findings(site.surroundings(layer)).stream()
                .map(Finding::title)
                .toList();
    }

    // rings

    private static boolean[] basin(int columns, int rows) {
        boolean[] wet = new boolean[columns * rows];
        for (int i = 0; i < wet.length; i++) {
            int c = i % columns;
            int r = i / columns;
            wet[i] =
                    c > 0 && r > 0 && c < columns - 1 && r < rows - 1 && (c - 20) * (c - 20) + (r - 15) * (r - 15) > 40;
        }
        return wet;
    }

    @Test
    void ripplesKeepTheirSumAndLoseNoEnergyButByDamping() {
        int columns = 70;
        int rows = 50;
        boolean[] wet = basin(columns, rows);
        for (float damping : new float[] {0, 0.8f}) {
            float[] even = new float[wet.length];
            java.util.Arrays.fill(even, damping);
            Ripples ripples = new Ripples(wet, columns, rows, 0.1, 0.12, 1.3, even, 0.05);
            float[] now = new float[wet.length];
            for (int i = 0; i < wet.length; i++) {
                double q = (i % columns - 45) * (i % columns - 45) + (i / columns - 25) * (i / columns - 25);
                now[i] = wet[i] ? (float) (0.1 * Math.exp(-q / 18)) : 0;
            }
            float[] before = now.clone();
            double sum = sum(now);
            double energy = Double.POSITIVE_INFINITY;
            for (int k = 0; k < 400; k++) {
                float[] earlier = now.clone();
                ripples.step(now, before, Cancel.NEVER);
                float[] held = now;
                now = before;
                before = held;
                double next = ripples.energy(earlier, now);
                assertThat(next).isLessThanOrEqualTo(energy * (1 + 1e-5) + 1e-9);
                energy = next;
                assertThat(sum(now)).isCloseTo(sum, within(2e-4 * sum));
            }
            for (int i = 0; i < wet.length; i++) {
                assertThat(wet[i] || now[i] == 0).isTrue();
            }
        }
    }

    private static double sum(float[] values) {
        double sum = 0;
        for (float each : values) {
            sum += each;
        }
        return sum;
    }

    @Test
    void aRingGrowsAsFastOnTheAxisAsOnTheDiagonal() {
        int n = 401;
        boolean[] wet = new boolean[n * n];
        java.util.Arrays.fill(wet, true);
        double cell = 0.05;
        double dt = 0.02;
        Ripples ripples = new Ripples(wet, n, n, cell, cell, 1.5, new float[n * n], dt);
        float[] now = new float[n * n];
        for (int i = 0; i < now.length; i++) {
            double q = (i % n - 200) * (i % n - 200) + (i / n - 200.0) * (i / n - 200);
            now[i] = (float) Math.exp(-q / (2 * 8 * 8));
        }
        float[] before = now.clone();
        double[][] crest = new double[2][2];
        for (int k = 1; k <= 200; k++) {
            ripples.step(now, before, Cancel.NEVER);
            float[] held = now;
            now = before;
            before = held;
            if (k == 100 || k == 200) {
                crest[k / 100 - 1][0] = cell * crest(now, n, 1, 0);
                crest[k / 100 - 1][1] = cell * Math.sqrt(2) * crest(now, n, 1, 1);
            }
        }
        for (int way = 0; way < 2; way++) {
            assertThat(crest[1][way] - crest[0][way]).isCloseTo(1.5 * 100 * dt, within(cell * 1.5));
        }
    }

    private static int crest(float[] values, int n, int dx, int dz) {
        int best = 0;
        for (int k = 5; k < 195; k++) {
            int i = (200 + k * dz) * n + 200 + k * dx;
            int j = (200 + best * dz) * n + 200 + best * dx;
            best = best == 0 || values[i] > values[j] ? k : best;
        }
        return best;
    }

    @Test
    void aTroughSwingsAtItsOwnFrequency() {
        int columns = 121;
        int rows = 41;
        boolean[] wet = new boolean[columns * rows];
        java.util.Arrays.fill(wet, true);
        double cell = 0.1;
        double dt = 0.02;
        double c = 1.2;
        Ripples ripples = new Ripples(wet, columns, rows, cell, cell, c, new float[wet.length], dt);
        float[] now = new float[wet.length];
        for (int i = 0; i < now.length; i++) {
            now[i] = (float) Math.cos(Math.PI * (i % columns + 0.5) / columns);
        }
        float[] before = now.clone();
        double omega = c * Math.PI / (columns * cell);
        int crossed = 0;
        for (int k = 1; crossed == 0; k++) {
            ripples.step(now, before, Cancel.NEVER);
            float[] held = now;
            now = before;
            before = held;
            crossed = now[0] < 0 ? k : 0;
        }
        // a quarter of the period, half a step off as it began at rest
        assertThat((crossed - 0.5) * dt).isCloseTo(0.5 * Math.PI / omega, within(0.02 * Math.PI / omega));
    }

    @Test
    void dropsMakeRingsThatComeBackWithTheLoopAndAddToTheHeight() {
        Ground bowl = slope(1, -3, 20);
        WaterLayer rain = Kinds.with(
                water(new Swell.Still()), "rings", new Rings.Drops(4, 0.8, 0.05, 1.2, 0.5, Rings.Shores.REFLECT));
        SiteEvaluation start = site(bowl, 2, 0, List.of(), List.of(), rain);
        SiteEvaluation end = site(bowl, 2, 2, List.of(), List.of(), rain);
        SiteEvaluation almost = site(bowl, 2, 2 - 1e-7, List.of(), List.of(), rain);
        double most = 0;
        for (double x = -3; x < 9; x += 0.41) {
            double there = surface(start).height(x, 1);
            most = Math.max(most, Math.abs(there));
            assertThat(surface(end).height(x, 1)).isCloseTo(there, within(1e-9));
            assertThat(surface(almost).height(x, 1)).as("no jump at the seam").isCloseTo(there, within(1e-5));
            assertThat(surface(start).rings(x, 1)).isCloseTo(there, within(1e-12));
        }
        assertThat(most).isGreaterThan(0.001);
        assertThat(surface(start).height(-9, 1)).as("on land").isZero();
        WaterLayer swallowed = Kinds.with(rain, "rings", new Rings.Drops(4, 0.8, 0.05, 1.2, 0.5, Rings.Shores.SWALLOW));
        SiteEvaluation calm = site(bowl, 2, 0, List.of(), List.of(), swallowed);
        assertThat(Math.abs(surface(calm).height(-4.6, 1)))
                .isLessThanOrEqualTo(Math.abs(surface(start).height(-4.6, 1)) + 1e-3);
    }

    @Test
    void aPropThatMovesThroughTheWaterLeavesAWake() {
        Ground deep = slope(-5, -5, 20);
        PathPlace way = new PathPlace("way", "Way", List.of(new Point3(-6, 0, 0), new Point3(6, 0, 0)), false);
        Prop post = new Prop(
                "post",
                "Post",
                new BoxShape(0.3, 1, 0.3),
                -6,
                0,
                0,
                0,
                0,
                0,
                1,
                false,
                0,
                0,
                "#806040",
                false,
                new Pose.AlongPath("way", 2, 0, Pose.Turned.ALONG));
        WaterLayer wake = Kinds.with(
                water(new Swell.Still()), "rings", new Rings.Wake("post", 0.8, 0.1, 1, 0.3, Rings.Shores.SWALLOW));
        WaterSurface surface = surface(site(deep, 0, 3, List.of(way), List.of(post), wake));
        double behind = 0;
        double ahead = 0;
        for (double z = -2; z < 2; z += 0.1) {
            behind = Math.max(behind, Math.abs(surface.height(-2.5, z)));
            ahead = Math.max(ahead, Math.abs(surface.height(4, z)));
        }
        assertThat(behind).isGreaterThan(0.004);
        assertThat(ahead).as("faster than its waves: nothing goes before it").isLessThan(1e-4);
    }

    // what floats

    private static Prop floating(Shape shape, double x, double heading, Pose.Floats pose) {
        return new Prop("raft", "Raft", shape, x, 0, 0, heading, 0, 0, 1, true, 0, 0, "#806040", false, pose);
    }

    private static Pose.Floats pose(Pose.Rides rides, double offset, double weight) {
        return new Pose.Floats("sea", rides, offset, weight, "", 0, 0);
    }

    private static Afloat afloat(SiteEvaluation site) {
        return site.afloat(site.plan().recipe().prop("raft").orElseThrow()).orElseThrow();
    }

    @Test
    void aPointRidesOnTheSurfaceItselfAtEveryMoment() {
        Ground shelving = slope(1, -4, 60);
        for (double time = 0; time < 8; time += 0.71) {
            SiteEvaluation site = site(
                    shelving,
                    8,
                    time,
                    List.of(),
                    List.of(floating(new BoxShape(1, 0.4, 2), 12, 30, pose(Pose.Rides.POINT, 0.13, 0))),
                    water(new Swell.Waves(4, 0.3, 200, 40, 1, 12)));
            WaterSurface surface = surface(site);
            assertThat(site.placed("raft").origin()[1]).isCloseTo(surface.height(12, 0) + 0.13, within(1e-5));
            assertThat(afloat(site).off()).isZero();
        }
    }

    @Test
    void aBodyTiltsWithLongWavesAndNotWithShortOnes() {
        Ground deep = slope(-60, -60, 400);
        for (double heading : new double[] {0, 70}) {
            Prop raft = floating(new BoxShape(2, 0.4, 2), 3, heading, pose(Pose.Rides.BODY, 0, 0));
            SiteEvaluation site =
                    site(deep, 0, 0.4, List.of(), List.of(raft), water(new Swell.Waves(300, 9, 60, 0, 0, 1)));
            double[] slope = surface(site).slope(3, 0);
            double[] up = site.placed("raft").turn().rotate(0, 1, 0);
            assertThat(-up[0] / up[1]).isCloseTo(slope[0], within(1e-3 * Math.abs(slope[0]) + 1e-5));
            assertThat(-up[2] / up[1]).isCloseTo(slope[1], within(1e-3 * Math.abs(slope[1]) + 1e-5));
            // heading is kept: its front still looks the same way from above
            double[] front = site.placed("raft").turn().rotate(0, 0, -1);
            assertThat(Math.toDegrees(Math.atan2(front[0], -front[2]))).isCloseTo(heading, within(0.2));
        }
        Prop large = floating(new BoxShape(40, 0.4, 40), 3, 0, pose(Pose.Rides.BODY, 0, 0));
        SiteEvaluation site =
                site(deep, 0, 0.4, List.of(), List.of(large), water(new Swell.Waves(3, 0.3, 60, 0, 0, 1)));
        assertThat(afloat(site).tilt()).isLessThan(0.15);
    }

    @Test
    void byItsWeightItLiesAsDeepAsArchimedesSays() {
        Ground deep = slope(-60, -60, 100);
        // a box of 1 × 0.5 × 2 m: 300 kg displace 0.3 m³, 0.15 m deep
        Prop box = floating(new BoxShape(1, 0.5, 2), 3, 0, pose(Pose.Rides.POINT, 0, 300));
        SiteEvaluation site = site(deep, 0, 0, List.of(), List.of(box), water(new Swell.Still()));
        Mesh mesh = site.mesh(box);
        double lowest = mesh.extentAlong(0, 1, 0)[0];
        assertThat(site.placed("raft").origin()[1] + lowest).isCloseTo(-0.15, within(1e-6));
        Afloat.Draught draught = Afloat.draught(box, box.pose().floating().orElseThrow(), mesh);
        assertThat(draught.volume()).isCloseTo(0.3, within(1e-6));
        assertThat(draught.below()).isCloseTo(0.15, within(1e-6));
        // twice as large, eight times as heavy: twice as deep
        Prop twice = new Prop(
                "raft",
                "Raft",
                box.shape(),
                3,
                0,
                0,
                0,
                0,
                0,
                2,
                true,
                0,
                0,
                "#806040",
                false,
                pose(Pose.Rides.POINT, 0, 2400));
        assertThat(Afloat.draught(twice, twice.pose().floating().orElseThrow(), mesh)
                        .below())
                .isCloseTo(0.3, within(1e-6));
        // any shape: what is under water weighs as much
        Prop barrel = floating(new BarrelShape(0.9, 0.3, 0.35, 24), 3, 0, pose(Pose.Rides.BODY, 0, 80));
        Mesh staves = site(deep, 0, 0, List.of(), List.of(barrel), water(new Swell.Still()))
                .mesh(barrel);
        Afloat.Draught lies = Afloat.draught(barrel, barrel.pose().floating().orElseThrow(), staves);
        assertThat(Submerged.below(staves, 0, 1, 0, -lies.above())[0]).isCloseTo(0.08, within(1e-6));
    }

    @Test
    void itDriftsAlongAPathUntilTheShoreHoldsIt() {
        Ground beach = slope(1, -4, 40);
        PathPlace way = new PathPlace("way", "Way", List.of(new Point3(10, 0, 0), new Point3(-15, 0, 0)), false);
        Pose.Floats drifts = new Pose.Floats("sea", Pose.Rides.BODY, 0.2, 0, "way", 1, 0);
        double held = Double.NaN;
        for (double time : new double[] {0, 5, 15, 20, 24}) {
            SiteEvaluation site = site(
                    beach,
                    0,
                    time,
                    List.of(way),
                    List.of(floating(new BoxShape(1, 0.5, 1), 10, 0, drifts)),
                    water(PLAIN));
            Afloat there = afloat(site);
            if (time <= 15) {
                assertThat(there.x()).isCloseTo(10 - time, within(1e-9));
                assertThat(there.held()).isFalse();
            } else if (there.held()) {
                held = Double.isNaN(held) ? there.x() : held;
                assertThat(there.x()).as("where it was held first").isCloseTo(held, within(0.16));
            }
        }
        // it needs 0.2 m less than its half height of 0.5 m of water above the bed
        assertThat(held).isBetween(-13.0, -5.0);
        Pose.Floats moored = new Pose.Floats("sea", Pose.Rides.POINT, 0.2, 0, "way", 1, 3);
        SiteEvaluation site = site(
                beach, 0, 9, List.of(way), List.of(floating(new BoxShape(1, 0.5, 1), 10, 0, moored)), water(PLAIN));
        assertThat(afloat(site).x()).as("no farther than its line").isCloseTo(7, within(1e-9));
    }

    @Test
    void onTheBedItLiesOnTheBedAndOnLandOnTheLand() {
        Ground beach = slope(1, -4, 40);
        SiteEvaluation shallow = site(
                beach,
                0,
                0,
                List.of(),
                List.of(floating(new BoxShape(1, 2, 1), -10, 0, pose(Pose.Rides.POINT, -0.8, 0))),
                water(new Swell.Still()));
        Afloat rests = afloat(shallow);
        assertThat(rests.off()).isPositive();
        SiteEvaluation dry = site(
                beach,
                0,
                0,
                List.of(),
                List.of(floating(new BoxShape(1, 2, 1), -18, 0, pose(Pose.Rides.BODY, 0, 0))),
                water(new Swell.Still()));
        assertThat(afloat(dry).wet()).isZero();
        double lowest = dry.mesh(dry.plan().recipe().props().get(0)).extentAlong(0, 1, 0)[0];
        assertThat(dry.placed("raft").origin()[1] + lowest).isCloseTo(beach.height(-18, 0), within(1e-6));
    }

    @Test
    void volumesBelowPlanesAreThoseOfSolids() {
        Mesh box = new BoxShape(1, 1, 1).mesh(id -> null);
        double low = box.extentAlong(0, 1, 0)[0];
        assertThat(Submerged.below(box, 0, 1, 0, low + 0.3)[0]).isCloseTo(0.3, within(1e-6));
        assertThat(Submerged.below(box, 0, 1, 0, low + 5)[0]).isCloseTo(1, within(1e-6));
        assertThat(Submerged.below(box, 0, 1, 0, low - 1)[0]).isZero();
        double[] half = Submerged.below(box, 0, 1, 0, low + 0.5);
        assertThat(half[2] / half[0]).as("its middle").isCloseTo(low + 0.25, within(1e-6));
        // whatever the plane, both sides of it make the whole
        double c = 1 / Math.sqrt(3);
        double below = Submerged.below(box, c, c, c, 0.1)[0];
        double above = Submerged.below(box, -c, -c, -c, -0.1)[0];
        assertThat(below + above).isCloseTo(1, within(1e-6));
        assertThat(Submerged.level(box, 0, 1, 0, 0.25)).isCloseTo(low + 0.25, within(1e-6));
    }

    @Test
    void whereItIsFrozenNoWaveRunsAndNoRing() {
        Ground deep = slope(-3, -3, 20);
        WaterLayer rain =
                Kinds.with(water(PLAIN), "rings", new Rings.Drops(20, 0.8, 0.1, 1.2, 0.1, Rings.Shores.REFLECT));
        WaterLayer frozen = (WaterLayer) rain.withProperty(WaterLayer.ICE, new PropertyRange(1, 1, Combine.PRODUCT));
        WaterSurface ice = surface(site(deep, 2, 0.7, List.of(), List.of(), frozen));
        WaterSurface open = surface(site(deep, 2, 0.7, List.of(), List.of(), rain));
        double most = 0;
        for (double x = -9; x < 9; x += 0.7) {
            most = Math.max(most, Math.abs(open.height(x, 1)));
            assertThat(ice.height(x, 1)).isZero();
            assertThat(ice.ice(x, 1)).isCloseTo(1, within(1e-6));
        }
        assertThat(most).isGreaterThan(0.05);
    }

    @Test
    void strengthIsDrivenLikeAnyProperty() {
        Ground deep = slope(-60, -60, 100);
        WaterLayer half = (WaterLayer)
                water(PLAIN).withProperty(WaterLayer.STRENGTH, new PropertyRange(0.5, 0.5, Combine.PRODUCT));
        WaterSurface full = surface(site(deep, 0, 0, List.of(), List.of(), water(PLAIN)));
        WaterSurface less = surface(site(deep, 0, 0, List.of(), List.of(), half));
        assertThat(less.height(4, 2)).isCloseTo(0.5 * full.height(4, 2), within(1e-7));
    }
}
