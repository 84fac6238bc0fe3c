package org.lumbrit.core.surface;

import org.lumbrit.core.math.Point3;

/**
 * A cut through a ground along a straight line seen in plan.
 *
 * @param distance metres from the start, evenly spaced; @param heights metres
 */
public record Profile(double[] distance, double[] heights) {

    /** @param count places along the line, both ends included, at least 2 */
    public static Profile of(Ground ground, Point3 from, Point3 to, int count) {
        double length =
                Math.sqrt((to.x() - from.x()) * (to.x() - from.x()) + (to.z() - from.z()) * (to.z() - from.z()));
        double[] distance = new double[count];
        double[] heights = new double[count];
        for (int i = 0; i < count; i++) {
            double t = (double) i / (count - 1);
            distance[i] = t * length;
            heights[i] = ground.height(from.x() + t * (to.x() - from.x()), from.z() + t * (to.z() - from.z()));
        }
        return new Profile(distance, heights);
    }

    /** Metres over the ground from the start to the end. */
    public double overGround() {
        double sum = 0;
        for (int i = 1; i < distance.length; i++) {
            double along = distance[i] - distance[i - 1];
            double up = heights[i] - heights[i - 1];
            sum += Math.sqrt(along * along + up * up);
        }
        return sum;
    }
}
