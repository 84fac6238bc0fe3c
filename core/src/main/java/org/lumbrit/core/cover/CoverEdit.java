package org.lumbrit.core.cover;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;

/** Single plants placed and removed by hand. */
public sealed interface CoverEdit extends Edit {

    /** The cover that is changed. */
    String layer();

    @Override
    default Object touches(Recipe recipe) {
        return recipe.layer(layer());
    }

    private static Recipe change(Recipe recipe, String layer, UnaryOperator<CoverLayer> change) {
        return recipe.changeLayer(layer, each -> {
            if (each instanceof CoverLayer cover) {
                return change.apply(cover);
            }
            throw new InvalidRecipeException("layer", "“" + each.name() + "” has no plants; choose a cover.");
        });
    }

    private static String plants(int count) {
        return count == 1 ? "1 plant" : count + " plants";
    }

    @Kind(
            name = "remove-plants",
            title = "Remove plants",
            help = "Takes single plants out for good, by their identities; those placed by hand go altogether.")
    record RemovePlants(String layer, List<String> plants) implements CoverEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return change(recipe, layer, cover -> {
                Set<String> gone = new LinkedHashSet<>(plants);
                List<HandPlaced> left = cover.placed().stream()
                        .filter(hand -> !gone.contains(hand.plant()))
                        .toList();
                cover.placed().forEach(hand -> gone.remove(hand.plant()));
                Set<String> removed = new LinkedHashSet<>(cover.removed());
                removed.addAll(gone);
                return cover.withHand(List.copyOf(removed), left);
            });
        }

        @Override
        public String summary(Recipe recipe) {
            return LayerEdit.nameIn(recipe, layer) + ": " + CoverEdit.plants(plants.size()) + " removed by hand";
        }
    }

    @Kind(name = "place-plants", title = "Place plants", help = "Puts single plants where they are wanted.")
    record PlacePlants(String layer, List<HandPlaced> plants) implements CoverEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return change(recipe, layer, cover -> {
                List<HandPlaced> placed = new ArrayList<>(cover.placed());
                placed.addAll(plants);
                return cover.withHand(cover.removed(), placed);
            });
        }

        @Override
        public String summary(Recipe recipe) {
            return LayerEdit.nameIn(recipe, layer) + ": " + CoverEdit.plants(plants.size()) + " placed by hand";
        }
    }

    @Kind(
            name = "restore-plants",
            title = "Restore plants",
            help = "Brings back every plant that was removed by hand; those placed by hand stay.")
    record RestorePlants(String layer) implements CoverEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            return change(recipe, layer, cover -> cover.withHand(List.of(), cover.placed()));
        }

        @Override
        public String summary(Recipe recipe) {
            return LayerEdit.nameIn(recipe, layer) + ": plants restored";
        }
    }
}
