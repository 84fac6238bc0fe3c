package org.lumbrit.core.relief;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Lanes;

/**
 * Slopes that crumble until none is steeper than the talus angle (F. K. Musgrave, C. Kolb and R. Mace, "The synthesis and
 * rendering of eroded fractal terrains", SIGGRAPH 1989). Between each cell and its eight neighbours flows, all at once,
 * {@code k · max(0, Δ − tan α · L)} with k = ⅛, L the distance of the two. What flows out of one cell flows into the other,
 * so nothing is lost; and as k is at most ⅛ a new height is a mean of old ones, so no new high or low appears.
 *
 * <p>A gradient between the eight directions may stay steeper than the talus by 1/cos 22.5°, at most 2.3°.
 */
public final class ThermalErosion {
    static final double FLOW = 0.125;
    /** Steps between two looks at whether all is at rest. */
    static final int LOOK = 16;
    /** Excess of a slope, as a tangent, that counts as rest. */
    private static final double REST = 1e-3;

    private static final Lanes LANES = new Lanes();

    private final int columns;
    private final int rows;
    private final CellSize cell;
    private final double diagonal;
    private final double even;
    private final double[] tangents;
    /** How far on each of the eight neighbours stands, in the order in which they are summed, and how many metres away. */
    private final int[] neighbours;

    private final double[] lengths;
    private double[] heights;
    private double[] next;
    private int steps;
    private boolean settled;

    /**
     * @param heights metres, row by row; worked on in place or not, read the outcome from {@link #heights()}
     * @param cell metres between nodes
     * @param talus degrees at each node; a pair of nodes takes the mean of its tangents
     */
    public ThermalErosion(double[] heights, int columns, int rows, CellSize cell, NodeValues talus) {
        this.heights = heights;
        this.next = new double[heights.length];
        this.columns = columns;
        this.rows = rows;
        this.cell = cell;
        this.diagonal = cell.diagonal();
        this.neighbours = new int[] {-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1};
        this.lengths = new double[] {cell.x(), cell.x(), cell.z(), cell.z(), diagonal, diagonal, diagonal, diagonal};
        this.even = tangent(talus.even() ? talus.everywhere() : 0);
        this.tangents = talus.even() ? new double[0] : new double[heights.length];
        for (int i = 0; i < tangents.length; i++) {
            tangents[i] = tangent(talus.at(i));
        }
    }

    /**
     * Readies the form of {@link #step} that uses the processor's vectors, as {@link Lanes} has it. It changes no bit of any height,
     * only the speed.
     */
    public static void warmUp() {
        int side = 64;
        double[] h = new java.util.Random(1).doubles(side * side, 0, 9).toArray();
        ThermalErosion even = new ThermalErosion(h, side, side, CellSize.square(1), NodeValues.constant(40));
        ThermalErosion driven =
                new ThermalErosion(h, side, side, CellSize.square(1), NodeValues.of(new float[h.length]));
        LANES.race(lanes -> {
            for (int row = 1; row < side - 1; row++) {
                even.inside(h, even.next, row * side, lanes);
            }
        });
    }

    private static double tangent(double degrees) {
        return StrictMath.tan(StrictMath.toRadians(Math.min(89.9, Math.max(0, degrees))));
    }

    /** Metres at each node as they are now, row by row from the north. */
    public double[] heights() {
        return heights;
    }

    /** Steps done so far. */
    public int steps() {
        return steps;
    }

    /** Whether no pair of neighbours is steeper than its talus by more than a thousandth. */
    public boolean settled() {
        return settled;
    }

    /** Runs until all is at rest, but no more than so many steps. */
    public void run(int most, Cancel cancel) {
        while (steps < most && !settled) {
            step(cancel);
            if (steps % LOOK == 0 || steps == most) {
                settled = excess(cancel) <= REST;
            }
        }
    }

    /** One step of all pairs at once. */
    public void step(Cancel cancel) {
        step(LANES.faster(), cancel);
    }

    /** The same with the processor's vectors or without. */
    void step(boolean lanes, Cancel cancel) {
        double[] h = heights;
        double[] out = next;
        Chunks.run(rows, 16, cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                if (row == 0 || row == rows - 1) {
                    for (int column = 0; column < columns; column++) {
                        out[row * columns + column] = atBorder(h, row, column);
                    }
                    continue;
                }
                out[row * columns] = atBorder(h, row, 0);
                inside(h, out, row * columns, lanes);
                out[row * columns + columns - 1] = atBorder(h, row, columns - 1);
            }
        });
        next = h;
        heights = out;
        steps++;
    }

    /** What flows in from a neighbour that stands so much higher: Δ without what the talus holds. */
    private static double flow(double difference, double held) {
        if (difference > held) {
            return difference - held;
        }
        return difference < -held ? difference + held : 0;
    }

    private void inside(double[] h, double[] out, int row, boolean lanes) {
        int first = row + 1;
        int end = row + columns - 1;
        int whole = lanes ? CrumblingLanes.end(first, end) : first;
        Arrays.fill(out, first, whole, 0);
        for (int n = 0; n < neighbours.length && whole > first; n++) {
            if (tangents.length == 0) {
                CrumblingLanes.add(h, neighbours[n], even * lengths[n], out, first, whole);
            } else {
                CrumblingLanes.addDriven(h, tangents, neighbours[n], 0.5 * lengths[n], out, first, whole);
            }
        }
        for (int i = first; i < whole; i++) {
            out[i] = h[i] + FLOW * out[i];
        }
        if (tangents.length == 0) {
            even(h, out, whole, end);
        } else {
            driven(h, out, whole, end);
        }
    }

    private void even(double[] h, double[] out, int first, int end) {
        double straight = even * cell.x();
        double down = even * cell.z();
        double across = even * diagonal;
        int w = columns;
        for (int i = first; i < end; i++) {
            double here = h[i];
            double sum = flow(h[i - 1] - here, straight)
                    + flow(h[i + 1] - here, straight)
                    + flow(h[i - w] - here, down)
                    + flow(h[i + w] - here, down)
                    + flow(h[i - w - 1] - here, across)
                    + flow(h[i - w + 1] - here, across)
                    + flow(h[i + w - 1] - here, across)
                    + flow(h[i + w + 1] - here, across);
            out[i] = here + FLOW * sum;
        }
    }

    private void driven(double[] h, double[] out, int first, int end) {
        double straight = 0.5 * cell.x();
        double down = 0.5 * cell.z();
        double across = 0.5 * diagonal;
        double[] t = tangents;
        int w = columns;
        for (int i = first; i < end; i++) {
            double here = h[i];
            double mine = t[i];
            double sum = flow(h[i - 1] - here, straight * (mine + t[i - 1]))
                    + flow(h[i + 1] - here, straight * (mine + t[i + 1]))
                    + flow(h[i - w] - here, down * (mine + t[i - w]))
                    + flow(h[i + w] - here, down * (mine + t[i + w]))
                    + flow(h[i - w - 1] - here, across * (mine + t[i - w - 1]))
                    + flow(h[i - w + 1] - here, across * (mine + t[i - w + 1]))
                    + flow(h[i + w - 1] - here, across * (mine + t[i + w - 1]))
                    + flow(h[i + w + 1] - here, across * (mine + t[i + w + 1]));
            out[i] = here + FLOW * sum;
        }
    }

    private double atBorder(double[] h, int row, int column) {
        int i = row * columns + column;
        double sum = 0;
        for (int dr = -1; dr <= 1; dr++) {
            for (int dc = -1; dc <= 1; dc++) {
                int r = row + dr;
                int c = column + dc;
                if ((dr != 0 || dc != 0) && r >= 0 && r < rows && c >= 0 && c < columns) {
                    int j = r * columns + c;
                    sum += flow(h[j] - h[i], held(i, j, length(dr, dc)));
                }
            }
        }
        return h[i] + FLOW * sum;
    }

    /** Metres to the neighbour so many rows and columns away. */
    private double length(int dr, int dc) {
        return dr == 0 ? cell.x() : dc == 0 ? cell.z() : diagonal;
    }

    private double held(int i, int j, double length) {
        return tangents.length == 0 ? even * length : 0.5 * length * (tangents[i] + tangents[j]);
    }

    /** By how much, as a tangent, the steepest pair is steeper than its talus; 0 or less where none is. */
    public double excess(Cancel cancel) {
        double[] mostOfRow = new double[rows];
        double[] h = heights;
        Chunks.run(rows, 16, cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                double most = Double.NEGATIVE_INFINITY;
                for (int column = 0; column < columns; column++) {
                    int i = row * columns + column;
                    if (column + 1 < columns) {
                        most = Math.max(most, over(h, i, i + 1, cell.x()));
                    }
                    if (row + 1 < rows) {
                        most = Math.max(most, over(h, i, i + columns, cell.z()));
                        if (column + 1 < columns) {
                            most = Math.max(most, over(h, i, i + columns + 1, diagonal));
                            most = Math.max(most, over(h, i + 1, i + columns, diagonal));
                        }
                    }
                }
                mostOfRow[row] = most;
            }
        });
        double most = Double.NEGATIVE_INFINITY;
        for (double ofRow : mostOfRow) {
            most = Math.max(most, ofRow);
        }
        return most;
    }

    private double over(double[] h, int i, int j, double length) {
        return (Math.abs(h[i] - h[j]) - held(i, j, length)) / length;
    }
}
