package org.lumbrit.core.math;

import org.lumbrit.core.kinds.AsArray;

/** A place in metres: x to the east, y up, z to the south. Written as [x, y, z]. */
@AsArray
public record Point3(double x, double y, double z) {}
