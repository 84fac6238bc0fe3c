package org.lumbrit.core.plants;

import java.util.Optional;
import java.util.function.Function;
import org.lumbrit.core.surface.Mesh;

/** How a plant is made. A new kind is one record of its own and its name in the {@code permits} line. */
public sealed interface Plant
        permits StrandPlant,
                ClumpPlant,
                LeafPlant,
                FernPlant,
                ClimberPlant,
                ShrubPlant,
                TreePlant,
                FlowerPlant,
                MushroomPlant,
                StonePlant,
                ScalePlant,
                FeatherPlant,
                MeshPlant,
                KeptPlant {
    /** Detail levels made by rule: 0 is the full one, each has about half the triangles of the one before. */
    int LEVELS = 4;

    /** How many different plants a seed gives. */
    int variants();

    /** Metres from foot to tip of a plant as it is made; an instance of another length is scaled by the quotient. */
    double length();

    /** Metres across of a plant as it is made, or of a blade at its foot. */
    double width();

    /** Whether it is a thin blade whose depth goes with its length, not with its width. */
    default boolean flat() {
        return false;
    }

    /** Whether light does not get through it: a stone or a cap, no leaves. */
    default boolean solid() {
        return false;
    }

    /**
     * Metres, the foot at the origin, +Y up.
     *
     * @param variant 0..variants−1, or more
     * @param detail 0 for the full mesh, up to {@link #LEVELS}−1
     * @param files finds the mesh of a file beside the recipe
     */
    PlantMesh mesh(int seed, int variant, int detail, Function<String, Mesh> files);

    default PlantMesh mesh(int seed, int variant) {
        return mesh(seed, variant, 0, file -> {
            throw new IllegalStateException("no file " + file);
        });
    }

    /** The nursery's plant that is meant, where it is one of those. */
    default Optional<String> kept() {
        return Optional.empty();
    }
}
