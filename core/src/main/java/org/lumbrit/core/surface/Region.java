package org.lumbrit.core.surface;

/** A rectangle in plan, metres: x0 ≤ x < x1 and z0 ≤ z < z1. */
public record Region(double x0, double z0, double x1, double z1) {

    /** Larger than any site. */
    public static final Region EVERYWHERE = new Region(-1e8, -1e8, 1e8, 1e8);

    /** Holds no place. */
    public static final Region NOWHERE = new Region(1e8, 1e8, -1e8, -1e8);

    /** Metres that are more than the rounding of places and distances. */
    public static final double A_HAIR = 1e-3;

    /** The whole of a ground, in plan. */
    public static Region of(Ground ground) {
        return new Region(-ground.width() / 2, -ground.depth() / 2, ground.width() / 2, ground.depth() / 2);
    }

    /** Whether a place lies within, metres in plan; of the border the western and northern sides belong to it. */
    public boolean contains(double x, double z) {
        return x >= x0 && x < x1 && z >= z0 && z < z1;
    }

    /** What both hold. */
    public Region and(Region other) {
        return new Region(
                Math.max(x0, other.x0), Math.max(z0, other.z0), Math.min(x1, other.x1), Math.min(z1, other.z1));
    }

    /** The smallest that holds both. */
    public Region or(Region other) {
        return new Region(
                Math.min(x0, other.x0), Math.min(z0, other.z0), Math.max(x1, other.x1), Math.max(z1, other.z1));
    }

    /** The smallest of whole squares of a side in metres that holds it. */
    public Region outward(double side) {
        return new Region(
                Math.floor(x0 / side) * side,
                Math.floor(z0 / side) * side,
                Math.ceil(x1 / side) * side,
                Math.ceil(z1 / side) * side);
    }

    /** The same with so many metres added on every side. */
    public Region grown(double metres) {
        return new Region(x0 - metres, z0 - metres, x1 + metres, z1 + metres);
    }

    /** Whether any of a square cell may lie within. */
    public boolean touches(double cellX, double cellZ, double cell) {
        return cellX < x1 && cellX + cell > x0 && cellZ < z1 && cellZ + cell > z0;
    }

    /** Whether it holds no place. */
    public boolean isEmpty() {
        return !(x0 < x1 && z0 < z1);
    }

    /** Square metres in plan. */
    public double area() {
        return isEmpty() ? 0 : (x1 - x0) * (z1 - z0);
    }

    /**
     * A quarter of this region, cut through the middle of another: 0 north-west, 1 north-east, 2 south-west, 3 south-east. What lies beyond the
     * other goes with the quarter beside it.
     */
    public Region quarter(Region cut, int part) {
        double x = (cut.x0 + cut.x1) / 2;
        double z = (cut.z0 + cut.z1) / 2;
        boolean east = (part & 1) == 1;
        boolean south = part > 1;
        return new Region(east ? x : x0, south ? z : z0, east ? x1 : x, south ? z1 : z);
    }
}
