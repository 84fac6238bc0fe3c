package org.lumbrit.core.relief;

import java.util.Arrays;
import java.util.Random;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Lanes;
import org.lumbrit.core.surface.CellSize;

/**
 * Slopes that crumble until none is steeper than the talus angle (after F. K. Musgrave, C. Kolb and R. Mace, "The synthesis and
 * rendering of eroded fractal terrains", SIGGRAPH 1989, but by the slope itself rather than by pairs of neighbours): from each cell to
 * the next flows {@code k · Δ · max(0, 1 − tan² α / |∇h|²)}, all at once. The gradient at the face between two cells has their difference
 * along it and the greater of both cells' central differences across, so no direction of the grid is known: a heap is round, and no
 * central difference stays steeper than the talus.
 *
 * <p>What flows out of one cell flows into the other, so nothing is lost; and as k is at most ¼ a new height is a mean of old ones, so no
 * new high or low appears.
 */
public final class ThermalErosion {
    private static final double FLOW = 0.25;
    /** Steps between two looks at whether all is at rest. */
    static final int LOOK = 16;
    /** Excess of a slope, as a tangent, that counts as rest. */
    private static final double REST = 1e-3;

    private static final double SQRT_2 = Math.sqrt(2);
    /** Keeps a gradient from being 0, and changes no other. */
    static final double TINY = 1e-300;

    private static final Lanes LANES = new Lanes();

    private final int columns;
    private final int rows;
    private final CellSize cell;
    /** Tangent of the talus where it is the same everywhere, else one at each node. */
    private final double even;

    private final double[] tangents;
    private double[] heights;
    private double[] next;
    private int steps;
    private boolean settled;
    private boolean inLanes;

    /**
     * @param heights metres, row by row; worked on in place or not, read the outcome from {@link #heights()}
     * @param cell metres between nodes
     * @param talus degrees at each node; a face between two nodes takes the mean of their tangents
     */
    public ThermalErosion(double[] heights, int columns, int rows, CellSize cell, NodeValues talus) {
        this.heights = heights;
        this.next = new double[heights.length];
        this.columns = columns;
        this.rows = rows;
        this.cell = cell;
        this.even = tangent(talus.even() ? talus.everywhere() : 0);
        this.tangents = talus.even() ? new double[0] : new double[heights.length];
        for (int i = 0; i < tangents.length; i++) {
            tangents[i] = tangent(talus.at(i));
        }
    }

    /** Readies the form of a step that uses the processor's vectors, as {@link Lanes} has it. It changes no bit, only the speed. */
    public static void warmUp() {
        int nodes = 64;
        double[] heights = new Random(1).doubles(nodes * nodes, 0, 9).toArray();
        ThermalErosion sample = new ThermalErosion(heights, nodes, nodes, CellSize.square(1), NodeValues.constant(40));
        LANES.race(lanes -> sample.step(lanes, Cancel.NEVER));
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

    /** Whether no slope is steeper than its talus by more than a thousandth. */
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

    /** One step of all faces at once. */
    public void step(Cancel cancel) {
        step(LANES.faster(), cancel);
    }

    /** @param lanes whether in the lanes of the processor's vectors, which gives the same bits */
    void step(boolean lanes, Cancel cancel) {
        inLanes = lanes;
        double[] h = heights;
        Chunks.run(rows, 32, cancel, (from, to) -> rows(h, from, to));
        heights = next;
        next = h;
        steps++;
    }

    private void rows(double[] h, int from, int to) {
        double smaller = Math.min(cell.x(), cell.z());
        double alongX = FLOW / 2 * (smaller / cell.x()) * (smaller / cell.x());
        double alongZ = FLOW / 2 * (smaller / cell.z()) * (smaller / cell.z());
        double[] north = new double[columns];
        double[] south = new double[columns];
        double[] east = new double[columns + 1];
        double[] held = new double[columns];
        if (from > 0) {
            south(h, from - 1, south, held);
        }
        for (int row = from; row < to; row++) {
            double[] above = south;
            south = north;
            north = above;
            if (row + 1 < rows) {
                south(h, row, south, held);
            } else {
                Arrays.fill(south, 0);
            }
            east(h, row, east, held);
            settle(h, row * columns, east, alongX, north, south, alongZ);
        }
    }

    /** Each node of a row takes what crosses its four faces. */
    private void settle(
            double[] h, int first, double[] east, double alongX, double[] north, double[] south, double alongZ) {
        double[] out = next;
        int done = inLanes ? CrumblingLanes.settle(h, first, columns, east, alongX, north, south, alongZ, out) : 0;
        for (int c = done; c < columns; c++) {
            out[first + c] = h[first + c] + (alongX * (east[c + 1] - east[c]) + alongZ * (south[c] - north[c]));
        }
    }

    /** What crosses each face to the next column, metres; the first and the last, at the border, let nothing through. */
    private void east(double[] h, int row, double[] into, double[] held) {
        eachEast(row, (from, to, faces) -> flow(h, from, to, faces, into, 1 - row * columns, held));
        into[0] = 0;
        into[columns] = 0;
    }

    /** What crosses each face to the next row, metres. */
    private void south(double[] h, int row, double[] into, double[] held) {
        eachSouth(row, (from, to, faces) -> flow(h, from, to, faces, into, -row * columns, held));
    }

    /** Takes nodes from one to before another, whose faces lie alike. */
    private interface Run {
        void take(int from, int to, Faces faces);
    }

    private void eachEast(int row, Run run) {
        int first = row * columns;
        int up = row > 0 ? -columns : 0;
        int down = row + 1 < rows ? columns : 0;
        double across = down == up ? 0 : columns / ((down - up) * cell.z());
        run.take(first, first + columns - 1, new Faces(1, up, down, 1 / cell.x(), across));
    }

    private void eachSouth(int row, Run run) {
        int first = row * columns;
        int last = first + columns - 1;
        double along = 1 / cell.z();
        double across = 1 / cell.x();
        if (columns == 1) {
            run.take(first, first + 1, new Faces(1, 0, 0, along, 0));
            return;
        }
        run.take(first, first + 1, new Faces(columns, 0, 1, along, across));
        run.take(first + 1, last, new Faces(columns, -1, 1, along, 0.5 * across));
        run.take(last, last + 1, new Faces(columns, -1, 0, along, across));
    }

    /**
     * Faces of a row that lie alike.
     *
     * @param apart of the nodes on both sides; @param back and @param on to the nodes on either side across
     * @param along 1/m of the difference; @param across the same of a difference across
     */
    record Faces(int apart, int back, int on, double along, double across) {
        double difference(double[] h, int i) {
            return h[i + apart] - h[i];
        }

        /** Tangent of the slope, squared. */
        double slope(double[] h, int i) {
            double x = (h[i + apart] - h[i]) * along;
            double here = h[i + on] - h[i + back];
            double there = h[i + apart + on] - h[i + apart + back];
            return x * x + Math.max(here * here, there * there) * (across * across);
        }
    }

    private double talus(int i, Faces faces) {
        return tangents.length == 0 ? even : 0.5 * (tangents[i] + tangents[i + faces.apart]);
    }

    /** Twice what the class says, without a branch. */
    private void flow(double[] h, int from, int to, Faces faces, double[] into, int shift, double[] held) {
        int count = to - from;
        int next = from + faces.apart;
        int back = from + faces.back;
        int on = from + faces.on;
        int nextBack = next + faces.back;
        int nextOn = next + faces.on;
        int at = from + shift;
        double along = faces.along;
        double half = 0.5 * faces.across * faces.across;
        hold(from, next, count, held);
        int done = inLanes ? CrumblingLanes.flow(h, from, count, faces, into, at, held) : 0;
        for (int k = done; k < count; k++) {
            double difference = h[next + k] - h[from + k];
            double down = difference * along;
            double here = h[on + k] - h[back + k];
            double there = h[nextOn + k] - h[nextBack + k];
            double greater = here * here + there * there + Math.abs(here * here - there * there);
            double over = 1 - held[k] / (down * down + half * greater + TINY);
            into[at + k] = difference * (over + Math.abs(over));
        }
    }

    /** Squares of the tangents that the faces between nodes hold. */
    private void hold(int from, int next, int count, double[] held) {
        double[] t = tangents;
        if (t.length == 0) {
            Arrays.fill(held, 0, count, even * even);
            return;
        }
        for (int k = 0; k < count; k++) {
            double both = t[from + k] + t[next + k];
            held[k] = 0.25 * both * both;
        }
    }

    /**
     * By how much, as a tangent, the steepest slope is steeper than its talus; 0 or less where none is. A face along which the ground
     * falls counts little, as nothing crosses it: the slope is that of others.
     */
    public double excess(Cancel cancel) {
        double[] mostOfRow = new double[rows];
        double[] h = heights;
        Chunks.run(rows, 32, cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                mostOfRow[row] = excess(h, row);
            }
        });
        double most = Double.NEGATIVE_INFINITY;
        for (double ofRow : mostOfRow) {
            most = Math.max(most, ofRow);
        }
        return most;
    }

    private double excess(double[] h, int row) {
        double[] most = {Double.NEGATIVE_INFINITY};
        Run steepest = (from, to, faces) -> {
            for (int i = from; i < to; i++) {
                double slope = Math.sqrt(faces.slope(h, i) + TINY);
                double through = Math.abs(faces.difference(h, i)) * faces.along / slope;
                most[0] = Math.max(most[0], (slope - talus(i, faces)) * Math.min(1, SQRT_2 * through));
            }
        };
        eachEast(row, steepest);
        if (row + 1 < rows) {
            eachSouth(row, steepest);
        }
        return most[0];
    }
}
