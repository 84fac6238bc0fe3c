package org.lumbrit.core.edit;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;

/** Changes of layers and their properties. */
public sealed interface LayerEdit extends Edit {

    /** The layer that is changed. */
    String layer();

    @Override
    default Object touches(Recipe recipe) {
        return recipe.layer(layer());
    }

    static String nameIn(Recipe recipe, String id) {
        return recipe.layer(id).map(Layer::name).orElse(id);
    }

    private static List<Drive> drivesOf(Recipe recipe, String layer) {
        return recipe.drives().stream()
                .filter(drive -> drive.layer().equals(layer))
                .toList();
    }

    @Kind(
            name = "add-layer",
            title = "Add layer",
            help = "Puts a new layer on the board; one of relief above the others of relief, below all else.")
    record Add(Layer added) implements LayerEdit {
        @Override
        public String layer() {
            return added.id();
        }

        @Override
        public Recipe apply(Recipe recipe) {
            int end = recipe.layers().size();
            if (added.family() == Family.RELIEF) {
                List<Layer> relief = recipe.layersOf(Family.RELIEF);
                end = relief.isEmpty() ? 0 : recipe.layers().indexOf(relief.get(relief.size() - 1)) + 1;
            }
            return recipe.withLayers(Recipe.inserted(recipe.layers(), added, end));
        }

        @Override
        public String summary(Recipe recipe) {
            return "New layer " + added.name();
        }
    }

    @Kind(
            name = "remove-layer",
            title = "Remove layer",
            help = "Takes its drives and keys along, and the falloffs and layers that read it.")
    record Remove(String layer) implements LayerEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.without(Refers.LAYER, layer);
        }

        @Override
        public Object touches(Recipe recipe) {
            return List.of(recipe.layer(layer), drivesOf(recipe, layer));
        }

        @Override
        public String summary(Recipe recipe) {
            return "Deleted layer " + nameIn(recipe, layer);
        }
    }

    @Kind(name = "rename-layer", title = "Rename layer", help = "Gives a layer another name.")
    record Rename(String layer, String name) implements LayerEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeLayer(layer, each -> each.renamed(NameRule.clean(name)));
        }

        @Override
        public String summary(Recipe recipe) {
            return "Renamed " + nameIn(recipe, layer) + " to " + name;
        }
    }

    @Kind(name = "move-layer", title = "Move layer", help = "Moves a layer to another position on the board.")
    record Move(String layer, int index) implements LayerEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            Layer moved = recipe.layer(layer).orElseThrow(() -> InvalidRecipeException.missing("layer", layer));
            List<Layer> rest = new ArrayList<>(recipe.layers());
            rest.remove(moved);
            return recipe.withLayers(Recipe.inserted(rest, moved, index));
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.layers().stream().map(Layer::id).toList();
        }

        @Override
        public String summary(Recipe recipe) {
            return "Moved layer " + nameIn(recipe, layer);
        }
    }

    @Kind(
            name = "set-layer",
            title = "Set layer",
            help = "Replaces a layer's settings; its properties keep their ends.")
    record Set(Layer changed) implements LayerEdit {
        @Override
        public String layer() {
            return changed.id();
        }

        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeLayer(changed.id(), each -> changed);
        }

        @Override
        public String summary(Recipe recipe) {
            return changed.name() + ": settings";
        }
    }

    @Kind(
            name = "set-property",
            title = "Set property",
            help = "Replaces the ends of a property and how its drives combine.")
    record SetProperty(String layer, String property, PropertyRange range) implements LayerEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return recipe.changeLayer(layer, each -> each.withProperty(property, range));
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.layer(layer).map(each -> each.properties().get(property));
        }

        @Override
        public String summary(Recipe recipe) {
            return nameIn(recipe, layer) + ": " + property;
        }
    }

    @Kind(
            name = "duplicate-layer",
            title = "Duplicate layer",
            help = "Copies a layer with its drives, under another seed.")
    record Duplicate(String layer, String id, String name, int seed) implements LayerEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            Layer original = recipe.layer(layer).orElseThrow(() -> InvalidRecipeException.missing("layer", layer));
            List<Drive> drives = new ArrayList<>(recipe.drives());
            drivesOf(recipe, layer)
                    .forEach(each -> drives.add(new Drive(id, each.property(), each.falloff(), each.curve())));
            int at = recipe.layers().indexOf(original) + 1;
            return recipe.withLayers(Recipe.inserted(recipe.layers(), original.copied(id, name, seed), at))
                    .withDrives(drives);
        }

        @Override
        public String summary(Recipe recipe) {
            return "Duplicated layer " + nameIn(recipe, layer);
        }
    }
}
