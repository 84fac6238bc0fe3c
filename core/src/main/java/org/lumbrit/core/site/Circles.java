package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Refers;

/** Finds falloffs that use each other in a circle. */
final class Circles {
    private final Recipe recipe;
    private final Set<String> clear = new HashSet<>();
    private final List<String> path = new ArrayList<>();

    private Circles(Recipe recipe) {
        this.recipe = recipe;
    }

    /** The names along one circle, "Shore → Tussocks → Shore", where there is one. */
    static Optional<String> find(Recipe recipe) {
        Circles circles = new Circles(recipe);
        for (Falloff falloff : recipe.falloffs()) {
            Optional<String> circle = circles.from(falloff.id());
            if (circle.isPresent()) {
                return circle;
            }
        }
        return Optional.empty();
    }

    private Optional<String> from(String id) {
        int at = path.indexOf(id);
        if (at >= 0) {
            List<String> circle = new ArrayList<>(path.subList(at, path.size()));
            circle.add(id);
            return Optional.of(String.join(
                    " → ",
                    circle.stream()
                            .map(each -> recipe.names().nameOf(Refers.FALLOFF, each))
                            .toList()));
        }
        if (clear.contains(id)) {
            return Optional.empty();
        }
        path.add(id);
        for (String other : recipe.falloff(id).map(Falloff::uses).orElse(Set.of())) {
            Optional<String> circle = from(other);
            if (circle.isPresent()) {
                return circle;
            }
        }
        path.remove(path.size() - 1);
        clear.add(id);
        return Optional.empty();
    }
}
