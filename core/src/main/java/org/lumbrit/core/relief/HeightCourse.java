package org.lumbrit.core.relief;

import org.lumbrit.core.math.Codec;
import org.lumbrit.core.simulation.Simulation;

/** A course whose state is heights alone: metres in double, row by row. */
interface HeightCourse extends Simulation<double[]> {
    @Override
    default Codec<double[]> codec() {
        return Codec.DOUBLES;
    }

    @Override
    default long bytes(double[] ground) {
        return 8L * ground.length;
    }
}
