package org.lumbrit.core.surface;

import java.util.List;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.math.Point3;

/** A named position in the site that falloffs can measure from. */
public sealed interface Place permits PointPlace, PathPlace, AreaPlace {
    String id();

    String name();

    /** The corners in order; one for a point. */
    List<Point3> corners();

    /** Whether the last corner is joined to the first. */
    boolean closed();

    /** Says what is wrong with it beyond what its settings' descriptions say. */
    default void check(Saying wrong) {}

    /** The same under another name. */
    Place renamed(String newName);
}
