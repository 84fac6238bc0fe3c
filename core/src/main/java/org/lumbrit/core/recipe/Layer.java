package org.lumbrit.core.recipe;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.lumbrit.core.falloff.Domain;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Surrounding;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.surface.SurfacePatch;

/**
 * One effect on the site. Everything about a kind of layer stands in its own file: its settings and properties, what it reads,
 * what is checked, the fields and colours it offers, what is probably not meant. A new kind is that one record and its name in the
 * list of layers ({@code LayerKinds}).
 */
public interface Layer {
    String id();

    String name();

    /** Another seed gives another pattern of the same kind. */
    int seed();

    /** A hidden layer is neither shown nor handed over. */
    boolean hidden();

    /** The ends of its properties by name, one for each that is {@link #offered()}. */
    Map<String, PropertyRange> properties();

    /** The properties that this kind offers, in the order of the board. */
    List<PropertyDescription> offered();

    /** Which part of the site it works on. */
    Family family();

    /** What it reads of the site besides the things that its settings refer to. */
    default Set<Surrounding> reads() {
        return Set.of(Surrounding.GROUND);
    }

    /** What it computes besides its properties, for falloffs to read and views to show. */
    default List<Field> results() {
        return List.of();
    }

    /** The results that one of its results is the sum of, each with 1 or −1, in order; none where it is not a sum. */
    default Map<String, Integer> parts(String result) {
        return Map.of();
    }

    /** Something it makes besides its fields, for other layers to ask for; none where it makes no such thing. @param site as it is for itself */
    default <T> Optional<T> makes(Class<T> what, Surroundings site) {
        return Optional.empty();
    }

    /** Numbers that it gives over time, to be drawn as lines beside the picture; none where it gives none. */
    default Optional<Readings> readings(Surroundings site) {
        return Optional.empty();
    }

    /** How long it takes to compute, in words, known before it is computed; "" where it takes no time worth a word. */
    default String takes(Surroundings site) {
        return "";
    }

    /** Everything named that can be read of it over a surface: its results, then its properties. */
    default List<Field> fields() {
        return Stream.concat(results().stream(), offered().stream().map(offer -> Field.of(this, offer)))
                .toList();
    }

    /** A field by its name. */
    default Optional<Field> field(String name) {
        return fields().stream().filter(field -> field.name().equals(name)).findFirst();
    }

    /** The fields that falloffs may read: those that have one value a place. */
    default List<Field> readable() {
        return fields().stream().filter(field -> field.domain() == Domain.PLACE).toList();
    }

    /** The colours that it lays over surfaces, where it lays any. */
    default Optional<Colouring> colouring() {
        return Optional.empty();
    }

    /** The stuff that it lays over surfaces, where it lays any: it covers them and may raise them. */
    default Optional<Lying> lying() {
        return Optional.empty();
    }

    /** A part of the surface that it presses or raises, on a grid finer than the ground's, as it is now; none where it does neither. */
    default Optional<SurfacePatch> patch(Surroundings site) {
        return Optional.empty();
    }

    /** The flakes that fall by it now; none where none do. */
    default Optional<Falling> falling(Surroundings site) {
        return Optional.empty();
    }

    /** The body that it makes or moves, where it is now; none where there is none now. */
    default Optional<Carried> carried(Surroundings site) {
        return Optional.empty();
    }

    /** The light that it puts over the site, where it puts any. */
    default Optional<Daylight> daylight() {
        return Optional.empty();
    }

    /** What of it is seen in a picture of the site; its fields are seen by their values. */
    default Set<Subject> seen() {
        return colouring().isPresent() ? Set.of(Subject.COLOURS) : Set.of();
    }

    /** Whether a hand-over holds files or objects of its own for it, so that it can be left out of one. */
    default boolean handedOver() {
        return !seen().isEmpty();
    }

    /** How many variants of one thing it places, each with files of its own; 0 where it places nothing. */
    default int variants() {
        return 0;
    }

    /** Whether it reads its falloffs on the ground, and not on props alone. */
    default boolean liesOnGround() {
        return true;
    }

    /** Whether its fields mean something on a prop, besides the ground. */
    default boolean liesOn(Prop prop) {
        return false;
    }

    /** The prop by whose size a new one's lengths go; none where they go by the site's. */
    default Optional<Prop> sizedBy(Recipe recipe) {
        return Optional.empty();
    }

    /** Whether its body stands for a prop, which is then not drawn itself. */
    default boolean standsFor(Prop prop) {
        return false;
    }

    /** How far it lowers the ground at most, as a number not above 0, and how far it raises it, metres; none where it leaves it. */
    default Optional<float[]> groundChange(Surroundings site) {
        return Optional.empty();
    }

    /** Says what is wrong with it beyond what its settings' descriptions say. */
    default void check(Checking checking) {}

    /** Whether a number of it may be keyed over time, by the way to it: {@code properties.speed.high}. */
    default boolean keyable(String setting) {
        return true;
    }

    /**
     * What a new one of this kind begins with, and what it brings along. Asked of a layer with everything by default, whose
     * references are {@link Beginning#OPEN}.
     */
    default Begun begin(Beginning beginning) {
        return beginning.filled(
                this,
                Kinds.of((Record) this).title(),
                layer -> new Begun.Made(layer, layer.offered().get(0).name(), false, ""));
    }

    /** A sentence on one of its results as it is seen now, "" where the drives of a property say all. */
    default String sentence(String result, Surroundings site) {
        return "";
    }

    /** Words for what the page offers besides the rows and the settings of this kind, such as {@code rose}. */
    default List<String> tools() {
        return List.of();
    }

    /** Whether a second one beside it makes sense. */
    default boolean duplicable() {
        return true;
    }

    /** What the dialog of its settings is called in a menu. */
    default String settingsTitle() {
        return "Settings, name …";
    }

    /** What is probably not meant in it. */
    default List<Finding> findings(Surroundings site) {
        return List.of();
    }

    /**
     * What of its motion does not come back after the loop.
     *
     * @param layers finds another layer by its id
     */
    default List<Misfit> misfits(Frames frames, Function<String, Optional<Layer>> layers) {
        return List.of();
    }

    /** The same made ready for the loss of something that it refers to; what still refers to that afterwards goes with it. */
    default Layer losing(Refers what, String lost, Recipe recipe) {
        return this;
    }

    /** How many steps its course has, where it is reached step by step; 0 where it is not. */
    default int courseSteps() {
        return 0;
    }

    /** The same as it was after a step of its course. */
    default Layer afterStep(int step) {
        return this;
    }

    /** The same without what holds on its own ground only, such as plants placed by hand. */
    default Layer elsewhere() {
        return this;
    }

    /** The same hidden. */
    default Layer switchedOff() {
        return (Layer) Kinds.with((Record) this, "hidden", true);
    }

    default Layer renamed(String newName) {
        return (Layer) Kinds.with((Record) this, "name", newName);
    }

    default Layer withProperty(String property, PropertyRange range) {
        Map<String, PropertyRange> changed = new LinkedHashMap<>(properties());
        changed.put(property, range);
        return (Layer) Kinds.with((Record) this, "properties", changed);
    }

    /** A copy under another id and name, with another seed. */
    default Layer copied(String newId, String newName, int newSeed) {
        Record moved = Kinds.with(Kinds.with((Record) this, "id", newId), "name", newName);
        return (Layer) Kinds.with(moved, "seed", newSeed);
    }
}
