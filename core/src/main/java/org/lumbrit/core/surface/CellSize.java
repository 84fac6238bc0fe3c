package org.lumbrit.core.surface;

/** The size of a cell of a height grid, metres from column to column and from row to row. */
public record CellSize(double x, double z) {

    /** Cells as deep as wide, metres. */
    public static CellSize square(double side) {
        return new CellSize(side, side);
    }

    /** The cells between the nodes of a ground, metres. */
    public static CellSize of(Ground ground) {
        return new CellSize(ground.cellX(), ground.cellZ());
    }

    /** Square metres. */
    public double area() {
        return x * z;
    }

    /** Metres from corner to corner. */
    public double diagonal() {
        double ratio = z / x;
        return x * Math.sqrt(1 + ratio * ratio);
    }
}
