package org.lumbrit.core.bodies;

/**
 * A solid that mechanics moves.
 *
 * @param mass kg
 * @param inertia kg·m² about its own three axes through its centre
 * @param balls x, y, z and radius of the balls that stand for its surface, in its own frame, metres
 */
public record Body(double mass, double[] inertia, double[] balls) {
    /** A solid ball. */
    public static Body ball(double radius, double density) {
        double mass = density * 4 / 3 * StrictMath.PI * radius * radius * radius;
        double i = 0.4 * mass * radius * radius;
        return new Body(mass, new double[] {i, i, i}, new double[] {0, 0, 0, radius});
    }

    /**
     * A solid cylinder that lies along its own x.
     *
     * @param rounded whether its ends are half balls beyond its length, as of a log; else it is touched at the rims of its flat ends
     */
    public static Body cylinder(double radius, double length, double density, boolean rounded) {
        double barrel = density * StrictMath.PI * radius * radius * length;
        double ends = rounded ? density * 4 / 3 * StrictMath.PI * radius * radius * radius : 0;
        double mass = barrel + ends;
        double along = 0.5 * barrel * radius * radius + 0.4 * ends * radius * radius;
        double half = length / 2;
        double across = barrel * (radius * radius / 4 + length * length / 12)
                + ends * (0.4 * radius * radius + half * half + 0.75 * half * radius);
        // a rim is a ring of small balls; a rounded log three large ones and some between
        int count = rounded ? (int) Math.max(2, Math.min(33, Math.ceil(length / (0.5 * radius)) + 1)) : 48;
        double[] balls = new double[4 * count];
        for (int k = 0; k < count; k++) {
            if (rounded) {
                balls[4 * k] = -half + length * k / (count - 1);
                balls[4 * k + 3] = radius;
            } else {
                double small = 0.08 * radius;
                double angle = 2 * StrictMath.PI * (k / 2) / (count / 2);
                balls[4 * k] = (k % 2 == 0 ? -1 : 1) * (half - small);
                balls[4 * k + 1] = (radius - small) * StrictMath.cos(angle);
                balls[4 * k + 2] = (radius - small) * StrictMath.sin(angle);
                balls[4 * k + 3] = small;
            }
        }
        return new Body(mass, new double[] {along, across, across}, balls);
    }

    /** How far its farthest ball reaches from its centre, metres. */
    public double reach() {
        double most = 0;
        for (int k = 0; k < balls.length; k += 4) {
            most = Math.max(
                    most,
                    Math.sqrt(balls[k] * balls[k] + balls[k + 1] * balls[k + 1] + balls[k + 2] * balls[k + 2])
                            + balls[k + 3]);
        }
        return most;
    }
}
