package org.lumbrit.core.surface;

import org.lumbrit.core.math.Smooth;

/** How far a place of the ground lies below its neighbourhood. */
public final class Hollows {
    /** Places on the circle round a hollow. */
    private static final int AROUND = 16;

    /** Of the circle's radius: a hollow as deep as that is wholly one. */
    private static final double DEEP = 0.25;

    private Hollows() {}

    /** How far the ground lies below the mean of a circle round a place, 1 at a quarter of its radius. @param radius metres */
    public static double at(Ground ground, double x, double z, double radius) {
        double sum = 0;
        for (int k = 0; k < AROUND; k++) {
            double angle = 2 * StrictMath.PI * k / AROUND;
            sum += ground.height(x + radius * StrictMath.cos(angle), z + radius * StrictMath.sin(angle));
        }
        return Smooth.clamp01((sum / AROUND - ground.height(x, z)) / (DEEP * radius));
    }
}
