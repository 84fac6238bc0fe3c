package org.lumbrit.core.relief;

import java.util.Optional;
import java.util.function.Supplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.simulation.Course;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.SegmentTree;

/** What a relief layer works with: the ground below it, its properties at that ground's nodes, and the places. */
public interface Shaping {
    Ground ground();

    /** A property of the layer at the nodes, in its unit. */
    default NodeValues property(String name) {
        return property(name, this::ground);
    }

    /**
     * A property as it is once the ground has become another one, at that one's nodes: falloffs are read at its heights and slopes.
     *
     * @param now all over the same place, with any number of nodes; only made where the property is driven
     */
    NodeValues property(String name, Supplier<Ground> now);

    /** The segments of a path or of an area's edge, in plan where {@code flat}. */
    SegmentTree tree(String placeId, boolean flat);

    /** The place, where it is an area. */
    Optional<AreaPlace> area(String placeId);

    /** Content key of the ground and of properties of the layer, for what is computed from them. */
    String key(String what, String... properties);

    /** The states of a simulation, kept where the site's results are. @param steps about how many it has */
    <S> Course<S> course(Simulation<S> simulation, int steps);

    Cancel cancel();
}
