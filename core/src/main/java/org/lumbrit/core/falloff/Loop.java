package org.lumbrit.core.falloff;

/**
 * How a moving source fits a loop.
 *
 * @param cells how many cells of its lattice it travels in one loop; 0 where it does not travel
 * @param turns how many cells it churns through in one loop; 0 where it does not churn
 * @param able whether its lattice can repeat at all
 */
public record Loop(double cells, double turns, boolean able) {
    /** Fewer cells would show the same piece again and again within sight. */
    public static final int FEWEST_CELLS = 4;

    /** Whether it comes back exactly. */
    public boolean exact() {
        return able && (cells == 0 || whole(cells) > 0) && (turns == 0 || whole(turns) > 0);
    }

    /** The nearest number of cells that comes back. */
    public double nearestCells() {
        return Math.max(FEWEST_CELLS, Math.rint(cells));
    }

    /** The nearest number of turns that comes back. */
    public double nearestTurns() {
        return Math.max(1, Math.rint(turns));
    }

    /** A number of cells where it is a whole one above 0, else 0. */
    public static int whole(double cells) {
        double nearest = Math.rint(cells);
        return nearest >= 1 && nearest < 1e9 && Math.abs(cells - nearest) < 1e-6 * nearest ? (int) nearest : 0;
    }
}
