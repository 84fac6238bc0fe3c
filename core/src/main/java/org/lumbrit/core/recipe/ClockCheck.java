package org.lumbrit.core.recipe;

import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Decimal;

/** What must hold of the clock and of the numbers that are keyed over time. */
final class ClockCheck {
    private static final int MOST_TRACKS = 256;

    private final Recipe recipe;
    private final BiConsumer<String, String> say;

    private final boolean sound;

    /** @param say receives a path and what is wrong there; @param sound whether nothing else is wrong with the recipe */
    ClockCheck(Recipe recipe, BiConsumer<String, String> say, boolean sound) {
        this.recipe = recipe;
        this.say = say;
        this.sound = sound;
    }

    void clock() {
        Clock clock = recipe.clock();
        boolean each = true;
        if (clock.loopSeconds() <= 0 && !(clock.endSeconds() > clock.startSeconds())) {
            say.accept("clock.endSeconds", "The end lies after the start, or there is a loop.");
            each = false;
        } else if (clock.framesPerSecond() >= 1 && clock.frames().count() > Frames.MOST) {
            say.accept(
                    "clock.loopSeconds",
                    "That would be " + clock.frames().count() + " frames; at most " + Frames.MOST
                            + " are played. Make it shorter, or fewer frames a second.");
            each = false;
        }
        if (clock.tracks().size() > MOST_TRACKS) {
            say.accept("clock.tracks", "At most " + MOST_TRACKS + " numbers can be keyed.");
            return;
        }
        for (int t = 0; t < clock.tracks().size(); t++) {
            each &= track("clock.tracks[" + t + "]", clock.tracks(), t);
        }
        if (sound && each) {
            together();
        }
    }

    private boolean track(String at, List<Track> tracks, int t) {
        Track track = tracks.get(t);
        Optional<KeyedNumbers.Found> number = KeyedNumbers.find(recipe, track);
        if (number.isEmpty()) {
            say.accept(
                    at + ".setting",
                    "There is no number “" + track.setting() + "” of the " + Kinds.word(track.of()) + " “" + track.id()
                            + "”; the way to one is written like source.featureSize or properties.speed.high.");
            return false;
        }
        if (heldStill(track)) {
            say.accept(
                    at + ".setting",
                    "How a wind's gusts travel, and how a sway gives way, stay as they are: key the properties "
                            + "(properties.speed.high, properties.bend.high …), or let the wind blow as a pointer swings.");
            return false;
        }
        for (int other = 0; other < t; other++) {
            if (tracks.get(other).sameNumber(track)) {
                say.accept(at, "This number is keyed already; one list of keys a number.");
                return false;
            }
        }
        int[] wrong = {0};
        CurvePoint.check(
                (where, what) -> {
                    wrong[0]++;
                    say.accept(at + ".keys" + where, what);
                },
                track.keys(),
                number.get().least(),
                number.get().most());
        return wrong[0] == 0;
    }

    /** A pattern that travels is a function of time as long as what it travels by is the same at all times. */
    private boolean heldStill(Track track) {
        return track.of() == Track.Owner.LAYER
                && recipe.layer(track.id())
                        .filter(layer -> !layer.keyable(track.setting()))
                        .isPresent();
    }

    /** Each number may be allowed alone and the recipe still not hold with all of them at one time. */
    private void together() {
        recipe.clock().tracks().stream()
                .flatMap(track -> track.keys().stream().map(CurvePoint::in))
                .distinct()
                .sorted()
                .forEach(time -> RecipeCheck.otherNumbers(recipe.keyedAt(time), recipe).stream()
                        .findFirst()
                        .ifPresent(problem -> say.accept(
                                problem.path(),
                                "With its keys, at " + Decimal.write(time, 2) + " s: " + problem.message())));
    }
}
