package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Refers;

/** Finds falloffs, layers and props that read each other in a circle. */
final class Circles {
    /** A falloff, a layer, a prop, or one of the two that stand for the whole site. */
    private record Node(Refers what, String id) {}

    private static final Node GROUND = new Node(Refers.NOTHING, "the finished ground");
    private static final Node WATER = new Node(Refers.NOTHING, "the water’s edge");

    private final Recipe recipe;
    private final Set<Node> clear = new HashSet<>();
    private final List<Node> path = new ArrayList<>();

    private Circles(Recipe recipe) {
        this.recipe = recipe;
    }

    /** The names along one circle, "Shore → Tussocks → Shore", where there is one. */
    static Optional<String> find(Recipe recipe) {
        Circles circles = new Circles(recipe);
        List<Node> starts = new ArrayList<>();
        recipe.falloffs().forEach(falloff -> starts.add(new Node(Refers.FALLOFF, falloff.id())));
        recipe.layers().forEach(layer -> starts.add(new Node(Refers.LAYER, layer.id())));
        return starts.stream().map(circles::from).flatMap(Optional::stream).findFirst();
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

    private List<Node> read(Node node) {
        List<Node> read = new ArrayList<>();
        switch (node.what()) {
            case LAYER -> readByLayer(node.id(), read);
            case FALLOFF -> recipe.falloff(node.id()).ifPresent(falloff -> readByFalloff(falloff, read));
            case PROP ->
                recipe.prop(node.id())
                        .filter(prop -> prop.standing() || prop.align() > 0)
                        .ifPresent(prop -> read.add(GROUND));
            default -> {
                if (node.equals(WATER)) {
                    read.add(GROUND);
                } else {
                    recipe.relief().forEach(layer -> read.add(new Node(Refers.LAYER, layer.id())));
                }
            }
        }
        return read;
    }

    /** Its drives, and the ground: of a relief layer the layer below, of any other the finished one. */
    private void readByLayer(String id, List<Node> read) {
        for (Drive drive : recipe.drives()) {
            if (drive.layer().equals(id)) {
                read.add(new Node(Refers.FALLOFF, drive.falloff()));
            }
        }
        recipe.layer(id)
                .filter(CoverLayer.class::isInstance)
                .map(CoverLayer.class::cast)
                .ifPresent(cover -> readByCover(cover, read));
        recipe.layer(id).ifPresent(layer -> {
            layer.layersRead().stream()
                    .filter(other -> recipe.layer(other).isPresent())
                    .forEach(other -> read.add(new Node(Refers.LAYER, other)));
            layer.propRead().ifPresent(prop -> read.add(new Node(Refers.PROP, prop)));
        });
        List<String> relief = recipe.relief().stream().map(Layer::id).toList();
        int k = relief.indexOf(id);
        if (k < 0) {
            read.add(GROUND);
        } else if (k > 0) {
            read.add(new Node(Refers.LAYER, relief.get(k - 1)));
        }
    }

    /** The nursery's plant, the props that it stands on, and the covers whose plants it keeps clear of. */
    private void readByCover(CoverLayer cover, List<Node> read) {
        cover.plant().kept().ifPresent(plant -> read.add(new Node(Refers.LAYER, plant)));
        cover.bed().prop().ifPresent(prop -> read.add(new Node(Refers.PROP, prop)));
        if (cover.keepsClear()) {
            recipe.coversBefore(cover.id()).forEach(before -> read.add(new Node(Refers.LAYER, before.id())));
        }
    }

    private void readByFalloff(Falloff falloff, List<Node> read) {
        falloff.uses().forEach(other -> read.add(new Node(Refers.FALLOFF, other)));
        falloff.source()
                .layerRead()
                .filter(layer -> recipe.layer(layer).isPresent())
                .ifPresent(layer -> read.add(new Node(Refers.LAYER, layer)));
        falloff.source().propRead().ifPresent(prop -> read.add(new Node(Refers.PROP, prop)));
        if (falloff.source().readsWater()) {
            read.add(WATER);
        }
    }
}
