package org.lumbrit.core.drawn;

/**
 * Where a picture is looked at from: an eye that circles a target.
 *
 * @param x metres, of the target; @param y metres; @param z metres
 * @param heading degrees in which it looks, 0 is north, 90 east; @param elevation degrees from which it looks down, 90 from right above
 * @param distance metres from the target; in the parallel view it says how much is seen
 * @param parallel whether lines that are parallel stay so
 */
public record Eye(double x, double y, double z, double heading, double elevation, double distance, boolean parallel) {

    /** From the south-west, a third of the way up, with all of a ground in the picture. */
    public static Eye over(org.lumbrit.core.surface.Ground ground) {
        double longer = Math.max(ground.width(), ground.depth());
        return new Eye(
                0, ground.lowest() + 0.3 * (ground.highest() - ground.lowest()), 0, 30, 32, 1.45 * longer, false);
    }
}
