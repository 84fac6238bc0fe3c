package org.lumbrit.core.math;

/** How a plant stands: lean in the place's space, after alignment to the surface, after yaw about its own up. */
public final class Placing {
    private Placing() {}

    /** The shortest arc from up to the normal, shortened by the blend 0..1; a normal straight down turns about +X. */
    public static Quaternion align(double nx, double ny, double nz, double blend) {
        double flat = Math.sqrt(nx * nx + nz * nz);
        if (blend == 0 || (flat == 0 && ny > 0)) {
            return Quaternion.NONE;
        }
        double angle = StrictMath.toDegrees(StrictMath.atan2(flat, ny)) * Smooth.clamp01(blend);
        return flat == 0 ? Quaternion.about(1, 0, 0, angle) : Quaternion.about(nz / flat, 0, -nx / flat, angle);
    }

    /** Away from upright by so many degrees, toward a heading. */
    public static Quaternion lean(double degrees, double heading) {
        if (degrees == 0) {
            return Quaternion.NONE;
        }
        double radians = StrictMath.toRadians(heading);
        return Quaternion.about(-StrictMath.cos(radians), 0, -StrictMath.sin(radians), degrees);
    }

    /** The heading in which something points in plan, degrees; 0 where it points straight up or down. */
    public static double headingOf(double x, double z) {
        return x == 0 && z == 0 ? 0 : StrictMath.toDegrees(StrictMath.atan2(x, -z));
    }

    /** To its own side, about its own forward axis. */
    public static Quaternion roll(double degrees) {
        return Quaternion.about(0, 0, 1, degrees);
    }

    /** About its own up, counter-clockwise seen from above, by so many degrees. */
    public static Quaternion yaw(double degrees) {
        return degrees == 0 ? Quaternion.NONE : Quaternion.about(0, 1, 0, degrees);
    }
}
