package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.motion.SwayLayer;

/** Changes of what moves: keys over time, and sways given to other plants. */
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

    /**
     * @param covers whose plants get the same sway; where one sways already its settings and drives are replaced
     * @param ids of the new sways, one for each cover; unused where it has one
     */
    @Kind(
            name = "copy-sway",
            title = "Copy sway",
            help = "Gives the settings and drives of a sway to the plants of other covers.")
    record CopySway(String layer, List<String> covers, List<String> ids) implements MotionEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            if (!(recipe.layer(layer).orElse(null) instanceof SwayLayer sway)) {
                throw InvalidRecipeException.missing("sway", layer);
            }
            if (ids.size() != covers.size()) {
                throw new InvalidRecipeException("ids", "One id for each cover is needed.");
            }
            Recipe changed = recipe;
            for (int c = 0; c < covers.size(); c++) {
                changed = given(changed, sway, covers.get(c), ids.get(c));
            }
            return changed;
        }

        private static Recipe given(Recipe recipe, SwayLayer sway, String coverId, String freshId) {
            if (!(recipe.layer(coverId).orElse(null) instanceof CoverLayer cover)) {
                throw InvalidRecipeException.missing("cover", coverId);
            }
            Optional<SwayLayer> before = recipe.layers().stream()
                    .filter(SwayLayer.class::isInstance)
                    .map(SwayLayer.class::cast)
                    .filter(each -> each.cover().equals(coverId))
                    .findFirst();
            if (before.filter(sway::equals).isPresent()) {
                return recipe;
            }
            String id = before.map(SwayLayer::id).orElse(freshId);
            String name = before.map(SwayLayer::name).orElseGet(() -> freeName(recipe, "Sway of " + cover.name()));
            SwayLayer copy = ((SwayLayer) sway.copied(id, name, sway.seed())).forCover(coverId);
            List<Layer> layers = new ArrayList<>(recipe.layers());
            if (before.isPresent()) {
                layers.set(layers.indexOf(before.get()), copy);
            } else {
                layers.add(recipe.layers().indexOf(recipe.layer(sway.id()).orElseThrow()) + 1, copy);
            }
            List<Drive> drives = new ArrayList<>(recipe.drives());
            drives.removeIf(drive -> drive.layer().equals(id));
            recipe.drives().stream()
                    .filter(drive -> drive.layer().equals(sway.id()))
                    .forEach(drive -> drives.add(new Drive(id, drive.property(), drive.falloff(), drive.curve())));
            return recipe.withLayers(layers).withDrives(drives);
        }

        private static String freeName(Recipe recipe, String wish) {
            String name = wish;
            for (int n = 2; ; n++) {
                String tried = name;
                if (recipe.layers().stream().noneMatch(layer -> layer.name().equals(tried))) {
                    return tried;
                }
                name = wish + " " + n;
            }
        }

        @Override
        public Object touches(Recipe recipe) {
            return List.of(recipe.layer(layer), recipe.sways());
        }

        @Override
        public String summary(Recipe recipe) {
            return "Copied " + LayerEdit.nameIn(recipe, layer) + " to "
                    + String.join(
                            ", ",
                            covers.stream()
                                    .map(cover -> LayerEdit.nameIn(recipe, cover))
                                    .toList());
        }
    }
}
