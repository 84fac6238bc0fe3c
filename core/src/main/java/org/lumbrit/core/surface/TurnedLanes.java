package org.lumbrit.core.surface;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/**
 * The same numbers as {@link TurnedBoxes}, bit for bit, a group of boxes at a time in the lanes of the processor's vectors. Needs the
 * module {@code jdk.incubator.vector}.
 */
final class TurnedLanes {
    /** As many as {@link TurnedBoxes#WIDE}. */
    private static final VectorSpecies<Float> FLOATS = FloatVector.SPECIES_256;

    private static final int WIDE = TurnedBoxes.WIDE;

    private TurnedLanes() {}

    /** @return which of the squares are less than a limit, a bit each */
    static int squares(
            float[] b, int at, float x, float y, float z, float lost, float quarter, float limit, float[] to) {
        FloatVector dx = FloatVector.broadcast(FLOATS, x).sub(FloatVector.fromArray(FLOATS, b, at + 9 * WIDE));
        FloatVector dy = FloatVector.broadcast(FLOATS, y).sub(FloatVector.fromArray(FLOATS, b, at + 10 * WIDE));
        FloatVector dz = FloatVector.broadcast(FLOATS, z).sub(FloatVector.fromArray(FLOATS, b, at + 11 * WIDE));
        FloatVector u = beyond(b, at, 0, dx, dy, dz, lost);
        FloatVector v = beyond(b, at, 1, dx, dy, dz, lost);
        FloatVector w = beyond(b, at, 2, dx, dy, dz, lost);
        FloatVector squares = u.mul(u).add(v.mul(v)).add(w.mul(w)).mul(quarter);
        squares.intoArray(to, 0);
        return (int) squares.lt(limit).toLong();
    }

    private static FloatVector beyond(
            float[] b, int at, int axis, FloatVector dx, FloatVector dy, FloatVector dz, float lost) {
        FloatVector along = FloatVector.fromArray(FLOATS, b, at + 3 * axis * WIDE)
                .mul(dx)
                .add(FloatVector.fromArray(FLOATS, b, at + (3 * axis + 1) * WIDE)
                        .mul(dy))
                .add(FloatVector.fromArray(FLOATS, b, at + (3 * axis + 2) * WIDE)
                        .mul(dz))
                .abs()
                .sub(lost)
                .sub(FloatVector.fromArray(FLOATS, b, at + (12 + axis) * WIDE));
        return along.add(along.abs());
    }
}
