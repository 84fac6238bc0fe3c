package org.lumbrit.core.drive;

import java.util.List;
import java.util.Map;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.looks.TintLayer;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.relief.ReliefLayer;

/** One effect on the site. A new kind of layer is one record of its own and its name in the {@code permits} line. */
public sealed interface Layer permits CoverLayer, PlantLayer, TintLayer, ReliefLayer {
    String id();

    String name();

    int seed();

    /** A hidden layer is neither shown nor handed over. */
    boolean hidden();

    Map<String, PropertyRange> properties();

    /** The properties that this kind offers, in the order of the board. */
    List<PropertyDescription> offered();

    Layer renamed(String newName);

    Layer withProperty(String property, PropertyRange range);

    /** A copy under another id and name, with another seed. */
    Layer copied(String newId, String newName, int newSeed);
}
