package org.lumbrit.core.adapt;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.lumbrit.core.adapt.Adapted.Lost;
import org.lumbrit.core.edit.DriveEdit;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.edit.MotionEdit;
import org.lumbrit.core.edit.PlaceEdit;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Carry;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.References.Reference;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Family;
import org.lumbrit.core.recipe.Graph.Node;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.NameRule;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.surface.Place;

/**
 * Carries rules from one site to another ground: falloffs, layers, drives, plants, curves and keys, with whatever they read. Places and
 * props are found again by their names, or by what the wish names instead. The same recipes and the same wish give the same
 * result, ids included.
 */
public final class Adaptation {
    private final Recipe from;
    private final Wish wish;
    private final Numbers numbers;
    private final List<String> notes = new ArrayList<>();
    private final Map<String, Lost> lost = new LinkedHashMap<>();
    private final Set<String> asked = new LinkedHashSet<>();
    private final List<Edit> edits = new ArrayList<>();
    /** From a thing of the one site to its id in the other. */
    private final Map<Node, String> ids = new HashMap<>();

    private Recipe to;

    private Adaptation(Recipe from, Extent fromGround, Recipe to, Extent toGround, Wish wish) {
        this.from = from;
        this.to = to;
        this.wish = wish;
        this.numbers = new Numbers(carry(fromGround, toGround));
    }

    /**
     * @param fromGround of the first site, as its relief layers have left it; @param toGround of the other likewise
     * @throws InvalidRecipeException where a part that is named is not there, or the result would not hold
     */
    public static Adapted of(Recipe from, Extent fromGround, Recipe to, Extent toGround, Wish wish) {
        return new Adaptation(from, fromGround, to, toGround, wish).all();
    }

    private Carry carry(Extent one, Extent other) {
        double across = wish.lengths() == Wish.Lengths.SCALED ? other.longer() / one.longer() : 1;
        double relief = one.highest() - one.lowest();
        boolean byShare = wish.heights() == Wish.Heights.SHARE && relief > 0 && other.highest() > other.lowest();
        if (wish.heights() == Wish.Heights.SHARE && !byShare) {
            notes.add("Heights are kept as metres, as one of the grounds is level.");
        }
        double up = byShare ? (other.highest() - other.lowest()) / relief : 1;
        return new Carry() {
            @Override
            public double length(double metres) {
                return across * metres;
            }

            @Override
            public double height(double metres) {
                return byShare ? other.lowest() + (metres - one.lowest()) * up : metres;
            }

            @Override
            public double rise(double metres) {
                return up * metres;
            }
        };
    }

    private Adapted all() {
        Set<Node> carried = carried();
        lose(carried);
        carried.removeIf(node -> lost.containsKey(key(node)));
        // ids first, as things may read what comes later on the board
        carried.forEach(this::name);
        for (Falloff falloff : inOrder(carried)) {
            add(new FalloffEdit.Add(moved(falloff), to.falloffs().size()));
        }
        for (Layer layer : from.layers()) {
            if (carried.contains(new Node(Refers.LAYER, layer.id()))
                    && to.layer(ids.get(new Node(Refers.LAYER, layer.id()))).isEmpty()) {
                add(new LayerEdit.Add(moved(layer)));
            }
        }
        drives(carried);
        keys(carried);
        List<InvalidRecipeException.Problem> problems = RecipeCheck.problems(to);
        if (!problems.isEmpty()) {
            throw new InvalidRecipeException(problems);
        }
        return new Adapted(to, List.copyOf(edits), List.copyOf(notes), List.copyOf(lost.values()), List.copyOf(asked));
    }

    private void add(Edit edit) {
        edits.add(edit);
        to = edit.apply(to);
    }

    /** What is wished, and whatever that reads: falloffs, and layers that are referred to. */
    private Set<Node> carried() {
        Set<Node> carried = new LinkedHashSet<>();
        List<Node> open = new ArrayList<>();
        from.falloffs().forEach(falloff -> open.add(new Node(Refers.FALLOFF, falloff.id())));
        from.layers().forEach(layer -> open.add(new Node(Refers.LAYER, layer.id())));
        if (!wish.part().isEmpty()) {
            for (String id : wish.part()) {
                if (open.stream().noneMatch(node -> node.id().equals(id))) {
                    throw new InvalidRecipeException(
                            "part", "There is no falloff and no layer “" + id + "” in “" + from.name() + "”.");
                }
            }
            open.removeIf(node -> !wish.part().contains(node.id()));
        }
        while (!open.isEmpty()) {
            Node node = open.remove(0);
            if (carried.add(node)) {
                from.thing(node.what(), node.id())
                        .ifPresent(thing -> References.of(thing).stream()
                                .filter(reference ->
                                        reference.what() == Refers.FALLOFF || reference.what() == Refers.LAYER)
                                .forEach(reference -> open.add(new Node(reference.what(), reference.id()))));
                from.drives().stream()
                        .filter(drive ->
                                node.what() == Refers.LAYER && drive.layer().equals(node.id()))
                        .forEach(drive -> open.add(new Node(Refers.FALLOFF, drive.falloff())));
            }
        }
        return carried;
    }

    /** Finds out what cannot be carried, until nothing that is carried needs anything of it. */
    private void lose(Set<Node> carried) {
        boolean more = true;
        while (more) {
            more = false;
            for (Node node : carried) {
                if (!lost.containsKey(key(node))) {
                    Optional<String> reason = reason(node);
                    reason.ifPresent(why -> lost.put(key(node), new Lost(nameOf(node), why)));
                    more |= reason.isPresent();
                }
            }
        }
    }

    private static String key(Node node) {
        return node.what() + " " + node.id();
    }

    private String nameOf(Node node) {
        return from.names().nameOf(node.what(), node.id());
    }

    private Optional<String> reason(Node node) {
        Record thing = ready(node);
        for (Reference reference : References.of(thing)) {
            if (!reference.what().isThing()
                    || References.without(thing, reference.what(), reference.id())
                            .isPresent()) {
                continue;
            }
            Node other = new Node(reference.what(), reference.id());
            if (lost.containsKey(key(other))) {
                return Optional.of("It reads “" + nameOf(other) + "”, which could not be carried.");
            }
            if ((other.what() == Refers.PLACE || other.what() == Refers.PROP)
                    && found(other, reference).isEmpty()) {
                asked.add(nameOf(other));
                return Optional.of("It works from “" + nameOf(other) + "”, and “" + to.name() + "” has no "
                        + Kinds.word(other.what()) + " of that name" + fitting(reference)
                        + ". Name one that stands for it.");
            }
        }
        return Optional.empty();
    }

    private static String fitting(Reference reference) {
        return reference.kinds().isEmpty() ? "" : " that is " + String.join(" or ", reference.kinds());
    }

    /** A thing as it can leave its ground. */
    private Record ready(Node node) {
        Record thing = from.thing(node.what(), node.id()).orElseThrow();
        return node.what() == Refers.LAYER ? (Record) ((Layer) thing).elsewhere() : thing;
    }

    /** The place or prop of the other site that stands for one of this. */
    private Optional<String> found(Node node, Reference reference) {
        String wanted = wish.instead().getOrDefault(nameOf(node), nameOf(node));
        Stream<String> all = node.what() == Refers.PROP
                ? to.props().stream().map(Prop::id)
                : to.places().stream().map(Place::id);
        Optional<String> there = all.filter(
                        id -> to.names().nameOf(node.what(), id).equals(wanted))
                .filter(id -> reference.allows(to.thing(node.what(), id).orElseThrow()))
                .findFirst();
        if (there.isPresent() || node.what() == Refers.PROP || !wish.bring()) {
            return there;
        }
        return Optional.of(brought(node));
    }

    private String brought(Node node) {
        return ids.computeIfAbsent(node, missing -> {
            Record place = (Record) from.place(node.id()).orElseThrow();
            Set<String> taken = new HashSet<>();
            to.places().forEach(each -> taken.add(each.id()));
            String id = free(node.id(), taken);
            Set<String> names = new HashSet<>();
            to.places().forEach(each -> names.add(each.name()));
            Record moved = Kinds.with(numbers.of(place), "id", id);
            add(new PlaceEdit.Set((Place) Kinds.with(moved, "name", freeName(nameOf(node), names))));
            notes.add("The place “" + nameOf(node) + "” was brought along.");
            return id;
        });
    }

    /** Gives a thing its id in the other site: a plant of the nursery that is there already is that one. */
    private void name(Node node) {
        if (node.what() == Refers.LAYER) {
            Layer layer = from.layer(node.id()).orElseThrow();
            Optional<String> known = layer.family() != Family.PLANT
                    ? Optional.empty()
                    : to.layersOf(Family.PLANT).stream()
                            .filter(each -> each.name().equals(layer.name()))
                            .map(Layer::id)
                            .findFirst();
            known.ifPresent(
                    id -> notes.add("The plant “" + layer.name() + "” is the one of that name in the nursery there."));
            ids.put(node, known.orElseGet(() -> free(node.id(), taken(Refers.LAYER))));
        } else {
            ids.put(node, free(node.id(), taken(Refers.FALLOFF)));
        }
    }

    private Set<String> taken(Refers what) {
        Set<String> taken = new HashSet<>();
        to.layers().forEach(each -> taken.add(what == Refers.LAYER ? each.id() : ""));
        to.falloffs().forEach(each -> taken.add(what == Refers.FALLOFF ? each.id() : ""));
        ids.forEach((node, id) -> taken.add(node.what() == what ? id : ""));
        return taken;
    }

    private static String free(String id, Set<String> taken) {
        String free = id;
        for (int n = 2; taken.contains(free); n++) {
            free = id + "-" + n;
        }
        return free;
    }

    private String freeName(String name, Set<String> taken) {
        String free = NameRule.free(name, taken);
        if (!free.equals(name)) {
            notes.add("“" + name + "” is called “" + free + "” there, as the name was taken.");
        }
        return free;
    }

    /** Falloffs after those that they use. */
    private List<Falloff> inOrder(Set<Node> carried) {
        List<Falloff> ordered = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        from.falloffs().stream()
                .filter(falloff -> carried.contains(new Node(Refers.FALLOFF, falloff.id())))
                .forEach(falloff -> after(falloff, carried, seen, ordered));
        return ordered;
    }

    private void after(Falloff falloff, Set<Node> carried, Set<String> seen, List<Falloff> ordered) {
        if (seen.add(falloff.id())) {
            References.of(falloff, Refers.FALLOFF).stream()
                    .filter(other -> carried.contains(new Node(Refers.FALLOFF, other)))
                    .forEach(other -> after(from.falloff(other).orElseThrow(), carried, seen, ordered));
            ordered.add(falloff);
        }
    }

    private Falloff moved(Falloff falloff) {
        Falloff left = (Falloff) references(new Node(Refers.FALLOFF, falloff.id()), falloff);
        Set<String> names = new HashSet<>();
        to.falloffs().forEach(each -> names.add(each.name()));
        Falloff carried = (Falloff) numbers.of(left.withSteps(left.steps()));
        return new Falloff(
                ids.get(new Node(Refers.FALLOFF, falloff.id())),
                freeName(falloff.name(), names),
                carried.source(),
                carried.steps(),
                carried.limits());
    }

    private Layer moved(Layer layer) {
        Node node = new Node(Refers.LAYER, layer.id());
        Layer left = (Layer) references(node, ready(node));
        if (!layer.elsewhere().equals(layer)) {
            notes.add("What was done by hand in “" + layer.name() + "” stays behind.");
        }
        Set<String> names = new HashSet<>();
        to.layers().forEach(each -> names.add(each.name()));
        return numbers.of(left).copied(ids.get(node), freeName(layer.name(), names), layer.seed());
    }

    /** A thing with its references as they are in the other site; parts that refer to what is lost are left out. */
    private Record references(Node node, Record thing) {
        Record moved = thing;
        for (Reference reference : References.of(thing)) {
            Node other = new Node(reference.what(), reference.id());
            if (!reference.what().isThing()) {
                continue;
            }
            boolean gone = lost.containsKey(key(other))
                    || (other.what() == Refers.PLACE || other.what() == Refers.PROP)
                            && found(other, reference).isEmpty();
            if (gone) {
                moved = References.without(moved, other.what(), other.id()).orElseThrow();
                notes.add(
                        "“" + nameOf(node) + "” goes without its part by “" + nameOf(other) + "”, which is not there.");
            }
        }
        for (Refers what : List.of(Refers.FALLOFF, Refers.LAYER)) {
            moved = References.replaced(moved, what, id -> ids.getOrDefault(new Node(what, id), id));
        }
        for (Refers what : List.of(Refers.PLACE, Refers.PROP)) {
            Map<String, String> there = new HashMap<>();
            References.of(moved).stream()
                    .filter(reference -> reference.what() == what)
                    .forEach(reference -> there.put(
                            reference.id(),
                            found(new Node(what, reference.id()), reference).orElseThrow()));
            there.forEach((id, other) -> matched(new Node(what, id), other));
            moved = References.replaced(moved, what, there::get);
        }
        return moved;
    }

    private void matched(Node node, String other) {
        String name = to.names().nameOf(node.what(), other);
        String note = "“" + nameOf(node) + "” is “" + name + "” of that site.";
        if (!ids.containsKey(node) && !notes.contains(note)) {
            notes.add(note);
        }
    }

    private void drives(Set<Node> carried) {
        for (Drive drive : from.drives()) {
            Node layer = new Node(Refers.LAYER, drive.layer());
            Node falloff = new Node(Refers.FALLOFF, drive.falloff());
            boolean isNew = carried.contains(layer)
                    && edits.stream()
                            .anyMatch(edit -> edit instanceof LayerEdit.Add add
                                    && add.layer().equals(ids.get(layer)));
            if (isNew && carried.contains(falloff)) {
                add(new DriveEdit.Set(new Drive(ids.get(layer), drive.property(), ids.get(falloff), drive.curve())));
            } else if (isNew) {
                notes.add("“" + nameOf(layer) + "”: " + drive.property() + " goes without “" + nameOf(falloff) + "”.");
            }
        }
    }

    private void keys(Set<Node> carried) {
        for (Track track : from.clock().tracks()) {
            Node owner = track.owner();
            if (carried.contains(owner)) {
                add(new MotionEdit.SetKeys(new Track(
                        track.of(),
                        ids.get(owner),
                        track.setting(),
                        track.easing(),
                        track.round(),
                        track.keys().stream().map(key -> carried(track, key)).toList())));
            }
        }
    }

    /** A key with its number carried as the number that it keys is. */
    private CurvePoint carried(Track track, CurvePoint key) {
        Recipe then = from.keyedAt(key.in());
        Recipe there = switch (track.of()) {
            case FALLOFF -> then.changeFalloff(track.id(), falloff -> (Falloff) numbers.of(falloff));
            case LAYER -> then.changeLayer(track.id(), numbers::of);
            case PROP -> then;
        };
        return new CurvePoint(key.in(), there.number(track).orElse(key.out()));
    }
}
