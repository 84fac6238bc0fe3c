package org.lumbrit.core.bodies;

/**
 * Where a body is and how it moves, x, y, z each; changed as it goes on.
 *
 * @param at of its centre, metres; @param turn unit quaternion x, y, z, w; @param speed m/s; @param spin rad/s
 */
record Motion(double[] at, double[] turn, double[] speed, double[] spin) {
    Motion copy() {
        return new Motion(at.clone(), turn.clone(), speed.clone(), spin.clone());
    }

    void take(Motion other) {
        System.arraycopy(other.at, 0, at, 0, 3);
        System.arraycopy(other.turn, 0, turn, 0, 4);
        System.arraycopy(other.speed, 0, speed, 0, 3);
        System.arraycopy(other.spin, 0, spin, 0, 3);
    }

    /** A direction of the body's frame in the site. */
    void out(double x, double y, double z, double[] into) {
        double qx = turn[0];
        double qy = turn[1];
        double qz = turn[2];
        double qw = turn[3];
        double tx = 2 * (qy * z - qz * y);
        double ty = 2 * (qz * x - qx * z);
        double tz = 2 * (qx * y - qy * x);
        into[0] = x + qw * tx + qy * tz - qz * ty;
        into[1] = y + qw * ty + qz * tx - qx * tz;
        into[2] = z + qw * tz + qx * ty - qy * tx;
    }

    /** A direction of the site in the body's frame. */
    void own(double[] v, double[] into) {
        Motion back = new Motion(at, new double[] {-turn[0], -turn[1], -turn[2], turn[3]}, speed, spin);
        back.out(v[0], v[1], v[2], into);
    }

    /** Turns it for a while by a spin. */
    void turnOn(double wx, double wy, double wz, double seconds) {
        double rate = Math.sqrt(wx * wx + wy * wy + wz * wz);
        double half = 0.5 * rate * seconds;
        if (half == 0) {
            return;
        }
        double s = StrictMath.sin(half) / rate;
        double c = StrictMath.cos(half);
        double ax = wx * s;
        double ay = wy * s;
        double az = wz * s;
        double x = c * turn[0] + ax * turn[3] + ay * turn[2] - az * turn[1];
        double y = c * turn[1] - ax * turn[2] + ay * turn[3] + az * turn[0];
        double z = c * turn[2] + ax * turn[1] - ay * turn[0] + az * turn[3];
        double w = c * turn[3] - ax * turn[0] - ay * turn[1] - az * turn[2];
        double length = Math.sqrt(x * x + y * y + z * z + w * w);
        turn[0] = x / length;
        turn[1] = y / length;
        turn[2] = z / length;
        turn[3] = w / length;
    }
}
