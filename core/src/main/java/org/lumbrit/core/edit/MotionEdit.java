package org.lumbrit.core.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.Track;

/** Changes of numbers that are keyed over time. */
public sealed interface MotionEdit extends Edit {

    private static Optional<Track> known(Recipe recipe, Track track) {
        return recipe.clock().tracks().stream().filter(track::sameNumber).findFirst();
    }

    private static String numberOf(Recipe recipe, Track track) {
        String owner = switch (track.of()) {
            case FALLOFF -> FalloffEdit.nameIn(recipe, track.id());
            case LAYER -> LayerEdit.nameIn(recipe, track.id());
            case PROP -> recipe.prop(track.id()).map(prop -> prop.name()).orElse(track.id());
        };
        return owner + ": " + track.setting();
    }

    @Kind(name = "set-keys", title = "Set keys", help = "Keys a number over time; its keys before are replaced.")
    record SetKeys(Track track) implements MotionEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            List<Track> tracks = new ArrayList<>(recipe.clock().tracks());
            Optional<Track> before = known(recipe, track);
            if (before.isPresent()) {
                tracks.set(tracks.indexOf(before.get()), track);
            } else {
                tracks.add(track);
            }
            return recipe.withClock(recipe.clock().withTracks(tracks));
        }

        @Override
        public Object touches(Recipe recipe) {
            return known(recipe, track);
        }

        @Override
        public String summary(Recipe recipe) {
            return "Keys of " + numberOf(recipe, track);
        }
    }

    @Kind(name = "remove-keys", title = "Remove keys", help = "A number is the same at all times again.")
    record RemoveKeys(Track track) implements MotionEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.withClock(recipe.clock()
                    .withTracks(recipe.clock().tracks().stream()
                            .filter(each -> !each.sameNumber(track))
                            .toList()));
        }

        @Override
        public Object touches(Recipe recipe) {
            return known(recipe, track);
        }

        @Override
        public String summary(Recipe recipe) {
            return "Deleted the keys of " + numberOf(recipe, track);
        }
    }
}
