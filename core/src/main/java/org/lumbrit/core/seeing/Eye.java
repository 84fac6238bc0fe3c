package org.lumbrit.core.seeing;

import org.lumbrit.core.surface.Ground;

/**
 * Where a picture is looked at from: an eye that circles a target.
 *
 * @param x metres, of the target; @param y metres; @param z metres
 * @param heading degrees in which it looks, 0 is north, 90 east; @param elevation degrees from which it looks down, 90 from right above
 * @param distance metres from the target; in the parallel view it says how much is seen
 * @param parallel whether lines that are parallel stay so
 */
public record Eye(double x, double y, double z, double heading, double elevation, double distance, boolean parallel) {

    private static final double HEADING = 28;
    private static final double ELEVATION = 30;
    /** Share of the picture that is left free at its sides. */
    private static final double FREE = 0.05;

    /** From right above the middle of the site, parallel, north up. @param pixels of a metre; @param height of the picture, pixels */
    public static Eye above(double pixels, int height) {
        double half = StrictMath.tan(StrictMath.toRadians(View.HALF_PARALLEL));
        return new Eye(0, 0, 0, 0, 90, height / (2 * half * pixels), true);
    }

    /** Gone round its target by so many degrees, clockwise from above. */
    public Eye turned(double degrees) {
        return new Eye(x, y, z, (heading + degrees) % 360, elevation, distance, parallel);
    }

    /** From the south-west, a third of the way up, so that all of a ground just lies in the picture. @param width pixels; @param height pixels */
    public static Eye over(Ground ground, int width, int height) {
        double distance = 1.5 * Math.max(ground.width(), ground.depth());
        double x = 0;
        double z = 0;
        double y = 0.5 * (ground.lowest() + ground.highest());
        for (int round = 0; round < 200; round++) {
            Eye eye = new Eye(x, y, z, HEADING, ELEVATION, distance, false);
            double[] box = new View(eye, ground, width, height).bounds(ground);
            double tall = (box[3] - box[1]) / height;
            double wide = (box[2] - box[0]) / width;
            double up = 0.5 - 0.5 * (box[1] + box[3]) / height;
            double right = 0.5 * (box[0] + box[2]) / width - 0.5;
            double seen = 2 * distance * StrictMath.tan(StrictMath.toRadians(View.FIELD / 2));
            double h = StrictMath.toRadians(HEADING);
            double on = seen * up / StrictMath.sin(StrictMath.toRadians(ELEVATION));
            double aside = seen * right * width / height;
            double full = Math.max(tall, wide) / (1 - 2 * FREE);
            if (Math.abs(full - 1) < 0.02 && Math.abs(up) < 0.02 && Math.abs(right) < 0.02) {
                return eye;
            }
            x += 0.5 * (StrictMath.sin(h) * on + StrictMath.cos(h) * aside);
            z += 0.5 * (-StrictMath.cos(h) * on + StrictMath.sin(h) * aside);
            distance *= Math.max(0.8, Math.min(1.25, 1 + 0.5 * (full - 1)));
        }
        return new Eye(0, y, 0, HEADING, ELEVATION, 2 * Math.max(ground.width(), ground.depth()), false);
    }
}
