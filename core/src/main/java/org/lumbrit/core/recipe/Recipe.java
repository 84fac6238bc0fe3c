package org.lumbrit.core.recipe;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Names;
import org.lumbrit.core.kinds.References;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.surface.Place;

/** A site as one document of rules, without anything computed from them. Immutable; references are by id. */
public record Recipe(
        @Setting(title = "name of the site", byDefault = "Unnamed site")
        String name,

        GroundSpec ground,
        List<Place> places,
        List<Prop> props,
        List<Falloff> falloffs,
        List<Layer> layers,
        List<Drive> drives,
        Clock clock,
        Limits limits) {
    public Recipe {
        places = List.copyOf(places);
        props = List.copyOf(props);
        falloffs = List.copyOf(falloffs);
        layers = List.copyOf(layers);
        drives = List.copyOf(drives);
    }

    /** A site that may cost what it will. */
    public Recipe(
            String name,
            GroundSpec ground,
            List<Place> places,
            List<Prop> props,
            List<Falloff> falloffs,
            List<Layer> layers,
            List<Drive> drives,
            Clock clock) {
        this(name, ground, places, props, falloffs, layers, drives, clock, Limits.NONE);
    }

    /** A site without props. */
    public Recipe(
            String name,
            GroundSpec ground,
            List<Place> places,
            List<Falloff> falloffs,
            List<Layer> layers,
            List<Drive> drives,
            Clock clock) {
        this(name, ground, places, List.of(), falloffs, layers, drives, clock);
    }

    /** A falloff by its id. */
    public Optional<Falloff> falloff(String id) {
        return falloffs.stream().filter(falloff -> falloff.id().equals(id)).findFirst();
    }

    /** A layer by its id. */
    public Optional<Layer> layer(String id) {
        return layers.stream().filter(layer -> layer.id().equals(id)).findFirst();
    }

    /** A prop by its id. */
    public Optional<Prop> prop(String id) {
        return props.stream().filter(prop -> prop.id().equals(id)).findFirst();
    }

    /** A falloff, layer, place or prop by its id. */
    public Optional<? extends Record> thing(Refers what, String id) {
        return switch (what) {
            case FALLOFF -> falloff(id);
            case LAYER -> layer(id).map(Record.class::cast);
            case PLACE -> place(id).map(Record.class::cast);
            case PROP -> prop(id);
            default -> Optional.empty();
        };
    }

    /** A layer by its id, where it is of a kind. */
    public <T extends Layer> Optional<T> layer(String id, Class<T> type) {
        return layer(id).filter(type::isInstance).map(type::cast);
    }

    /** The ground as it was after a step of a relief layer's course: those after it are switched off. */
    public Recipe afterStep(String layerId, int step) {
        List<Layer> changed = new ArrayList<>();
        boolean after = false;
        for (Layer layer : layers) {
            boolean shapes = layer.family() == Family.RELIEF;
            changed.add(
                    layer.id().equals(layerId) ? layer.afterStep(step) : after && shapes ? layer.switchedOff() : layer);
            after |= layer.id().equals(layerId);
        }
        return withLayers(changed);
    }

    /** The layers of one kind, or of several that share an interface, in the order of the board. */
    public <T extends Layer> List<T> layersOf(Class<T> type) {
        return layers.stream().filter(type::isInstance).map(type::cast).toList();
    }

    /** The props that are seen: neither hidden nor replaced by what a shown layer makes of them. */
    public List<Prop> shownProps() {
        return props.stream()
                .filter(prop ->
                        !prop.hidden() && layers.stream().noneMatch(layer -> !layer.hidden() && layer.standsFor(prop)))
                .toList();
    }

    /** The light of the first shown layer that says one. */
    public Optional<Daylight> daylight() {
        return layers.stream()
                .filter(layer -> !layer.hidden())
                .flatMap(layer -> layer.daylight().stream())
                .findFirst();
    }

    /** The layers of one family, in the order of the board; relief lowest first. */
    public List<Layer> layersOf(Family family) {
        return layers.stream().filter(layer -> layer.family() == family).toList();
    }

    /** The shown layers of the same family that stand before one on the board. */
    public List<Layer> earlier(Layer layer) {
        return layers.stream()
                .takeWhile(each -> !each.id().equals(layer.id()))
                .filter(each -> each.family() == layer.family() && !each.hidden())
                .toList();
    }

    /** The same as it is at a time: every keyed number, and every prop where it is then. */
    public Recipe keyedAt(double time) {
        Recipe keyed = numbersAt(time);
        return keyed.props.stream().allMatch(prop -> prop.pose().reads().isEmpty()) ? keyed : keyed.posedAt(time);
    }

    /** The same with every keyed number as it is at a time; props do not follow and float yet. */
    public Recipe numbersAt(double time) {
        return clock.tracks().isEmpty() ? this : KeyedNumbers.at(this, time);
    }

    /** The number that a track means, as it is written, in its own unit; none where there is no such number. */
    public Optional<Double> number(Track track) {
        return KeyedNumbers.find(this, track).map(KeyedNumbers.Found::value);
    }

    private Recipe posedAt(double time) {
        List<Prop> posed = props.stream()
                .map(prop -> prop.pose().at(prop, time, id -> place(id).orElseThrow()))
                .toList();
        return new Recipe(name, ground, places, posed, falloffs, layers, drives, clock, limits);
    }

    /** Whether a prop is elsewhere at another time: keyed, or moving by itself. */
    public boolean moves(Prop prop) {
        return !prop.pose().reads().isEmpty()
                || clock.tracks().stream()
                        .anyMatch(track ->
                                track.of() == Track.Owner.PROP && track.id().equals(prop.id()));
    }

    /** What the ground is made from, and nothing else: relief layers, their drives, and the falloffs that these read. */
    public Recipe groundPart() {
        List<Layer> relief = layersOf(Family.RELIEF);
        Set<String> ids = new TreeSet<>();
        relief.forEach(layer -> ids.add(layer.id()));
        List<Drive> driving =
                drives.stream().filter(drive -> ids.contains(drive.layer())).toList();
        Set<String> read = new TreeSet<>();
        driving.forEach(drive -> reach(drive.falloff(), read));
        return new Recipe(
                "",
                ground,
                places,
                props,
                falloffs.stream().filter(falloff -> read.contains(falloff.id())).toList(),
                relief,
                driving,
                clock.withTracks(List.of()));
    }

    private void reach(String falloffId, Set<String> read) {
        if (read.add(falloffId)) {
            falloff(falloffId)
                    .ifPresent(falloff -> References.of(falloff, Refers.FALLOFF).forEach(other -> reach(other, read)));
        }
    }

    /** Every file that must lie beside the recipe: height map, pictures, meshes. */
    public Set<String> files() {
        Set<String> files = new TreeSet<>(References.of(this, Refers.PICTURE));
        files.addAll(References.of(this, Refers.MESH));
        ground.heights().ifPresent(files::add);
        return files;
    }

    /** The same with a file under another name. */
    public Recipe withFile(String file, String newFile) {
        UnaryOperator<String> other = name -> name.equals(file) ? newFile : name;
        Recipe renamed = References.replaced(References.replaced(this, Refers.PICTURE, other), Refers.MESH, other);
        return ground.heights().equals(Optional.of(file)) ? renamed.withGround(ground.withHeights(newFile)) : renamed;
    }

    /** The files of the pictures that falloffs show. */
    public Set<String> pictures() {
        return new TreeSet<>(References.of(this, Refers.PICTURE));
    }

    /** A point, path or area by its id. */
    public Optional<Place> place(String id) {
        return places.stream().filter(place -> place.id().equals(id)).findFirst();
    }

    /** The drives of one property, in the order in which they combine. */
    public List<Drive> drivesOf(String layer, String property) {
        return drives.stream().filter(drive -> drive.drives(layer, property)).toList();
    }

    /** Names of places, props, layers and falloffs; an id that is not there stands for itself. */
    public Names names() {
        return (what, id) -> switch (what) {
            case PROP -> prop(id).map(Prop::name).orElse(id);
            case PLACE -> place(id).map(Place::name).orElse(id);
            case LAYER -> layer(id).map(Layer::name).orElse(id);
            case FALLOFF -> falloff(id).map(Falloff::name).orElse(id);
            default -> id;
        };
    }

    /** The same under another name. */
    public Recipe withName(String newName) {
        return new Recipe(newName, ground, places, props, falloffs, layers, drives, clock, limits);
    }

    /** The same on another ground. */
    public Recipe withGround(GroundSpec newGround) {
        return new Recipe(name, newGround, places, props, falloffs, layers, drives, clock, limits);
    }

    /** The same with other places. */
    public Recipe withPlaces(List<Place> newPlaces) {
        return new Recipe(name, ground, newPlaces, props, falloffs, layers, drives, clock, limits);
    }

    /** The same with other props; keys of numbers that are gone go too. */
    public Recipe withProps(List<Prop> newProps) {
        return new Recipe(name, ground, places, newProps, falloffs, layers, drives, clock, limits).withoutLostKeys();
    }

    /** The same with other falloffs; keys of numbers that are gone go too. */
    public Recipe withFalloffs(List<Falloff> newFalloffs) {
        return new Recipe(name, ground, places, props, newFalloffs, layers, drives, clock, limits).withoutLostKeys();
    }

    /** The same with other layers; keys of numbers that are gone go too. */
    public Recipe withLayers(List<Layer> newLayers) {
        return new Recipe(name, ground, places, props, falloffs, newLayers, drives, clock, limits).withoutLostKeys();
    }

    /** The same with other drives. */
    public Recipe withDrives(List<Drive> newDrives) {
        return new Recipe(name, ground, places, props, falloffs, layers, newDrives, clock, limits);
    }

    /** The same with another clock. */
    public Recipe withClock(Clock newClock) {
        return new Recipe(name, ground, places, props, falloffs, layers, drives, newClock, limits);
    }

    /** The same with another budget. */
    public Recipe withLimits(Limits newLimits) {
        return new Recipe(name, ground, places, props, falloffs, layers, drives, clock, newLimits);
    }

    /** Keys go with the number that they keyed. */
    private Recipe withoutLostKeys() {
        List<Track> kept = clock.tracks().stream()
                .filter(track -> KeyedNumbers.find(this, track).isPresent())
                .toList();
        return kept.size() == clock.tracks().size() ? this : withClock(clock.withTracks(kept));
    }

    /**
     * The same without one thing and without whatever cannot be without it: falloffs and layers that measure from it, steps and
     * limits by it, its drives and keys.
     */
    public Recipe without(Refers what, String id) {
        return Removal.of(this, what, id);
    }

    /** The same with one falloff changed. */
    public Recipe changeFalloff(String id, UnaryOperator<Falloff> change) {
        falloff(id).orElseThrow(() -> InvalidRecipeException.missing("falloff", id));
        return withFalloffs(falloffs.stream()
                .map(falloff -> falloff.id().equals(id) ? change.apply(falloff) : falloff)
                .toList());
    }

    /** The same with one layer changed. */
    public Recipe changeLayer(String id, UnaryOperator<Layer> change) {
        layer(id).orElseThrow(() -> InvalidRecipeException.missing("layer", id));
        return withLayers(layers.stream()
                .map(layer -> layer.id().equals(id) ? change.apply(layer) : layer)
                .toList());
    }

    /** A list with an item put in at an index, at the end where the index is beyond it. */
    public static <T> List<T> inserted(List<T> list, T item, int index) {
        if (index < 0) {
            throw new InvalidRecipeException("index", "A position counts from 0, not " + index + ".");
        }
        List<T> changed = new ArrayList<>(list);
        changed.add(Math.min(index, changed.size()), item);
        return changed;
    }
}
