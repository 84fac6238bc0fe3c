package org.lumbrit.core.surface;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * How high the ground stands up around a place, exactly: a ray is followed from cell to cell, and within each the bilinear height
 * along it is a quadratic whose steepest sight is known in closed form. Blocks of cells that lie wholly below the horizon found
 * so far are leapt over. A height field hides, in every compass direction, exactly what lies below its horizon, so the
 * cosine-weighted free share of the sky in that direction is 1/(1 + tan²) of the horizon's elevation. One object a thread; it
 * keeps where it stands.
 */
public final class Horizon {
    /** Compass directions of a sky view; as many elevations are covered exactly. */
    public static final int DIRECTIONS = 48;

    /** Unit vectors toward them. */
    private static final double[] EAST = new double[DIRECTIONS];

    private static final double[] SOUTH = new double[DIRECTIONS];

    static {
        for (int k = 0; k < DIRECTIONS; k++) {
            double angle = 2 * StrictMath.PI * (k + 0.5) / DIRECTIONS;
            EAST[k] = StrictMath.sin(angle);
            SOUTH[k] = StrictMath.cos(angle);
        }
    }

    /** The tangent for a place that lies under the ground: straight up, for all that matters. */
    private static final double BURIED = 1e9;
    /** Metres, as a share of a cell, by which a place may miss the ground and still stand on it. */
    private static final double ON_THE_GROUND = 1e-9;

    private final Ground ground;
    private final HighestInBlocks blocks;
    private final float[] heights;
    private final int columns;
    private final int rows;

    /** Where the ray begins, in cells from the north-west corner, and its height in metres. */
    private double u;

    private double v;
    private double y;
    /** Cells a metre, and their reciprocals. */
    private double du;

    private double dv;
    private double perU;
    private double perV;
    /** The cell that the ray is in, where it came in and the height there. */
    private int column;

    private int row;
    private double t;
    private double height;
    private double most;

    public Horizon(Ground ground) {
        this.ground = ground;
        this.blocks = ground.blocks();
        this.heights = ground.heights();
        this.columns = ground.columns();
        this.rows = ground.rows();
    }

    /** Sky view at all nodes of a lattice, 0..1 each. */
    public static float[] sky(Lattice lattice, double reach, Cancel cancel) {
        float[] free = new float[lattice.count()];
        Chunks.run(free.length, 512, cancel, (from, to) -> {
            Horizon horizon = new Horizon(lattice.ground());
            for (int i = from; i < to; i++) {
                double x = lattice.x(i % lattice.columns());
                double z = lattice.z(i / lattice.columns());
                free[i] = (float) horizon.sky(x, lattice.ground().height(x, z), z, reach);
            }
        });
        return free;
    }

    /** Cosine-weighted free share of the sky at a place, 0..1; the place is lifted a little, so that no rounding buries it. */
    public double sky(double x, double fromY, double z, double reach) {
        return free(x, fromY + 1e-4 * Math.max(ground.width(), ground.depth()), z, reach, 1);
    }

    /** The same in a third of the directions, as a picture needs it. */
    double skyOfPicture(double x, double fromY, double z) {
        return free(x, fromY, z, Double.POSITIVE_INFINITY, 3);
    }

    /** @param every that many directions, the middle one of them; odd */
    private double free(double x, double fromY, double z, double reach, int every) {
        double sum = 0;
        for (int k = every / 2; k < DIRECTIONS; k += every) {
            double tangent = tangent(x, fromY, z, EAST[k], SOUTH[k], reach, 0);
            sum += 1 / (1 + tangent * tangent);
        }
        return sum * every / DIRECTIONS;
    }

    /**
     * Tangent of the horizon's elevation toward (dx, dz), but no less than a floor; the ground's own slope at the place counts.
     *
     * @param dx with dz a unit vector; @param reach metres; @param floor what is of no interest, −∞ where all is
     */
    public double tangent(double x, double fromY, double z, double dx, double dz, double reach, double floor) {
        u = (x + ground.width() / 2) / ground.cellX();
        v = (z + ground.depth() / 2) / ground.cellZ();
        most = floor;
        if (u < 0 || v < 0 || u > columns - 1 || v > rows - 1) {
            return most;
        }
        du = dx / ground.cellX();
        dv = dz / ground.cellZ();
        perU = 1 / du;
        perV = 1 / dv;
        column = first(u, du, columns);
        row = first(v, dv, rows);
        t = 0;
        height = inCell(u, v);
        y = Math.abs(height - fromY) <= ON_THE_GROUND * (ground.cell() + Math.abs(fromY)) ? height : fromY;
        if (height > y) {
            return BURIED;
        }
        while (column >= 0 && row >= 0 && column < columns - 1 && row < rows - 1 && t < reach && mayRise()) {
            if (!leap()) {
                cell(reach);
            }
        }
        return most;
    }

    private static int first(double at, double step, int count) {
        int cell = Math.min((int) at, count - 2);
        return step < 0 && at == cell && cell > 0 ? cell - 1 : cell;
    }

    /** Whether the highest place of the ground could still stand above the horizon. */
    private boolean mayRise() {
        double above = ground.highest() - y;
        return most < 0 || above > most * t;
    }

    /** Over the largest block about this cell that cannot rise above the horizon; false where there is none. */
    private boolean leap() {
        if (t == 0 && most < 0) {
            return false;
        }
        int level = -1;
        while (level + 1 < blocks.levels() && hidden(level + 1)) {
            level++;
        }
        if (level < 0) {
            return false;
        }
        int bits = blocks.bits(level);
        int west = column >> bits << bits;
        int north = row >> bits << bits;
        leave(west, north, Math.min(west + (1 << bits), columns - 1), Math.min(north + (1 << bits), rows - 1));
        if (column >= 0 && row >= 0 && column < columns - 1 && row < rows - 1) {
            height = inCell(u + du * t, v + dv * t);
        }
        return true;
    }

    private boolean hidden(int level) {
        double above = blocks.highest(level, column, row) - y;
        if (above > 0) {
            return above <= most * t;
        }
        if (most >= 0) {
            return true;
        }
        int bits = blocks.bits(level);
        int west = column >> bits << bits;
        int north = row >> bits << bits;
        double out = Math.min(out(u, perU, west, west + (1 << bits)), out(v, perV, north, north + (1 << bits)));
        return above <= most * out;
    }

    /** Metres along the ray to where it leaves a stretch of cells. */
    private static double out(double from, double per, int low, int high) {
        return Double.isInfinite(per) ? Double.POSITIVE_INFINITY : ((per > 0 ? high : low) - from) * per;
    }

    /** Goes to the border of a block and into the cell beyond. */
    private void leave(int west, int north, int east, int south) {
        double outU = out(u, perU, west, east);
        double outV = out(v, perV, north, south);
        t = Math.max(t, Math.min(outU, outV));
        if (outU <= outV) {
            column = du > 0 ? east : west - 1;
            row = (int) Math.max(north, Math.min(south - 1, Math.floor(v + dv * t)));
        } else {
            row = dv > 0 ? south : north - 1;
            column = (int) Math.max(west, Math.min(east - 1, Math.floor(u + du * t)));
        }
    }

    /** Looks at this cell and goes into the next. */
    private void cell(double reach) {
        int c = column;
        int r = row;
        double from = t;
        double before = height;
        leave(c, r, c + 1, r + 1);
        double to = Math.min(t, reach);
        int toColumn = column;
        int toRow = row;
        column = c;
        row = r;
        height = inCell(u + du * to, v + dv * to);
        if (to > from) {
            look(from, to, before, du * dv * twist());
        }
        column = toColumn;
        row = toRow;
    }

    /**
     * Along the ray the height is h₀ + m·(t − t₀) + q·(t − t₀)(t − t₁), so the sight of it is k/t + b + q·t: at its steepest at an
     * end or, where k and q are below 0, at √(k/q).
     */
    private void look(double from, double to, double before, double q) {
        most = Math.max(most, (height - y) / to);
        double m = (height - before) / (to - from);
        double k = before - m * from + q * from * to - y;
        double b = m - q * (from + to);
        if (from == 0 && before == y) {
            most = Math.max(most, b);
        } else if (k < 0 && q < 0 && k < q * from * from && k > q * to * to) {
            most = Math.max(most, b - 2 * Math.sqrt(k * q));
        }
    }

    private double twist() {
        int at = row * columns + column;
        return (double) heights[at] - heights[at + 1] - heights[at + columns] + heights[at + columns + 1];
    }

    /** The height of this cell at a place in it, in cells from the north-west corner of the ground. */
    private double inCell(double atU, double atV) {
        double fu = Math.min(Math.max(atU - column, 0), 1);
        double fv = Math.min(Math.max(atV - row, 0), 1);
        int at = row * columns + column;
        double north = heights[at] + fu * ((double) heights[at + 1] - heights[at]);
        double south = heights[at + columns] + fu * ((double) heights[at + columns + 1] - heights[at + columns]);
        return north + fv * (south - north);
    }
}
