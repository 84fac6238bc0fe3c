package org.lumbrit.core;

import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Ground;

/** Grounds that tests stand on. */
public final class Grounds {
    private Grounds() {}

    /** A plane that rises to the east by an angle. */
    public static Ground slope(int columns, int rows, double width, double degrees) {
        float[] heights = new float[columns * rows];
        double rise = Math.tan(Math.toRadians(degrees)) * width / (columns - 1);
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (i % columns * rise);
        }
        return new Ground(columns, rows, heights, width);
    }

    /** Heights by place. */
    public static Ground of(int columns, int rows, double width, java.util.function.DoubleBinaryOperator height) {
        Ground flat = slope(columns, rows, width, 0);
        float[] heights = new float[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) height.applyAsDouble(flat.x(i % columns), flat.z(i / columns));
        }
        return new Ground(columns, rows, heights, width);
    }

    /** Hashed bumps up to a height. */
    public static Ground bumpy(int nodes, double width, double most) {
        float[] heights = new float[nodes * nodes];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) (most * Hash.unit(Hash.of(77, i)));
        }
        return new Ground(nodes, nodes, heights, width);
    }
}
