package org.lumbrit.core.plants;

/** How a plant is made. A new kind is one record of its own and its name in the {@code permits} line. */
public sealed interface Plant permits StrandPlant {
    /** How many different plants a seed gives. */
    int variants();

    int triangles();

    /** @param variant 0..variants−1 */
    PlantMesh mesh(int seed, int variant);
}
