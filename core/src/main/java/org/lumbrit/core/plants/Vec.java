package org.lumbrit.core.plants;

/** Vectors of three numbers, for making plants: not for inner loops. */
final class Vec {
    private Vec() {}

    static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    static double[] minus(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    /** a·s + b·t. */
    static double[] sum(double[] a, double s, double[] b, double t) {
        return new double[] {a[0] * s + b[0] * t, a[1] * s + b[1] * t, a[2] * s + b[2] * t};
    }

    /** The same direction with length 1; 0 stays 0. */
    static double[] unit(double[] a) {
        double length = Math.sqrt(dot(a, a));
        return length > 0 ? new double[] {a[0] / length, a[1] / length, a[2] / length} : a.clone();
    }

    static double distance(double[] a, double[] b) {
        double[] d = minus(a, b);
        return Math.sqrt(dot(d, d));
    }

    /** What of a stands across b; some vector across b where nothing does. */
    static double[] reject(double[] a, double[] b) {
        double square = dot(b, b);
        double[] left = square > 0 ? sum(a, 1, b, -dot(a, b) / square) : a;
        return dot(left, left) > 1e-18 ? left : across(b);
    }

    /** A unit vector across another, level where it can be. */
    static double[] across(double[] a) {
        double flat = Math.sqrt(a[0] * a[0] + a[2] * a[2]);
        return flat > 1e-9 * Math.sqrt(dot(a, a))
                ? new double[] {-a[2] / flat, 0, a[0] / flat}
                : new double[] {1, 0, 0};
    }

    /** Turned about a unit axis by radians. */
    static double[] turned(double[] v, double[] axis, double radians) {
        double c = StrictMath.cos(radians);
        double[] straight = sum(v, c, cross(axis, v), StrictMath.sin(radians));
        return sum(straight, 1, axis, dot(axis, v) * (1 - c));
    }

    /** Level, toward a turn about +Y in radians from +X. */
    static double[] level(double radians) {
        return new double[] {StrictMath.cos(radians), 0, StrictMath.sin(radians)};
    }
}
