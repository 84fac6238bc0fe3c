package org.lumbrit.core.relief;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.CellSize;

/**
 * The course of {@link RainErosion}: the ground after each step, in double, row by row.
 *
 * @param start metres before the first drop
 */
record RainCourse(
        String key,
        double[] start,
        int columns,
        int rows,
        CellSize cell,
        RainErosion.Climate climate,
        NodeValues shower,
        NodeValues softness)
        implements HeightCourse {

    @Override
    public double[] next(double[] before, int step, Cancel cancel) {
        cancel.doing("rain, step " + step);
        RainErosion erosion = erosion(before.clone());
        erosion.step();
        return erosion.ground();
    }

    /** @param ground metres, worked on in place */
    RainErosion erosion(double[] ground) {
        return new RainErosion(start, ground, columns, rows, cell, climate, shower, softness);
    }
}
