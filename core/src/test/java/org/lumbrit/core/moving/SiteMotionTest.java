package org.lumbrit.core.moving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.edit.MotionEdit;
import org.lumbrit.core.falloff.AlongSource;
import org.lumbrit.core.falloff.BrushSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.LayerResultSource;
import org.lumbrit.core.falloff.Stroke;
import org.lumbrit.core.findings.Findings;
import org.lumbrit.core.findings.MotionFindings;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.motion.AirAt;
import org.lumbrit.core.motion.SwayEdit;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.motion.Winds;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

class SiteMotionTest {
    private static final Ground GROUND = Grounds.bumpy(40, 60, 3);
    private static final WindLayer WIND = Winds.wind(65, 6, 9.6, 0);

    private static CoverLayer cover(String id, double density) {
        return Kinds.with(Kinds.with(Sites.cover(density, 0), "id", id), "name", id);
    }

    private static SwayLayer sway(String id, String cover) {
        return ((SwayLayer) Winds.sway(Map.of()).copied(id, id, 1)).forCover(cover);
    }

    private static Recipe recipe(List<Track> tracks, List<Drive> drives, Layer... layers) {
        Recipe plain = Sites.recipe(Sites.cover(1, 0));
        List<Falloff> falloffs = new ArrayList<>(plain.falloffs());
        falloffs.add(new Falloff("windy", "Windy", new LayerResultSource("wind", "wind", 0, 10), List.of()));
        falloffs.add(new Falloff("along", "Along", new AlongSource(), List.of()));
        falloffs.add(new Falloff("downward", "Downward", new AlongSource(), List.of(new InvertStep("i", false))));
        return plain.withLayers(List.of(layers))
                .withFalloffs(falloffs)
                .withDrives(drives)
                .withClock(new Clock(24, 8, 0, 8, tracks));
    }

    /** What is found in the layers that move, from their settings alone. */
    private static List<Finding> settled(Recipe recipe) {
        return Findings.of(evaluation(recipe, 0)).stream()
                .filter(finding -> recipe.layer(finding.layer())
                        .filter(layer -> layer.family() == Family.MOTION)
                        .isPresent())
                .toList();
    }

    private static SiteMotion motion(Recipe recipe) {
        return new SiteMotion(evaluation(recipe, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static SiteEvaluation evaluation(Recipe recipe, double time) {
        return new SiteEvaluation(new SitePlan(recipe, GROUND, time), new ResultsOfOneRun(), Cancel.NEVER);
    }

    @Test
    void twoCoversInOneWindFeelTheSameGustAtTheSamePlaceAndTime() {
        Recipe recipe =
                recipe(List.of(), List.of(), WIND, cover("a", 2), cover("b", 2), sway("sa", "a"), sway("sb", "b"));
        SiteMotion motion = motion(recipe);
        // two covers of one seed stand at the same places
        Plants a = evaluation(recipe, 0).plants((CoverLayer) recipe.layer("a").orElseThrow());
        Plants b = evaluation(recipe, 0).plants((CoverLayer) recipe.layer("b").orElseThrow());
        assertThat(a.feet().x()).isEqualTo(b.feet().x());
        SwayLoop first = motion.loop((SwayLayer) recipe.layer("sa").orElseThrow());
        SwayLoop second = motion.loop((SwayLayer) recipe.layer("sb").orElseThrow());
        for (int block = 0; block < first.steps().count(); block++) {
            assertThat(first.steps().block(block)).isEqualTo(second.steps().block(block));
        }
        assertThat(first.plants()).isGreaterThan(1000);
    }

    @Test
    void somePlantsOfACoverSwingAsTheyDoAmongAll() {
        Recipe recipe = recipe(List.of(), List.of(), WIND, cover("a", 1), sway("sa", "a"));
        SiteMotion motion = motion(recipe);
        SwayLayer sway = (SwayLayer) recipe.layer("sa").orElseThrow();
        SwayLoop all = motion.loop(sway);
        SwayLoop some = motion.loop(sway, new int[] {3, 700, 41});
        for (int f = 0; f < 192; f += 17) {
            assertThat(some.bend(f, 1, 0)).isEqualTo(all.bend(f, 700, 0));
            assertThat(some.bend(f, 2, 1)).isEqualTo(all.bend(f, 41, 1));
        }
    }

    @Test
    void theSpeedOfTheAirIsAResultThatFalloffsReadAtTheTimeOfTheClock() {
        Recipe recipe = recipe(List.of(), List.of(), WIND, cover("a", 1));
        Samples places = GROUND.lattice(12).samples();
        float[] windy = evaluation(recipe, 2).falloff("windy", places);
        float[] later = evaluation(recipe, 3).falloff("windy", places);
        float[] again = evaluation(recipe, 10).falloff("windy", places);
        float[] speed = AirAt.speed(evaluation(recipe, 2).surroundings(WIND), WIND, places);
        for (int i = 0; i < windy.length; i++) {
            assertThat(windy[i]).isCloseTo(Math.min(1, speed[i] / 10), within(1e-6f));
            assertThat(again[i]).as("the loop is 8 s").isCloseTo(windy[i], within(1e-6f));
        }
        assertThat(later).isNotEqualTo(windy);
    }

    @Test
    void aKeyedNumberIsReadAtTheTimeAndPlantsStandAsAtTimeNone() {
        Track speed = new Track(
                Track.Owner.LAYER,
                "wind",
                "properties.speed.high",
                Easing.LINEAR,
                false,
                List.of(new CurvePoint(0, 2), new CurvePoint(4, 6), new CurvePoint(8, 2)));
        Track density = new Track(
                Track.Owner.LAYER,
                "a",
                "properties.density.high",
                Easing.LINEAR,
                false,
                List.of(new CurvePoint(0, 1), new CurvePoint(8, 3)));
        Layer driven = WIND.withProperty(
                "speed", new org.lumbrit.core.recipe.PropertyRange(0, 9, org.lumbrit.core.recipe.Combine.PRODUCT));
        Recipe recipe = recipe(List.of(speed, density), List.of(), driven, cover("a", 1), sway("sa", "a"));
        Samples places = GROUND.lattice(6).samples();
        assertThat(evaluation(recipe, 3).property(driven, "speed", places)[0])
                .as("the layer that is handed in is read as it is")
                .isEqualTo(9);
        Layer at3 = evaluation(recipe, 3).plan().recipe().layer("wind").orElseThrow();
        assertThat(evaluation(recipe, 3).property(at3, "speed", places)[0]).isEqualTo(5f);
        SiteMotion motion = motion(recipe);
        SwayLayer sway = (SwayLayer) recipe.layer("sa").orElseThrow();
        Plants plants = evaluation(recipe, 0).plants((CoverLayer)
                evaluation(recipe, 0).plan().recipe().layer("a").orElseThrow());
        assertThat(motion.loop(sway).plants()).isEqualTo(plants.count());
        SwayLoop moved = motion.loop(sway);
        double calm = 0;
        double stormy = 0;
        for (int i = 0; i < moved.plants(); i++) {
            calm += Math.abs(moved.bend(8, i, 0));
            stormy += Math.abs(moved.bend(100, i, 0));
        }
        assertThat(stormy).isGreaterThan(1.7 * calm);
        assertThat(LoopFits.of(recipe))
                .extracting(LoopFits.Proposal::title)
                .containsExactly("Keys of properties.density.high");
    }

    @Test
    void keysThatMeanNothingAreRefusedAndThoseOfWhatIsDeletedGo() {
        Track lost = new Track(
                Track.Owner.LAYER,
                "wind",
                "properties.speed.middle",
                Easing.LINEAR,
                false,
                List.of(new CurvePoint(0, 2)));
        Track travelling =
                new Track(Track.Owner.LAYER, "wind", "gustSpeed", Easing.LINEAR, false, List.of(new CurvePoint(0, 2)));
        Track wild = new Track(
                Track.Owner.LAYER,
                "wind",
                "properties.speed.high",
                Easing.LINEAR,
                false,
                List.of(new CurvePoint(0, 2e6)));
        for (Track track : List.of(lost, travelling, wild)) {
            assertThat(RecipeCheck.problems(recipe(List.of(track), List.of(), WIND)))
                    .as(track.setting())
                    .singleElement()
                    .satisfies(problem -> assertThat(problem.path()).startsWith("clock.tracks[0]"));
        }
        Track sound = new Track(
                Track.Owner.LAYER, "wind", "properties.speed.high", Easing.HOLD, false, List.of(new CurvePoint(0, 2)));
        Recipe recipe = recipe(List.of(), List.of(), WIND, cover("a", 1), sway("sa", "a"));
        Recipe keyed = new MotionEdit.SetKeys(sound).apply(recipe);
        assertThat(RecipeCheck.problems(keyed)).isEmpty();
        Recipe without = new LayerEdit.Remove("wind").apply(keyed);
        assertThat(without.clock().tracks()).isEmpty();
        assertThat(without.layers())
                .as("its sway and the falloff that read it go along")
                .hasSize(1);
        assertThat(without.falloff("windy")).isEmpty();
        assertThat(new MotionEdit.RemoveKeys(sound).apply(keyed)).isEqualTo(recipe);
    }

    @Test
    void aSwayCopiedToOtherPlantsTakesItsSettingsAndDrivesAlong() {
        Layer stiff = sway("sa", "a").withProperty("stiffness", Winds.same(33));
        Recipe recipe = recipe(
                List.of(),
                List.of(new Drive("sa", "mask", "along", CurvePoint.STRAIGHT)),
                WIND,
                cover("a", 1),
                cover("b", 1),
                cover("c", 1),
                stiff,
                sway("sb", "b"));
        Recipe copied = new SwayEdit.CopySway("sa", List.of("b", "c"), List.of("x", "new")).apply(recipe);
        assertThat(RecipeCheck.problems(copied)).isEmpty();
        for (String id : List.of("sb", "new")) {
            assertThat(copied.layer(id).orElseThrow().properties().get("stiffness"))
                    .isEqualTo(Winds.same(33));
            assertThat(copied.drivesOf(id, "mask")).hasSize(1);
        }
        assertThat(SwayLayer.shown(copied)).hasSize(3);
    }

    @Test
    void aRootThatSlidesAndPlantsInStepAreFoundAndTheRemediesHold() {
        Recipe sliding = recipe(
                List.of(),
                List.of(new Drive("sa", "mask", "downward", CurvePoint.STRAIGHT)),
                WIND,
                cover("a", 1),
                sway("sa", "a"));
        Finding root = settled(sliding).stream()
                .filter(finding -> finding.title().contains("root not still"))
                .findFirst()
                .orElseThrow();
        Recipe held = applied(sliding, root);
        assertThat(settled(held)).isEmpty();

        WindLayer large = Winds.wind(65, 200 * 6 / 8.0, 200, 0);
        Recipe together = recipe(List.of(), List.of(), large, cover("a", 1), sway("sa", "a"));
        assertThat(settled(together))
                .extracting(Finding::title)
                .anyMatch(title -> title.contains("larger than the field"));
        SiteMotion motion = motion(together);
        SwayLayer sway = (SwayLayer) together.layer("sa").orElseThrow();
        SwayLoop loop = motion.loop(sway);
        List<Finding> found = MotionFindings.ofSway(together, motion, sway, loop);
        if (loop.together() >= 0.9) {
            assertThat(found).extracting(Finding::title).anyMatch(title -> title.contains("in step"));
        } else {
            assertThat(found).isEmpty();
        }
    }

    @Test
    void whatIsPaintedOnALeafBendsThePlantAtThatHeight() {
        CoverLayer cover = cover("c", 1);
        SwayLayer sway = sway("s", "c");
        Recipe plain =
                recipe(List.of(), List.of(new Drive("s", "mask", "painted", CurvePoint.STRAIGHT)), cover, WIND, sway);
        float[] leaf = evaluation(Sites.recipe(cover), 0)
                .levels(cover, 0)
                .full()
                .mesh()
                .positions();
        int tip = 0;
        for (int i = 0; i < leaf.length; i += 3) {
            tip = leaf[i + 1] > leaf[tip + 1] ? i : tip;
        }
        Point3 place = new Point3(leaf[tip], leaf[tip + 1], leaf[tip + 2]);
        Stroke stroke = new Stroke(List.of(place), 0.3 * place.y(), 1, 0.1, Stroke.Mode.ADD);
        List<float[]> masks = new ArrayList<>();
        for (List<Stroke> strokes : List.of(List.<Stroke>of(), List.of(stroke))) {
            List<Falloff> falloffs = new ArrayList<>(plain.falloffs());
            falloffs.add(new Falloff("painted", "Painted", new BrushSource(strokes), List.of()));
            masks.add(motion(plain.withFalloffs(falloffs)).bends().maskOfFirst(sway));
        }
        assertThat(masks.get(0)).containsOnly(0);
        assertThat(masks.get(1)[0]).as("the foot").isZero();
        assertThat(masks.get(1)[masks.get(1).length - 1]).as("the tip").isGreaterThan(0.9f);
    }

    @Test
    void oneActionMakesEveryMotionLoopAndTheSeamIsGone() {
        Recipe broken = recipe(
                List.of(),
                List.of(new Drive("wind", "speed", "travelling", CurvePoint.STRAIGHT)),
                Winds.wind(65, 6, 8.81, 0.3),
                cover("a", 1),
                sway("sa", "a"));
        List<Falloff> falloffs = new ArrayList<>(broken.falloffs());
        falloffs.add(new Falloff(
                "travelling",
                "Travelling",
                new org.lumbrit.core.falloff.NoiseSource(
                        7,
                        2,
                        0.5,
                        2,
                        1,
                        1,
                        1,
                        org.lumbrit.core.falloff.NoiseSource.Range.ZERO_TO_ONE,
                        5,
                        org.lumbrit.core.falloff.NoiseSource.Basis.GRADIENT,
                        org.lumbrit.core.falloff.NoiseSource.Shape.PLAIN,
                        0,
                        3.3,
                        70,
                        0,
                        org.lumbrit.core.falloff.Space.PLACE,
                        true),
                List.of()));
        broken = broken.withFalloffs(falloffs);
        assertThat(LoopFits.of(broken).size()).isGreaterThanOrEqualTo(4);
        Recipe whole = broken;
        for (Edit edit : LoopFits.all(broken)) {
            whole = edit.apply(whole);
        }
        assertThat(RecipeCheck.problems(whole)).isEmpty();
        assertThat(LoopFits.of(whole)).isEmpty();
        SwayLoop loop = motion(whole).loop((SwayLayer) whole.layer("sa").orElseThrow());
        assertThat(loop.seam().ratio()).isLessThanOrEqualTo(SwayLoop.Seam.MOST);
        assertThat(loop.seam().inside()).isGreaterThan(1e-3);
    }

    @Test
    void aHiddenWindMovesNothingAndALayerOfAnotherKindIsNoWind() {
        Recipe calm = recipe(List.of(), List.of(), Kinds.with(WIND, "hidden", true), cover("a", 1), sway("sa", "a"));
        assertThat(motion(calm).sways()).isEmpty();
        assertThat(RecipeCheck.problems(
                        recipe(List.of(), List.of(), WIND, cover("a", 1), Kinds.with(sway("sa", "a"), "wind", "a"))))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("is no wind"));
        assertThat(RecipeCheck.problems(
                        recipe(List.of(), List.of(), WIND, cover("a", 1), sway("sa", "a"), sway("sb", "a"))))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("one sway a cover"));
    }

    private static Recipe applied(Recipe recipe, Finding finding) {
        Recipe changed = recipe;
        for (Edit edit : finding.edits()) {
            changed = edit.apply(changed);
        }
        assertThat(RecipeCheck.problems(changed)).isEmpty();
        return changed;
    }

    @Test
    void aClockWithoutALoopGoesFromItsStartToItsEnd() {
        assertThat(new Clock(24, 0, 2, 4, List.of()).frames().count()).isEqualTo(49);
        assertThat(new Clock(24, 0, 2, 4, List.of()).frames().time(48)).isCloseTo(4, within(1e-12));
        assertThat(new Clock(24, 8).frames().loop()).isCloseTo(8, within(1e-12));
        Recipe recipe = Sites.recipe(Sites.cover(1, 0));
        assertThat(RecipeCheck.problems(recipe.withClock(new Clock(24, 0, 5, 4, List.of()))))
                .singleElement()
                .satisfies(problem -> assertThat(problem.path()).isEqualTo("clock.endSeconds"));
        assertThat(RecipeCheck.problems(recipe.withClock(new Clock(240, 3600, 0, 8, List.of()))))
                .singleElement()
                .satisfies(problem -> assertThat(problem.message()).contains("864000 frames"));
    }

    @Test
    void aCoverWithoutPlantsHasNothingToMove() {
        Recipe recipe = recipe(List.of(), List.of(), WIND, cover("a", 0), sway("sa", "a"));
        SwayLoop loop = motion(recipe).loop((SwayLayer) recipe.layer("sa").orElseThrow());
        assertThat(loop.plants()).isZero();
        assertThat(loop.seam().seen()).isFalse();
        assertThat(motion(recipe).amplitudes((SwayLayer) recipe.layer("sa").orElseThrow()))
                .isEmpty();
    }
}
