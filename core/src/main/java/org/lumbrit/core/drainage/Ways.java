package org.lumbrit.core.drainage;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.CellSize;

/**
 * Which share of a node's water runs to each of its eight neighbours: over all lower ones by their slope (P. Quinn et al., "The prediction of
 * hillslope flow paths", Hydrol. Process. 5, 1991, with the slope to the power 1.5 between theirs and that of T. G. Freeman, 1991) and a
 * stateless jitter, so that no valley knows the directions of the grid. Water that leaves a node over the border goes nowhere.
 */
public final class Ways {
    /** How many neighbours a node inside has. */
    public static final int NEIGHBOURS = 8;

    private static final int ROWS_AT_ONCE = 16;
    /** How unevenly water parts where all ways are alike, 0..1. */
    private static final double UNEVEN = 0.6;

    private final int columns;
    private final int count;
    private final int rows;
    private final int[] order;
    private RunOff off;
    private final int[] apart;
    private final double[] length;
    private final double[] side;

    /** @param columns nodes from west to east; @param rows from north to south; @param cell metres between them */
    public Ways(int columns, int rows, CellSize cell) {
        this.columns = columns;
        this.count = columns * rows;
        this.rows = rows;
        this.order = new int[count];
        double diagonal = cell.diagonal();
        this.apart = new int[] {-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1};
        this.length = new double[] {cell.x(), cell.x(), cell.z(), cell.z(), diagonal, diagonal, diagonal, diagonal};
        // lengths of contour: half of the side that is crossed, and what is left at the corners
        double corner = 0.354 * Math.sqrt(cell.area());
        this.side =
                new double[] {cell.z() / 2, cell.z() / 2, cell.x() / 2, cell.x() / 2, corner, corner, corner, corner};
    }

    /** Takes a ground as it was routed. */
    public void lay(RunOff routed) {
        off = routed;
        order();
    }

    /** Nodes, each after all that its water runs to. The array must not be changed. */
    public int[] downFirst() {
        return order;
    }

    /** From each place that no water runs to, down as long as all that runs there has come: streams lie together in memory. */
    private void order() {
        byte[] expected = new byte[count];
        Chunks.run(rows, ROWS_AT_ONCE, Cancel.NEVER, (from, to) -> {
            for (int i = from * columns; i < to * columns; i++) {
                expected[i] = above(i);
            }
        });
        int[] waiting = new int[64];
        int at = count;
        for (int i = 0; i < count; i++) {
            if (expected[i] != 0) {
                continue;
            }
            waiting[0] = i;
            int size = 1;
            while (size > 0) {
                int node = waiting[--size];
                order[--at] = node;
                expected[node] = -1;
                if (!inside(node)) {
                    continue;
                }
                if (size + NEIGHBOURS > waiting.length) {
                    waiting = Arrays.copyOf(waiting, 2 * waiting.length);
                }
                for (int each : apart) {
                    int next = node + each;
                    if (off.runs(node, next) && --expected[next] == 0) {
                        waiting[size++] = next;
                    }
                }
            }
        }
    }

    /** How many neighbours water runs from to a node. */
    private byte above(int i) {
        int column = i % columns;
        int row = i / columns;
        byte found = 0;
        for (int r = Math.max(1, row - 1); r <= Math.min(rows - 2, row + 1); r++) {
            for (int c = Math.max(1, column - 1); c <= Math.min(columns - 2, column + 1); c++) {
                found += off.runs(r * columns + c, i) ? 1 : 0;
            }
        }
        return found;
    }

    /** Whether a node does not lie on the border. */
    public boolean inside(int i) {
        int column = i % columns;
        return i >= columns && i < count - columns && column > 0 && column < columns - 1;
    }

    /** How far on, in nodes, each neighbour lies. The array must not be changed. */
    public int[] apart() {
        return apart;
    }

    /** Metres to each neighbour. The array must not be changed. */
    public double[] length() {
        return length;
    }

    /** Metres of the ground, or of the water that stands over it. */
    public double level(int i) {
        return off.level(i);
    }

    /**
     * Of a node inside: by slope, and on level water to all that lie toward the outlet.
     *
     * @param share eight numbers that sum to 1
     */
    public void parts(int i, double[] share) {
        double here = off.level(i);
        double sum = 0;
        for (int n = 0; n < NEIGHBOURS; n++) {
            int next = i + apart[n];
            double slope = (here - off.level(next)) / length[n];
            share[n] = slope > 0 ? slope * Math.sqrt(slope) * side[n] * uneven(i, n) : 0;
            sum += share[n];
        }
        if (sum <= 0) {
            for (int n = 0; n < NEIGHBOURS; n++) {
                share[n] = off.runs(i, i + apart[n]) ? side[n] * uneven(i, n) : 0;
                sum += share[n];
            }
        }
        for (int n = 0; n < NEIGHBOURS; n++) {
            share[n] /= sum;
        }
    }

    private static double uneven(int i, int n) {
        return 1 - UNEVEN + 2 * UNEVEN * Hash.unit(Hash.mix(8L * i + n));
    }

    /** Sends what lies on the nodes down to the border, so that each ends with its own and all that came from above. */
    public void gather(double[] water) {
        double[] share = new double[NEIGHBOURS];
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            if (!inside(i)) {
                continue;
            }
            parts(i, share);
            for (int n = 0; n < NEIGHBOURS; n++) {
                water[i + apart[n]] += water[i] * share[n];
            }
        }
    }

    /**
     * Square metres of ground whose water runs through each node, its own cell included.
     *
     * @param ground metres, row by row
     */
    public static double[] areaAbove(double[] ground, int columns, int rows, CellSize cell) {
        RunOff off = new RunOff(ground, columns, rows, cell);
        Ways ways = new Ways(columns, rows, cell);
        ways.lay(off);
        double[] area = new double[ground.length];
        Arrays.fill(area, cell.area());
        ways.gather(area);
        return area;
    }
}
