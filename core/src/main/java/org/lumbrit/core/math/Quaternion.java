package org.lumbrit.core.math;

/** A rotation as a unit quaternion (x, y, z, w), right-handed. */
public record Quaternion(double x, double y, double z, double w) {
    public static final Quaternion NONE = new Quaternion(0, 0, 0, 1);

    /** By an angle in degrees about a unit axis. */
    public static Quaternion about(double axisX, double axisY, double axisZ, double degrees) {
        double half = StrictMath.toRadians(degrees) / 2;
        double sine = StrictMath.sin(half);
        return new Quaternion(axisX * sine, axisY * sine, axisZ * sine, StrictMath.cos(half));
    }

    /** This rotation after the other one. */
    public Quaternion times(Quaternion o) {
        return new Quaternion(
                w * o.x + x * o.w + y * o.z - z * o.y,
                w * o.y - x * o.z + y * o.w + z * o.x,
                w * o.z + x * o.y - y * o.x + z * o.w,
                w * o.w - x * o.x - y * o.y - z * o.z);
    }

    /** The rotation back. */
    public Quaternion inverse() {
        return new Quaternion(-x, -y, -z, w);
    }

    /** A vector turned by this unit quaternion; a new array of three. */
    public double[] rotate(double vx, double vy, double vz) {
        double tx = 2 * (y * vz - z * vy);
        double ty = 2 * (z * vx - x * vz);
        double tz = 2 * (x * vy - y * vx);
        return new double[] {vx + w * tx + y * tz - z * ty, vy + w * ty + z * tx - x * tz, vz + w * tz + x * ty - y * tx
        };
    }
}
