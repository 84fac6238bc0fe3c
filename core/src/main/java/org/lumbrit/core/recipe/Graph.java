package org.lumbrit.core.recipe;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Surrounding;

/**
 * A recipe as a graph: its falloffs, layers, props and places are nodes, and each reads others. What is read is collected from
 * the settings that refer to something and from what a kind declares of its surroundings, so a new kind is in the graph without
 * a line here. Circles, deletion, what is to be carried to another site, and whether a thing changes with time follow from it.
 */
public final class Graph {
    /**
     * Something that is computed, or stands in the recipe.
     *
     * @param what of which sort; {@link Refers#NOTHING} for what belongs to the site as a whole
     * @param id by which it is known, or the words for it
     */
    public record Node(Refers what, String id) {}

    private static final Node GROUND = new Node(Refers.NOTHING, "the finished ground");
    private static final Node WATER = new Node(Refers.NOTHING, "the water’s edge");
    private static final Node TIME = new Node(Refers.NOTHING, "the time");
    private static final Node PROPS = new Node(Refers.NOTHING, "the props");

    private final Recipe recipe;
    private final Map<Node, Set<Node>> read = new HashMap<>();
    private final Map<Node, Boolean> timed = new HashMap<>();

    private Graph(Recipe recipe) {
        this.recipe = recipe;
    }

    /** The graph of a recipe; nothing is walked before it is asked for. */
    public static Graph of(Recipe recipe) {
        return new Graph(recipe);
    }

    /** What a node reads itself, in the order of its settings; nothing of a node that is not there. */
    public Set<Node> reads(Node node) {
        Set<Node> known = read.computeIfAbsent(node, this::collect);
        Optional<Layer> layer = node.what() == Refers.LAYER ? recipe.layer(node.id()) : Optional.empty();
        if (layer.filter(each -> each.reads().contains(Surrounding.EARLIER)).isEmpty()) {
            return known;
        }
        // not remembered: of many layers each may read all before it
        Set<Node> all = new LinkedHashSet<>(known);
        recipe.earlier(layer.get()).forEach(each -> all.add(new Node(Refers.LAYER, each.id())));
        return all;
    }

    private Set<Node> collect(Node node) {
        Set<Node> found = new LinkedHashSet<>();
        if (node.equals(GROUND)) {
            recipe.layersOf(Family.RELIEF).forEach(layer -> found.add(new Node(Refers.LAYER, layer.id())));
        } else if (node.equals(WATER)) {
            found.add(GROUND);
        } else if (node.equals(PROPS)) {
            recipe.props().forEach(prop -> found.add(new Node(Refers.PROP, prop.id())));
        }
        recipe.thing(node.what(), node.id()).ifPresent(thing -> {
            References.of(thing).stream()
                    .filter(reference -> reference.what().isThing())
                    .forEach(reference -> found.add(new Node(reference.what(), reference.id())));
            keyed(node, found);
        });
        switch (node.what()) {
            case FALLOFF ->
                recipe.falloff(node.id()).map(Falloff::source).ifPresent(source -> surroundings(source.reads(), found));
            case LAYER -> recipe.layer(node.id()).ifPresent(layer -> ofLayer(layer, found));
            case PROP -> recipe.prop(node.id()).ifPresent(prop -> surroundings(prop.reads(), found));
            default -> {}
        }
        return found;
    }

    private void keyed(Node node, Set<Node> found) {
        if (recipe.clock().tracks().stream().anyMatch(track -> track.owner().equals(node))) {
            found.add(TIME);
        }
    }

    private void ofLayer(Layer layer, Set<Node> found) {
        recipe.drives().stream()
                .filter(drive -> drive.layer().equals(layer.id()))
                .forEach(drive -> found.add(new Node(Refers.FALLOFF, drive.falloff())));
        surroundings(layer.reads(), found);
    }

    private static void surroundings(Set<Surrounding> declared, Set<Node> found) {
        if (declared.contains(Surrounding.GROUND)) {
            found.add(GROUND);
        }
        if (declared.contains(Surrounding.WATER)) {
            found.add(WATER);
        }
        if (declared.contains(Surrounding.PROPS)) {
            found.add(PROPS);
        }
        if (declared.contains(Surrounding.TIME)) {
            found.add(TIME);
        }
    }

    /** Everything that a node reads, itself and by way of others. */
    public Set<Node> reach(Node from) {
        Set<Node> reached = new LinkedHashSet<>();
        List<Node> open = new ArrayList<>(reads(from));
        while (!open.isEmpty()) {
            Node next = open.remove(open.size() - 1);
            if (reached.add(next)) {
                open.addAll(reads(next));
            }
        }
        return reached;
    }

    /** Whether a node may differ from one time to another: it, or something that it reads, reads the time or is keyed. */
    public boolean readsTime(Node node) {
        return timed.computeIfAbsent(node, each -> reach(each).contains(TIME));
    }

    /** The things that read a thing themselves, in the order of the recipe: falloffs, layers, props. */
    public List<Node> readers(Node of) {
        List<Node> all = new ArrayList<>();
        recipe.falloffs().forEach(falloff -> all.add(new Node(Refers.FALLOFF, falloff.id())));
        recipe.layers().forEach(layer -> all.add(new Node(Refers.LAYER, layer.id())));
        recipe.props().forEach(prop -> all.add(new Node(Refers.PROP, prop.id())));
        return all.stream().filter(node -> reads(node).contains(of)).toList();
    }

    /** The names along one circle, "Shore → Tussocks → Shore", where there is one. */
    public Optional<String> circle() {
        Walk walk = new Walk();
        List<Node> starts = new ArrayList<>();
        recipe.falloffs().forEach(falloff -> starts.add(new Node(Refers.FALLOFF, falloff.id())));
        recipe.layers().forEach(layer -> starts.add(new Node(Refers.LAYER, layer.id())));
        return starts.stream().map(walk::from).flatMap(Optional::stream).findFirst();
    }

    /** One search for a circle. Props that stand in the way of light do not close one: ground in the making has none yet. */
    private final class Walk {
        private final Set<Node> clear = new HashSet<>();
        private final List<Node> path = new ArrayList<>();

        Optional<String> from(Node node) {
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
            if (node.equals(PROPS) || clear.contains(node)) {
                return Optional.empty();
            }
            path.add(node);
            for (Node other : reads(node)) {
                Optional<String> circle = from(other);
                if (circle.isPresent()) {
                    return circle;
                }
            }
            path.remove(path.size() - 1);
            clear.add(node);
            return Optional.empty();
        }
    }
}
