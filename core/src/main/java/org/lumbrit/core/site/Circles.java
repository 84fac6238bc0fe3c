package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Refers;

/** Finds falloffs and layers that read each other in a circle. */
final class Circles {
    /** A falloff or a layer. */
    private record Node(Refers what, String id) {}

    private final Recipe recipe;
    private final Set<Node> clear = new HashSet<>();
    private final List<Node> path = new ArrayList<>();

    private Circles(Recipe recipe) {
        this.recipe = recipe;
    }

    /** The names along one circle, "Shore → Tussocks → Shore", where there is one. */
    static Optional<String> find(Recipe recipe) {
        Circles circles = new Circles(recipe);
        for (Falloff falloff : recipe.falloffs()) {
            Optional<String> circle = circles.from(new Node(Refers.FALLOFF, falloff.id()));
            if (circle.isPresent()) {
                return circle;
            }
        }
        return Optional.empty();
    }

    private Optional<String> from(Node node) {
        int at = path.indexOf(node);
        if (at >= 0) {
            List<Node> circle = new ArrayList<>(path.subList(at, path.size()));
            circle.add(node);
            return Optional.of(String.join(
                    " → ",
                    circle.stream()
                            .map(each -> recipe.names().nameOf(each.what(), each.id()))
                            .toList()));
        }
        if (clear.contains(node)) {
            return Optional.empty();
        }
        path.add(node);
        for (Node other : read(node)) {
            Optional<String> circle = from(other);
            if (circle.isPresent()) {
                return circle;
            }
        }
        path.remove(path.size() - 1);
        clear.add(node);
        return Optional.empty();
    }

    /** What a falloff or a layer reads. */
    private List<Node> read(Node node) {
        List<Node> read = new ArrayList<>();
        if (node.what() == Refers.LAYER) {
            for (Drive drive : recipe.drives()) {
                if (drive.layer().equals(node.id())) {
                    read.add(new Node(Refers.FALLOFF, drive.falloff()));
                }
            }
            return read;
        }
        Optional<Falloff> falloff = recipe.falloff(node.id());
        falloff.ifPresent(known -> {
            known.uses().forEach(other -> read.add(new Node(Refers.FALLOFF, other)));
            known.source()
                    .layerRead()
                    .filter(layer -> recipe.layer(layer).map(Layer::id).isPresent())
                    .ifPresent(layer -> read.add(new Node(Refers.LAYER, layer)));
        });
        return read;
    }
}
