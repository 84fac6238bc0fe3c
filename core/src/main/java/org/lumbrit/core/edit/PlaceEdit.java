package org.lumbrit.core.edit;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Graph;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Place;

/** Changes of points and paths. */
public sealed interface PlaceEdit extends Edit {

    @Kind(name = "set-place", title = "Set place", help = "Adds a point or path, or replaces the one with the same id.")
    record Set(Place place) implements PlaceEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            List<Place> places = new ArrayList<>(recipe.places());
            int at = recipe.place(place.id()).map(places::indexOf).orElse(-1);
            if (at >= 0) {
                places.set(at, place);
            } else {
                places.add(place);
            }
            return recipe.withPlaces(places);
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.place(place.id());
        }

        @Override
        public String summary(Recipe recipe) {
            return (recipe.place(place.id()).isPresent() ? "Changed place " : "New place ") + place.name();
        }
    }

    @Kind(
            name = "remove-place",
            title = "Remove place",
            help = "Only where no falloff and no relief layer works from it.")
    record Remove(String place) implements PlaceEdit {
        @Override
        public Recipe apply(Recipe recipe) {
            List<String> users = Graph.of(recipe).readers(new Graph.Node(Refers.PLACE, place)).stream()
                    .map(node -> recipe.names().nameOf(node.what(), node.id()))
                    .toList();
            if (!users.isEmpty()) {
                throw new InvalidRecipeException(
                        "place",
                        recipe.names().nameOf(Refers.PLACE, place) + " is what " + String.join(", ", users)
                                + " measures from or works along. Give it another place first, or delete it.");
            }
            return recipe.withPlaces(recipe.places().stream()
                    .filter(each -> !each.id().equals(place))
                    .toList());
        }

        @Override
        public Object touches(Recipe recipe) {
            return recipe.place(place);
        }

        @Override
        public String summary(Recipe recipe) {
            return "Deleted place " + recipe.names().nameOf(Refers.PLACE, place);
        }
    }
}
