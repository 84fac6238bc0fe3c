package org.lumbrit.core.recipe;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.surface.Place;

/** Takes a thing out of a recipe, with whatever cannot be without it: steps, limits, drives, falloffs, layers, keys. */
final class Removal {
    private Recipe left;
    private final Deque<Graph.Node> gone = new ArrayDeque<>();

    private Removal(Recipe recipe) {
        this.left = recipe;
    }

    static Recipe of(Recipe recipe, Refers what, String id) {
        Removal removal = new Removal(recipe);
        removal.gone.add(new Graph.Node(what, id));
        while (!removal.gone.isEmpty()) {
            removal.take(removal.gone.remove());
        }
        return removal.left;
    }

    private void take(Graph.Node node) {
        List<Falloff> falloffs = new ArrayList<>();
        for (Falloff falloff : left.falloffs()) {
            if (!is(node, Refers.FALLOFF, falloff.id())) {
                References.without(falloff, node.what(), node.id())
                        // limits of steps that are gone go with them
                        .map(each -> each.withSteps(each.steps()))
                        .ifPresentOrElse(falloffs::add, () -> lose(Refers.FALLOFF, falloff.id()));
            }
        }
        List<Layer> layers = new ArrayList<>();
        for (Layer layer : left.layers()) {
            if (!is(node, Refers.LAYER, layer.id())) {
                Layer ready = layer.losing(node.what(), node.id(), left);
                References.without(ready, node.what(), node.id())
                        .ifPresentOrElse(layers::add, () -> lose(Refers.LAYER, layer.id()));
            }
        }
        List<Prop> props = new ArrayList<>();
        for (Prop prop : left.props()) {
            if (!is(node, Refers.PROP, prop.id())) {
                References.without(prop, node.what(), node.id())
                        .ifPresentOrElse(props::add, () -> lose(Refers.PROP, prop.id()));
            }
        }
        List<Place> places = left.places().stream()
                .filter(place -> !is(node, Refers.PLACE, place.id()))
                .toList();
        List<Drive> drives = left.drives().stream()
                .map(drive -> References.without(drive, node.what(), node.id()))
                .flatMap(Optional::stream)
                .toList();
        left = left.withDrives(drives)
                .withPlaces(places)
                .withFalloffs(falloffs)
                .withLayers(layers)
                .withProps(props);
    }

    private static boolean is(Graph.Node node, Refers what, String id) {
        return node.what() == what && node.id().equals(id);
    }

    private void lose(Refers what, String id) {
        gone.add(new Graph.Node(what, id));
    }
}
