package org.lumbrit.core.drive;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.motion.Frames;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.Misfit;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.relief.ReliefLayer;

/** One effect on the site. A new kind of layer is one record of its own and its name in the {@code permits} line. */
public sealed interface Layer
        permits CoverLayer, PlantLayer, TintLayer, ReliefLayer, WindLayer, SwayLayer, PushLayer, GrainsLayer {
    String id();

    String name();

    int seed();

    /** A hidden layer is neither shown nor handed over. */
    boolean hidden();

    Map<String, PropertyRange> properties();

    /** The properties that this kind offers, in the order of the board. */
    List<PropertyDescription> offered();

    /** What it computes over the ground besides its properties, for falloffs to read and views to show. */
    default List<PropertyDescription> results() {
        return List.of();
    }

    /** Whether what it computes changes with time even where nothing that drives it does. */
    default boolean readsTime() {
        return false;
    }

    /** Other layers that it reads, by id. */
    default List<String> layersRead() {
        return List.of();
    }

    /** The prop that it acts on, where it acts on one. */
    default Optional<String> propRead() {
        return Optional.empty();
    }

    /**
     * What of its motion does not come back after the loop.
     *
     * @param layers finds another layer by its id
     */
    default List<Misfit> misfits(Frames frames, Function<String, Optional<Layer>> layers) {
        return List.of();
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
