package org.lumbrit.core.motion;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.Recipe;

/** Changes of sways beyond their settings. */
public sealed interface SwayEdit extends Edit {

    /**
     * @param covers whose plants get the same sway; where one sways already its settings and drives are replaced
     * @param ids of the new sways, one for each cover; unused where it has one
     */
    @Kind(
            name = "copy-sway",
            title = "Copy sway",
            help = "Gives the settings and drives of a sway to the plants of other covers.")
    record CopySway(String layer, List<String> covers, List<String> ids) implements SwayEdit {
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
            String name = before.map(SwayLayer::name)
                    .orElseGet(() -> NameRule.free(
                            "Sway of " + cover.name(),
                            recipe.layers().stream().map(Layer::name).toList()));
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

        @Override
        public Object touches(Recipe recipe) {
            return List.of(recipe.layer(layer), SwayLayer.shown(recipe));
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
