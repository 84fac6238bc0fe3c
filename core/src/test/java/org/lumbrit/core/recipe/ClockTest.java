package org.lumbrit.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.motion.Winds;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Track.Owner;
import org.lumbrit.core.site.Sites;

/** The clock, and numbers of the recipe that are keyed over its time. */
class ClockTest {
    private static final Prop BOX =
            new Prop("box", "Box", new BoxShape(1, 2, 3), 1, 0, 0, 350, 0, 0, 1, true, 0, 0, "#808080", false);
    private static final Recipe RECIPE =
            Sites.recipe(Sites.cover(4, 0.5), Sites.drive("density", "flat")).withProps(List.of(BOX));

    private static Track track(Owner of, String id, String setting, double... timesAndNumbers) {
        List<CurvePoint> keys = new ArrayList<>();
        for (int i = 0; i < timesAndNumbers.length; i += 2) {
            keys.add(new CurvePoint(timesAndNumbers[i], timesAndNumbers[i + 1]));
        }
        return new Track(of, id, setting, Easing.LINEAR, false, keys);
    }

    private static Recipe keyed(Track... tracks) {
        return RECIPE.withClock(RECIPE.clock().withTracks(List.of(tracks)));
    }

    private static String problems(Recipe recipe) {
        return RecipeCheck.problems(recipe).toString();
    }

    @Test
    void aLoopHasAWholeNumberOfFramesEvenlySpacedAndDoesNotRepeatItsFirst() {
        Frames frames = new Clock(24, 8).frames();
        assertThat(frames.count()).isEqualTo(192);
        assertThat(frames.periodic()).isTrue();
        assertThat(frames.loop()).isEqualTo(8);
        Frames uneven = new Clock(30, 1.55).frames();
        assertThat(uneven.count()).as("46.5 frames").isEqualTo(46);
        assertThat(uneven.time(46)).as("the frame after the last").isCloseTo(1.55, within(1e-12));
        assertThat(new Clock(1, 0.2).frames().count()).as("never none").isEqualTo(1);
    }

    @Test
    void withoutALoopBothEndsAreFrames() {
        Frames frames = new Clock(10, 0, -1, 2, List.of()).frames();
        assertThat(frames.count()).isEqualTo(31);
        assertThat(frames.time(0)).isEqualTo(-1);
        assertThat(frames.time(30)).isCloseTo(2, within(1e-12));
        assertThat(frames.periodic()).isFalse();
        assertThat(frames.loop()).isZero();
        assertThat(new int[] {frames.wrapped(-4), frames.wrapped(31)})
                .as("its ends are held")
                .containsExactly(0, 30);
        assertThat(new Clock(24, 8).frames().wrapped(-1))
                .as("in a loop one goes round")
                .isEqualTo(191);
    }

    @Test
    void anEndBeforeTheStartIsRefusedOnlyWhereNothingLoops() {
        assertThat(problems(RECIPE.withClock(new Clock(24, 0, 5, 5, List.of()))))
                .contains("The end lies after");
        assertThat(problems(RECIPE.withClock(new Clock(24, 8, 5, 1, List.of()))))
                .isEqualTo("[]");
        assertThat(problems(RECIPE.withClock(new Clock(240, 3600, 0, 8, List.of()))))
                .contains("864000 frames; at most 20000");
    }

    @ParameterizedTest(name = "{0} at {1}")
    @CsvSource({
        "LINEAR, 1, 12",
        "LINEAR, 1.5, 13",
        "LINEAR, -1, 10",
        "LINEAR, 99, 14",
        "LINEAR, 2, 14",
        "SMOOTH, 1, 12",
        "SMOOTH, 0.5, 10.625",
        "EASE_IN, 1, 11",
        "EASE_OUT, 1, 13",
        "HOLD, 1.99, 10",
        "HOLD, 2, 14"
    })
    void betweenItsKeysANumberGoesAsItsEasingSays(Easing easing, double time, double expected) {
        Track track =
                new Track(Owner.PROP, "box", "x", easing, false, List.of(new CurvePoint(0, 10), new CurvePoint(2, 14)));
        assertThat(track.at(time)).isCloseTo(expected, within(1e-12));
    }

    @Test
    void anAngleGoesTheShorterWayRoundWhereThatIsWished() {
        List<CurvePoint> keys = List.of(new CurvePoint(0, 350), new CurvePoint(2, 10));
        assertThat(new Track(Owner.PROP, "box", "heading", Easing.LINEAR, true, keys).at(1))
                .isEqualTo(360);
        assertThat(new Track(Owner.PROP, "box", "heading", Easing.LINEAR, false, keys).at(1))
                .isEqualTo(180);
    }

    @Test
    void aTrackComesBackOrIsClosedAtTheLoopsEnd() {
        Track open = track(Owner.PROP, "box", "x", 0, 1, 4, 5, 9, 7);
        assertThat(open.loops(0, 8)).isFalse();
        Track closed = open.closed(0, 8);
        assertThat(closed.keys())
                .as("a key beyond the loop is left out")
                .containsExactly(new CurvePoint(0, 1), new CurvePoint(4, 5), new CurvePoint(8, 1));
        assertThat(closed.loops(0, 8)).isTrue();
        Track turn = new Track(
                Owner.PROP,
                "box",
                "heading",
                Easing.LINEAR,
                true,
                List.of(new CurvePoint(0, 5), new CurvePoint(8, 365)));
        assertThat(turn.loops(0, 8)).as("a whole turn is the same heading").isTrue();
    }

    @Test
    void numbersAreFoundByTheWayToThemWithTheirOwnBounds() {
        assertThat(KeyedNumbers.find(RECIPE, track(Owner.FALLOFF, "patches", "source.featureSize")))
                .hasValueSatisfying(found -> {
                    assertThat(found.value()).isEqualTo(4);
                    assertThat(found.least()).isPositive();
                });
        assertThat(KeyedNumbers.find(RECIPE, track(Owner.FALLOFF, "patches", "steps.w.high")))
                .hasValueSatisfying(found -> assertThat(found.value()).isEqualTo(0.8));
        assertThat(KeyedNumbers.find(RECIPE, track(Owner.LAYER, "grass", "properties.density.high")))
                .hasValueSatisfying(found -> assertThat(found.value()).isEqualTo(4));
        assertThat(KeyedNumbers.find(RECIPE, track(Owner.PROP, "box", "shape.height")))
                .hasValueSatisfying(found -> assertThat(found.value()).isEqualTo(2));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"source", "source.nothing", "steps.gone.high", "steps.w", "name", "", "source.featureSize.more"})
    void whatIsNoNumberIsNotFound(String way) {
        Track track = track(Owner.FALLOFF, "patches", way, 0, 1);
        assertThat(KeyedNumbers.find(RECIPE, track)).isEmpty();
        assertThat(problems(keyed(track))).contains("There is no number “" + way + "”", "source.featureSize");
    }

    @Test
    void atATimeTheRecipeHasTheNumbersOfThatTimeAndElseIsTheSame() {
        Recipe recipe = keyed(
                track(Owner.FALLOFF, "patches", "source.featureSize", 0, 4, 8, 8),
                track(Owner.FALLOFF, "patches", "steps.w.low", 0, 0, 8, 0.2),
                track(Owner.LAYER, "grass", "properties.density.high", 0, 4, 8, 0),
                track(Owner.PROP, "box", "shape.width", 0, 1, 8, 3));
        Recipe now = recipe.keyedAt(4);
        assertThat(((NoiseSource) now.falloff("patches").orElseThrow().source()).featureSize())
                .isEqualTo(6);
        WindowStep window =
                (WindowStep) now.falloff("patches").orElseThrow().steps().get(0);
        assertThat(window.low()).isEqualTo(0.1);
        assertThat(window.high()).isEqualTo(0.8);
        assertThat(now.layer("grass").orElseThrow().properties().get("density").high())
                .isEqualTo(2);
        assertThat(((BoxShape) now.prop("box").orElseThrow().shape()).width()).isEqualTo(2);
        assertThat(now.falloff("flat")).isEqualTo(recipe.falloff("flat"));
        assertThat(recipe.keyedAt(0).layers())
                .as("its keys begin where it stands")
                .isEqualTo(recipe.layers());
    }

    @Test
    void aKeyedWholeNumberStaysWhole() {
        Recipe now = keyed(track(Owner.FALLOFF, "patches", "source.octaves", 0, 1, 1, 4))
                .keyedAt(0.5);
        assertThat(((NoiseSource) now.falloff("patches").orElseThrow().source()).octaves())
                .as("2.5, rounded to even")
                .isEqualTo(2);
    }

    @Test
    void keysKeepToTheBoundsOfTheirNumberAndToTheirOrder() {
        assertThat(problems(keyed(track(Owner.FALLOFF, "patches", "source.featureSize", 0, 4, 2, -3))))
                .contains("clock.tracks[0].keys");
        assertThat(problems(keyed(track(Owner.PROP, "box", "x", 2, 4, 1, 3)))).contains("from left to right");
        assertThat(problems(keyed(track(Owner.PROP, "box", "x", 0, 4, 1, 3)))).isEqualTo("[]");
    }

    @Test
    void oneNumberHasOneListOfKeys() {
        Track once = track(Owner.PROP, "box", "x", 0, 4);
        assertThat(problems(keyed(once, track(Owner.PROP, "box", "z", 0, 4)))).isEqualTo("[]");
        assertThat(problems(keyed(once, once))).contains("clock.tracks[1]", "keyed already");
    }

    @Test
    void howAWindTravelsStaysAsItIsWhileItsSpeedIsKeyed() {
        Recipe windy = RECIPE.withLayers(List.of(RECIPE.layers().get(0), Winds.wind(90, 4, 12, 0.1)));
        Track travel = track(Owner.LAYER, "wind", "gustSpeed", 0, 4);
        Track speed = track(Owner.LAYER, "wind", "properties.speed.high", 0, 4);
        assertThat(problems(windy.withClock(windy.clock().withTracks(List.of(travel)))))
                .contains("stay as they are", "properties.speed.high");
        assertThat(problems(windy.withClock(windy.clock().withTracks(List.of(speed)))))
                .isEqualTo("[]");
    }

    @Test
    void numbersThatHoldAloneMustHoldTogether() {
        List<Track> fading = new ArrayList<>();
        for (int variant = 1; variant <= 4; variant++) {
            fading.add(track(Owner.LAYER, "grass", "properties.weight-" + variant + ".high", 0, 1, 4, 0));
        }
        assertThat(problems(keyed(fading.subList(0, 3).toArray(Track[]::new)))).isEqualTo("[]");
        assertThat(problems(keyed(fading.toArray(Track[]::new))))
                .contains("With its keys, at 4 s: Every variant has the weight 0");
    }

    @Test
    void tooManyKeyedNumbersAreRefused() {
        Track[] many = new Track[257];
        Arrays.fill(many, track(Owner.PROP, "box", "x", 0, 4));
        assertThat(problems(keyed(many))).contains("At most 256 numbers");
    }

    @Test
    void aCoverWithItsKeysIsStillACover() {
        Recipe now =
                keyed(track(Owner.LAYER, "grass", "plant.bend", 0, 10, 8, 90)).keyedAt(8);
        assertThat(now.layer("grass").orElseThrow()).isInstanceOf(CoverLayer.class);
        assertThat(Map.copyOf(now.layer("grass").orElseThrow().properties())).containsKey("density");
    }
}
