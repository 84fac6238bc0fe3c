package org.lumbrit.core.relief;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.drive.Layer;
import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.kinds.Kinds;

/**
 * A layer that shapes the ground. A new kind is one record of its own, its name in the {@code permits} line and its
 * {@link #shape}.
 */
public sealed interface ReliefLayer extends Layer
        permits NoiseRelief,
                TerraceRelief,
                BasinRelief,
                PathRelief,
                SmoothRelief,
                OffsetRelief,
                ThermalRelief,
                RainRelief {

    /** The word by which the difference that a relief layer makes can be read as a layer result, metres. */
    String DIFFERENCE = "difference";

    /**
     * Heights after this layer.
     *
     * @return metres at the nodes of {@code below.ground()}, row by row from the north; a new array
     */
    float[] shape(Shaping below);

    /** The place that it works along or within, where it has one. */
    default Optional<String> placeRead() {
        return Optional.empty();
    }

    @Override
    default Layer renamed(String newName) {
        return (Layer) Kinds.with((Record) this, "name", newName);
    }

    @Override
    default Layer withProperty(String property, PropertyRange range) {
        Map<String, PropertyRange> changed = new LinkedHashMap<>(properties());
        changed.put(property, range);
        return (Layer) Kinds.with((Record) this, "properties", changed);
    }

    @Override
    default Layer copied(String newId, String newName, int newSeed) {
        Record copy = Kinds.with(Kinds.with((Record) this, "id", newId), "name", newName);
        return (Layer) Kinds.with(copy, "seed", newSeed);
    }
}
