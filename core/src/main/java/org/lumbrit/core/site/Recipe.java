package org.lumbrit.core.site;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import org.lumbrit.core.drive.Drive;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Names;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.surface.Place;

/** A site as one document of rules, without anything computed from them. Immutable; references are by id. */
public record Recipe(
        @Setting(title = "name of the site", byDefault = "Unnamed site")
        String name,

        GroundSpec ground,
        List<Place> places,
        List<Falloff> falloffs,
        List<Layer> layers,
        List<Drive> drives,
        Clock clock) {
    public Recipe {
        places = List.copyOf(places);
        falloffs = List.copyOf(falloffs);
        layers = List.copyOf(layers);
        drives = List.copyOf(drives);
    }

    public Optional<Falloff> falloff(String id) {
        return falloffs.stream().filter(falloff -> falloff.id().equals(id)).findFirst();
    }

    public Optional<Layer> layer(String id) {
        return layers.stream().filter(layer -> layer.id().equals(id)).findFirst();
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

    /** Names of places, layers and falloffs; an id that is not there stands for itself. */
    public Names names() {
        return (what, id) -> switch (what) {
            case PLACE -> place(id).map(Place::name).orElse(id);
            case LAYER -> layer(id).map(Layer::name).orElse(id);
            case FALLOFF -> falloff(id).map(Falloff::name).orElse(id);
            default -> id;
        };
    }

    public Recipe withName(String newName) {
        return new Recipe(newName, ground, places, falloffs, layers, drives, clock);
    }

    public Recipe withGround(GroundSpec newGround) {
        return new Recipe(name, newGround, places, falloffs, layers, drives, clock);
    }

    public Recipe withPlaces(List<Place> newPlaces) {
        return new Recipe(name, ground, newPlaces, falloffs, layers, drives, clock);
    }

    public Recipe withFalloffs(List<Falloff> newFalloffs) {
        return new Recipe(name, ground, places, newFalloffs, layers, drives, clock);
    }

    public Recipe withLayers(List<Layer> newLayers) {
        return new Recipe(name, ground, places, falloffs, newLayers, drives, clock);
    }

    public Recipe withDrives(List<Drive> newDrives) {
        return new Recipe(name, ground, places, falloffs, layers, newDrives, clock);
    }

    public Recipe withClock(Clock newClock) {
        return new Recipe(name, ground, places, falloffs, layers, drives, newClock);
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
        List<T> changed = new ArrayList<>(list);
        changed.add(Math.max(0, Math.min(index, changed.size())), item);
        return changed;
    }
}
