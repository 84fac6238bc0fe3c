package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Names;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.relief.ReliefLayer;
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

    public Optional<Falloff> falloff(String id) {
        return falloffs.stream().filter(falloff -> falloff.id().equals(id)).findFirst();
    }

    public Optional<Layer> layer(String id) {
        return layers.stream().filter(layer -> layer.id().equals(id)).findFirst();
    }

    public Optional<Prop> prop(String id) {
        return props.stream().filter(prop -> prop.id().equals(id)).findFirst();
    }

    /** The layers that shape the ground, lowest first. */
    public List<ReliefLayer> relief() {
        return layers.stream()
                .filter(ReliefLayer.class::isInstance)
                .map(ReliefLayer.class::cast)
                .toList();
    }

    /** The covers, in the order of their rank. */
    public List<CoverLayer> covers() {
        return layers.stream()
                .filter(CoverLayer.class::isInstance)
                .map(CoverLayer.class::cast)
                .toList();
    }

    /** The shown covers that stand before one on the board. */
    public List<CoverLayer> coversBefore(String cover) {
        return covers().stream()
                .takeWhile(each -> !each.id().equals(cover))
                .filter(each -> !each.hidden())
                .toList();
    }

    /** The nursery's plants. */
    public List<PlantLayer> plants() {
        return layers.stream()
                .filter(PlantLayer.class::isInstance)
                .map(PlantLayer.class::cast)
                .toList();
    }

    /** The nursery's plant that a cover plants, where it is one of those. */
    public Optional<PlantLayer> keptPlant(CoverLayer cover) {
        return cover.plant()
                .kept()
                .flatMap(id ->
                        plants().stream().filter(each -> each.id().equals(id)).findFirst());
    }

    /** What is really planted: for a plant of the nursery, that one. */
    public Plant planted(CoverLayer cover) {
        return keptPlant(cover).map(PlantLayer::plant).orElse(cover.plant());
    }

    /** The winds, in the order of the board. */
    public List<WindLayer> winds() {
        return layers.stream()
                .filter(WindLayer.class::isInstance)
                .map(WindLayer.class::cast)
                .toList();
    }

    /** The sways that are shown, with a shown wind and a shown cover. */
    public List<SwayLayer> sways() {
        return layers.stream()
                .filter(layer -> layer instanceof SwayLayer && !layer.hidden())
                .map(SwayLayer.class::cast)
                .filter(sway ->
                        layer(sway.wind()).filter(wind -> !wind.hidden()).isPresent())
                .filter(sway ->
                        layer(sway.cover()).filter(cover -> !cover.hidden()).isPresent())
                .toList();
    }

    /** The pushes that are shown, with a shown wind and a shown prop. */
    public List<PushLayer> pushes() {
        return layers.stream()
                .filter(layer -> layer instanceof PushLayer && !layer.hidden())
                .map(PushLayer.class::cast)
                .filter(push ->
                        layer(push.wind()).filter(wind -> !wind.hidden()).isPresent())
                .filter(push -> prop(push.prop()).filter(prop -> !prop.hidden()).isPresent())
                .toList();
    }

    /** The same with every keyed number as it is at a time. */
    public Recipe keyedAt(double time) {
        return clock.tracks().isEmpty() ? this : KeyedNumbers.at(this, time);
    }

    /** What the ground is made from, and nothing else: relief layers, their drives, and the falloffs that these read. */
    Recipe groundPart() {
        Set<String> relief = new TreeSet<>();
        relief().forEach(layer -> relief.add(layer.id()));
        List<Drive> driving =
                drives.stream().filter(drive -> relief.contains(drive.layer())).toList();
        Set<String> read = new TreeSet<>();
        driving.forEach(drive -> reach(drive.falloff(), read));
        return new Recipe(
                "",
                ground,
                places,
                props,
                falloffs.stream().filter(falloff -> read.contains(falloff.id())).toList(),
                List.copyOf(relief()),
                driving,
                clock.withTracks(List.of()));
    }

    private void reach(String falloffId, Set<String> read) {
        if (read.add(falloffId)) {
            falloff(falloffId).ifPresent(falloff -> falloff.uses().forEach(other -> reach(other, read)));
        }
    }

    /** Every file that must lie beside the recipe: height map, pictures, meshes. */
    public Set<String> files() {
        Set<String> files = new TreeSet<>(pictures());
        ground.heights().ifPresent(files::add);
        props.forEach(prop -> prop.shape().meshFile().ifPresent(files::add));
        covers().forEach(cover -> cover.plant().meshFile().ifPresent(files::add));
        plants().forEach(kept -> kept.plant().meshFile().ifPresent(files::add));
        return files;
    }

    /** The same with a file under another name. */
    public Recipe withFile(String file, String newFile) {
        Recipe renamed = withPicture(file, newFile)
                .withProps(props.stream()
                        .map(prop -> prop.shape().meshFile().equals(Optional.of(file))
                                ? prop.withShape(prop.shape().withFile(newFile))
                                : prop)
                        .toList())
                .withLayers(layers.stream()
                        .map(layer -> withFile(layer, file, newFile))
                        .toList());
        return ground.heights().equals(Optional.of(file)) ? renamed.withGround(ground.withHeights(newFile)) : renamed;
    }

    private static Layer withFile(Layer layer, String file, String newFile) {
        if (layer instanceof CoverLayer cover && cover.plant().meshFile().equals(Optional.of(file))) {
            return cover.withPlant(cover.plant().withFile(newFile));
        }
        if (layer instanceof PlantLayer kept && kept.plant().meshFile().equals(Optional.of(file))) {
            return kept.withPlant(kept.plant().withFile(newFile));
        }
        return layer;
    }

    public Optional<Place> place(String id) {
        return places.stream().filter(place -> place.id().equals(id)).findFirst();
    }

    /** The files of the pictures that falloffs show. */
    public Set<String> pictures() {
        Set<String> files = new TreeSet<>();
        falloffs.forEach(falloff -> falloff.source().pictureShown().ifPresent(files::add));
        return files;
    }

    /** The same with a picture under another file name. */
    public Recipe withPicture(String file, String newFile) {
        return withFalloffs(falloffs.stream()
                .map(falloff -> falloff.source().pictureShown().equals(Optional.of(file))
                        ? falloff.withSource(falloff.source().showing(newFile))
                        : falloff)
                .toList());
    }

    public List<Drive> drivesOf(String layer, String property) {
        return drives.stream().filter(drive -> drive.drives(layer, property)).toList();
    }

    public Map<String, Place> placesById() {
        Map<String, Place> byId = new LinkedHashMap<>();
        places.forEach(place -> byId.put(place.id(), place));
        return byId;
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

    public Recipe withName(String newName) {
        return new Recipe(newName, ground, places, props, falloffs, layers, drives, clock, limits);
    }

    public Recipe withGround(GroundSpec newGround) {
        return new Recipe(name, newGround, places, props, falloffs, layers, drives, clock, limits);
    }

    public Recipe withPlaces(List<Place> newPlaces) {
        return new Recipe(name, ground, newPlaces, props, falloffs, layers, drives, clock, limits);
    }

    public Recipe withProps(List<Prop> newProps) {
        return new Recipe(name, ground, places, newProps, falloffs, layers, drives, clock, limits).withoutLostKeys();
    }

    public Recipe withFalloffs(List<Falloff> newFalloffs) {
        return new Recipe(name, ground, places, props, newFalloffs, layers, drives, clock, limits).withoutLostKeys();
    }

    public Recipe withLayers(List<Layer> newLayers) {
        return new Recipe(name, ground, places, props, falloffs, newLayers, drives, clock, limits).withoutLostKeys();
    }

    public Recipe withDrives(List<Drive> newDrives) {
        return new Recipe(name, ground, places, props, falloffs, layers, newDrives, clock, limits);
    }

    public Recipe withClock(Clock newClock) {
        return new Recipe(name, ground, places, props, falloffs, layers, drives, newClock, limits);
    }

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
