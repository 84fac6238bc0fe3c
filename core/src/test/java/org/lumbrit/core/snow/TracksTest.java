package org.lumbrit.core.snow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.answers.WhyHere;
import org.lumbrit.core.bodies.BodyKind;
import org.lumbrit.core.bodies.Path;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Readings;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.SurfacePatch;

/** What bodies and boots press into snow, and what fills it again. */
class TracksTest {
    private static final RollLayer BALL = new RollLayer(
            "roll",
            "Ball",
            1,
            false,
            new BodyKind.Ball(0.5),
            "#ffffff",
            300,
            0.8,
            0,
            0,
            -10,
            0.013,
            0,
            0,
            90,
            0,
            0,
            0,
            9.81,
            3,
            480,
            0.02,
            0,
            0,
            0.5,
            0,
            5,
            new Flakes.None(),
            Map.of("sinks", even(0.1)));

    private static PropertyRange even(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    private static LayLayer snow(double deep) {
        return new LayLayer(
                "snow",
                "Snow",
                1,
                false,
                Stuff.SNOW,
                "#ffffff",
                0.8,
                0,
                90,
                0,
                20,
                2,
                true,
                LayLayer.On.NONE,
                List.of(),
                List.of(),
                Map.of(
                        "reach",
                        even(80),
                        "edge",
                        even(0),
                        "fallen",
                        even(deep),
                        "crevices",
                        even(0),
                        "shelter",
                        even(0)));
    }

    private static PressLayer press(Profile profile, double deep, Flakes flakes) {
        return new PressLayer(
                "press",
                "Track",
                7,
                false,
                "way",
                "",
                profile,
                0.6,
                0.01,
                flakes,
                Map.of("presses", even(deep), "share-of-depth", even(1)));
    }

    private static SiteEvaluation site(Ground ground, double time, Layer... layers) {
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, Optional.empty()),
                List.of(new PathPlace("way", "Way", List.of(new Point3(-4, 0, 0.003), new Point3(4, 0, 0.003)), false)),
                List.of(),
                List.of(),
                List.of(layers),
                List.of(),
                new Clock(24, 0));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, time), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static SurfacePatch patch(SiteEvaluation site, String layer) {
        Layer of = site.plan().recipe().layer(layer).orElseThrow();
        return of.patch(site.surroundings(of)).orElseThrow();
    }

    @Test
    void aBallLeavesAGrooveAsWideAsItIsWhereItSinks() {
        for (double sunk : new double[] {0.05, 0.1, 0.2}) {
            RollLayer ball = (RollLayer) BALL.withProperty("sinks", even(sunk));
            SiteEvaluation site = site(Grounds.slope(129, 129, 64, -20), 2.5, snow(0.4), ball);
            SurfacePatch groove = patch(site, "roll");
            assertThat(groove.deepest()).isCloseTo(sunk, within(0.02 * sunk + 0.003));
            // across the way, in the slope's own plane the width does not change
            double x = site.plan().ground().width() * 0 - 6;
            double width = 0;
            for (double z = -1; z < 1; z += 0.002) {
                width += groove.at(x, z) < -0.004 ? 0.002 : 0;
            }
            double r = 0.5;
            double sine = sunk * Math.cos(Math.toRadians(20));
            assertThat(width).isCloseTo(2 * Math.sqrt(r * r - (r - sine) * (r - sine)), within(0.05));
        }
    }

    @Test
    void itsNumbersOverTimeAreThoseOfItsWay() {
        RollLayer ball = Kinds.with(BALL, "speed", 3.0);
        SiteEvaluation site = site(Grounds.slope(257, 257, 32, 0), 0, ball);
        Readings told = ball.readings(site.surroundings(ball)).orElseThrow();
        Path path = ball.path(site.surroundings(ball));
        int last = path.frames() - 1;
        assertThat(told.seconds()).hasSize(path.frames()).isSorted();
        assertThat(told.seconds()[last]).isCloseTo(path.seconds(), within(1e-9));
        assertThat(told.way()).hasSize(3 * path.frames());
        assertThat(told.lines())
                .extracting(Readings.Line::title)
                .contains("speed", "slip")
                .doesNotContain("radius");
        double[] speed = told.lines().get(0).values();
        assertThat(speed[0]).isCloseTo(3, within(1e-9));
        assertThat(speed[last]).as("rolls at five sevenths").isCloseTo(3 * 5.0 / 7, within(1e-3));
        Readings few = told.thinned(7);
        assertThat(few.seconds()).hasSize(7).startsWith(told.seconds()[0]).endsWith(told.seconds()[last]);
        assertThat(few.way()).hasSize(21);
        assertThat(few.lines().get(0).values()).hasSize(7).endsWith(speed[last]);
        assertThat(told.thinned(1_000_000)).isSameAs(told);
        assertThat(ball.takes(site.surroundings(ball))).contains("steps").contains("for each 10 m");
    }

    @Test
    void theDepthAtAPlaceIsTheSumOfWhatCameThere() {
        SnowLayer snow = snowfall();
        RollLayer ball = (RollLayer)
                Kinds.with(Kinds.with(BALL, "speed", 3.0), "begins", 1.0).withProperty("sinks", even(0.03));
        SiteEvaluation site = site(Grounds.slope(65, 65, 32, -20), 2, snow, ball);
        Samples there = site.plan().ground().samplesAt(new double[] {-8}, new double[] {0.013});
        WhyHere why = WhyHere.at(site, snow, SnowLayer.DEPTH, there);
        double parts = why.parts().stream()
                .filter(part -> !part.since())
                .mapToDouble(WhyHere.Part::value)
                .sum();
        assertThat(why.parts()).extracting(WhyHere.Part::title).startsWith("fallen", "melted", "drifted", "slid");
        assertThat(parts).isCloseTo(why.value(), within(1e-5));
        assertThat(why.parts().get(0).value()).isPositive();
        assertThat(why.parts().get(1).value()).isNegative();
        assertThat(why.parts()).filteredOn(WhyHere.Part::since).singleElement().satisfies(pressed -> {
            assertThat(pressed.title()).isEqualTo("pressed by Ball");
            assertThat(pressed.value()).isBetween(-0.0305, -0.01);
        });
        Readings told = snow.readings(site.surroundings(snow)).orElseThrow();
        SnowLayer.Account account = snow.account(site.surroundings(snow));
        assertThat(told.seconds()).startsWith(0).endsWith(2);
        assertThat(told.lines().get(0).values()[2] / told.lines().get(1).values()[2])
                .isCloseTo(account.lying() / account.fallen(), within(1e-9));
    }

    @Test
    void whatFallsAfterTheBallHasPassedLeavesItsGrooveAsWide() {
        Ground slope = Grounds.slope(129, 129, 64, -20);
        SurfacePatch still = patch(site(slope, 2.5, snow(0.4), BALL), "roll");
        SnowLayer falls = heavyFall(20);
        SiteEvaluation later = site(slope, 2.5, falls, BALL);
        SurfacePatch groove = patch(later, "roll");
        Samples here = later.plan().ground().samplesAt(new double[] {0}, new double[] {10});
        assertThat(later.field(falls, SnowLayer.DEPTH, here)[0]).isCloseTo(0.8f, within(1e-4f));
        assertThat(groove.deepest()).isCloseTo(still.deepest(), within(0.002));
        assertThat(pressed(groove)).isCloseTo(pressed(still), within(0.02 * pressed(still)));
    }

    @Test
    void aBodyRollsOnWhatLiesWhenItIsLetGo() {
        Ground level = Grounds.slope(65, 65, 32, 0);
        for (double begins : new double[] {-3, 0, 10, 20}) {
            RollLayer ball = (RollLayer)
                    Kinds.with(Kinds.with(BALL, "speed", 3.0), "begins", begins).withProperty("sinks", even(0.03));
            Path path = ball.path(site(level, 25, heavyFall(0), ball).surroundings(ball));
            Path sooner = ball.path(site(level, 1, heavyFall(0), ball).surroundings(ball));
            // on what has fallen by then, as far as it does not sink into it
            double lies = begins < 0 ? 0 : depth(level, begins);
            assertThat(path.at(0, 1)).isCloseTo(0.5 + Math.max(0, lies - 0.03), within(1e-3));
            assertThat(sooner.numbers()).as("whenever it is looked at").containsExactly(path.numbers());
        }
        assertThat(depth(level, 10)).isGreaterThan(0.2);
    }

    private static double depth(Ground level, double seconds) {
        SiteEvaluation site = site(level, seconds, heavyFall(0));
        Samples middle = site.plan().ground().samplesAt(new double[] {-10}, new double[] {0});
        return site.field(site.plan().recipe().layer("stuff").orElseThrow(), SnowLayer.DEPTH, middle)[0];
    }

    /** Square metres that lie at least 2 cm deeper than before. */
    private static double pressed(SurfacePatch groove) {
        int count = 0;
        for (float change : groove.change()) {
            count += change < -0.02f ? 1 : 0;
        }
        return count * groove.cell() * groove.cell();
    }

    /** 2 cm of snow an hour in still cold, 8 h in a second. */
    private static SnowLayer heavyFall(double hourAtFirst) {
        return new SnowLayer(
                "stuff",
                "Snow",
                1,
                false,
                new Sky.Steady(20, -5, 250, 0, 8, hourAtFirst),
                129,
                120,
                10,
                100,
                0.02,
                true,
                Map.of());
    }

    private static SnowLayer snowfall() {
        return new SnowLayer(
                "stuff",
                "Snow",
                1,
                false,
                new Sky.Steady(20, 1, 250, 12, 1, 0),
                65,
                120,
                10,
                100,
                0.02,
                true,
                Map.of());
    }

    @Test
    void whatHasFallenIsNotTakenForThatOfOtherKeys() {
        ResultsOfOneRun shared = new ResultsOfOneRun();
        double[] depths = new double[2];
        for (int k = 0; k < 2; k++) {
            // alike from 1 s on
            Track snowfall = new Track(
                    Track.Owner.LAYER,
                    "stuff",
                    "sky.snowfall",
                    Easing.LINEAR,
                    false,
                    List.of(new CurvePoint(0, 10 + 20 * k), new CurvePoint(1, 5)));
            Recipe recipe = new Recipe(
                    "Test",
                    GroundSpec.flat(16, 16, 65, Optional.empty()),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(heavyFall(0)),
                    List.of(),
                    new Clock(24, 0, 0, 4, List.of(snowfall)));
            SiteEvaluation site = new SiteEvaluation(
                    new SitePlan(recipe, Grounds.slope(65, 65, 16, 0), SiteAssets.NONE, 2), shared, Cancel.NEVER);
            Samples middle = site.plan().ground().samplesAt(new double[] {0}, new double[] {0});
            depths[k] = site.field(site.plan().recipe().layer("stuff").orElseThrow(), SnowLayer.DEPTH, middle)[0];
        }
        // the fall of second 0 holds for the whole of it
        assertThat(depths[1]).isCloseTo(3 * depths[0], within(1e-5)).isPositive();
    }

    @Test
    void aKeyedPropPressesWhereItHasBeen() {
        PressLayer runners = Kinds.with(
                Kinds.with(press(new Profile.Runners(0.6, 0.1), 0.1, new Flakes.None()), "path", ""),
                "carrier",
                "sledge");
        Prop sledge = new Prop(
                "sledge", "Sledge", new BoxShape(0.5, 0.3, 1), -4, 0, 1, 90, 0, 0, 1, true, 0, 0, "#806040", false);
        for (double time : new double[] {0, 2, 4}) {
            Recipe recipe = new Recipe(
                    "Test",
                    GroundSpec.flat(16, 16, 65, Optional.empty()),
                    List.of(),
                    List.of(sledge),
                    List.of(),
                    List.of(snow(0.3), runners),
                    List.of(),
                    new Clock(
                            24,
                            0,
                            0,
                            4,
                            List.of(new Track(
                                    Track.Owner.PROP,
                                    "sledge",
                                    "x",
                                    Easing.LINEAR,
                                    false,
                                    List.of(new CurvePoint(0, -4), new CurvePoint(4, 4))))));
            SiteEvaluation site = new SiteEvaluation(
                    new SitePlan(recipe, Grounds.slope(65, 65, 16, 0), SiteAssets.NONE, time),
                    new ResultsOfOneRun(),
                    Cancel.NEVER);
            SurfacePatch track = patch(site, "press");
            double came = -4 + 2 * time;
            for (double x = -3.75; x < 3.8; x += 0.5) {
                assertThat(track.at(x, 1.3))
                        .as(x + " m at " + time + " s")
                        .isCloseTo(x < came - 0.1 ? -0.1 : 0, within(x < came - 0.1 ? 0.01 : 0.03));
            }
        }
    }

    @Test
    void onTheLevelABallSunkATenthLeavesSixTenths() {
        RollLayer ball = Kinds.with(BALL, "speed", 3.0);
        SiteEvaluation site = site(Grounds.slope(257, 257, 32, 0), 3, snow(0.4), ball);
        SurfacePatch groove = patch(site, "roll");
        double width = 0;
        for (double z = -1; z < 1; z += 0.001) {
            width += groove.at(-7, z) < -1e-4 ? 0.001 : 0;
        }
        assertThat(width).isCloseTo(0.6, within(0.025));
        assertThat(groove.at(-7, 0.013)).isCloseTo(-0.1, within(1e-3));
        // what is pushed up at the sides is what was not packed
        double pressed = 0;
        double raised = 0;
        for (float change : groove.change()) {
            pressed += Math.max(0, -change);
            raised += Math.max(0, change);
        }
        assertThat(raised).isCloseTo(0.5 * pressed, within(1e-3 * pressed));
        SiteEvaluation before = site(Grounds.slope(257, 257, 32, 0), 0.2, snow(0.4), ball);
        assertThat(patch(before, "roll").at(-7, 0.013))
                .as("before it came there")
                .isGreaterThanOrEqualTo(0);
    }

    @Test
    void itRollsDownAsTheFactsSayAndSpringsBackByTheChosenShare() {
        SiteEvaluation site = site(Grounds.slope(129, 129, 64, -20), 0, snow(0.4), BALL);
        RollLayer ball = (RollLayer) site.plan().recipe().layer("roll").orElseThrow();
        Path path = ball.path(site.surroundings(ball));
        double v = Math.sqrt(Math.pow(path.at(2, 7), 2) + Math.pow(path.at(2, 8), 2) + Math.pow(path.at(2, 9), 2));
        assertThat(v).isCloseTo(2 * 5.0 / 7 * 9.81 * Math.sin(Math.toRadians(20)), within(1e-4));
        assertThat(path.at(2, 0)).isGreaterThan(-10);

        RollLayer springy = Kinds.with(Kinds.with(Kinds.with(BALL, "springs", 0.6), "tau", 2.0), "speed", 3.0);
        RollLayer shown = Kinds.with(springy, "seconds", 1.0);
        double at = patch(site(Grounds.slope(257, 257, 32, 0), 9, snow(0.4), shown), "roll")
                .at(-9, 0.013);
        // pressed within the first second
        double least = -0.1 * (1 - 0.6 * (1 - Math.exp(-8.0 / 2)));
        double most = -0.1 * (1 - 0.6 * (1 - Math.exp(-9.0 / 2)));
        assertThat(at).isBetween(least - 2e-3, most + 2e-3);
    }

    @Test
    void bodiesThatFallOffAreSaid() {
        RollLayer ball = Kinds.with(Kinds.with(BALL, "seconds", 60.0), "speed", 9.0);
        SiteEvaluation site = site(Grounds.slope(65, 65, 32, 0), 0, snow(0.4), ball);
        RollLayer layer = (RollLayer) site.plan().recipe().layer("roll").orElseThrow();
        List<Finding> found = layer.findings(site.surroundings(layer));
        assertThat(found).extracting(Finding::title).anyMatch(title -> title.contains("falls off the site"));
        RollLayer coarse = Kinds.with(BALL, "cell", 0.3);
        SiteEvaluation other = site(Grounds.slope(65, 65, 32, 0), 0, snow(0.4), coarse);
        assertThat(coarse.findings(other.surroundings(coarse)))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("cells too large"))
                .anyMatch(title -> title.contains("ground coarser"));
    }

    @Test
    void aGatheringBallGrowsByWhatItPicksUp() {
        RollLayer ball = Kinds.with(Kinds.with(BALL, "gathers", 1.0), "seconds", 4.0);
        SiteEvaluation site = site(Grounds.slope(129, 129, 64, -15), 0, snow(0.4), ball);
        RollLayer layer = (RollLayer) site.plan().recipe().layer("roll").orElseThrow();
        Path path = layer.path(site.surroundings(layer));
        double grown = path.at(path.seconds(), 15);
        assertThat(grown).isGreaterThan(0.52);
        double way = 0;
        for (int f = 1; f < path.frames(); f++) {
            way += path.step() * Math.hypot(path.at(f * path.step(), 7), path.at(f * path.step(), 9));
        }
        // the groove's cross-section at the mean radius, over the way
        double r = 0.5 * (0.5 + grown);
        double half = Math.acos(1 - 0.1 / r);
        double gathered = r * r * (half - Math.sin(half) * Math.cos(half)) * way;
        assertThat(4.0 / 3 * Math.PI * (Math.pow(grown, 3) - 0.125)).isCloseTo(gathered, within(0.06 * gathered));
    }

    @Test
    void flakesFillByRateTimesTimeForAnyStepAndNeverAboveTheRestLevel() {
        SiteEvaluation unfilled = site(
                Grounds.slope(65, 65, 16, 0),
                0,
                snow(0.4),
                press(new Profile.Runners(0.6, 0.2), 0.2, new Flakes.None()));
        for (double step : new double[] {60, 600, 3600, 777}) {
            for (double flake : new double[] {0.5, 1, 3}) {
                Flakes flakes = new Flakes.Steady(20, flake, step, 0, 1);
                PressLayer track = press(new Profile.Runners(0.6, 0.2), 0.2, flakes);
                SiteEvaluation site = site(Grounds.slope(65, 65, 16, 0), 0, snow(0.4), track);
                float[] filled = patch(site, "press").change();
                float[] empty = patch(unfilled, "press").change();
                double sum = 0;
                long count = 0;
                for (int i = 0; i < empty.length; i++) {
                    // far below the rest level
                    if (empty[i] < -0.15) {
                        sum += filled[i] - empty[i];
                        count++;
                    }
                }
                assertThat(count).isGreaterThan(5000);
                assertThat(sum / count).isCloseTo(0.020, within(0.0002));
                PressLayer.Reading reading = track.reading(site.surroundings(track));
                assertThat(reading.depth()).isCloseTo(reading.expected(), within(0.0004));
                assertThat(reading.hours()).isCloseTo(0.18 / 0.02, within(0.02));
            }
        }
        PressLayer full = press(new Profile.Runners(0.6, 0.2), 0.2, new Flakes.Steady(40, 1, 600, 0, 30));
        SiteEvaluation site = site(Grounds.slope(65, 65, 16, 0), 0, snow(0.4), full);
        SurfacePatch patch = patch(site, "press");
        assertThat(patch.deepest()).isZero();
    }

    @Test
    void aTrackGoesNoDeeperThanWhatLiesThereAndBootsAlternate() {
        PressLayer track = press(new Profile.Boots(0.7, 0.3, 0.12, 0.24), 0.3, new Flakes.None());
        SiteEvaluation site = site(Grounds.slope(65, 65, 16, 0), 0, snow(0.1), track);
        SurfacePatch patch = patch(site, "press");
        assertThat(patch.deepest()).isCloseTo(0.1, within(2e-3));
        int left = 0;
        int right = 0;
        for (double x = -4 + 0.01; x < 4; x += 0.7) {
            left += patch.at(x + 0.05, -0.117) < -0.05 ? 1 : 0;
            right += patch.at(x + 0.05, 0.123) < -0.05 ? 1 : 0;
        }
        assertThat(left).isEqualTo(6);
        assertThat(right).isEqualTo(6);
        SiteEvaluation bare = site(Grounds.slope(65, 65, 16, 0), 0, track);
        assertThat(patch(bare, "press").deepest()).isZero();
        assertThat(track.findings(bare.surroundings(track))).hasSize(1);
        assertThat(track.findings(site.surroundings(track))).isEmpty();
    }
}
