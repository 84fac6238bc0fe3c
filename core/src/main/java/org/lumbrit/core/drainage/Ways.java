package org.lumbrit.core.drainage;

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
    /** How unevenly water parts where all ways are alike, 0..1. */
    private static final double UNEVEN = 0.6;

    private final int columns;
    private final int count;
    private final double[] level;
    private final int[] rank;
    private final int[] apart;
    private final double[] length;
    private final double[] side;

    /** @param columns nodes from west to east; @param rows from north to south; @param cell metres between them */
    public Ways(int columns, int rows, CellSize cell) {
        this.columns = columns;
        this.count = columns * rows;
        this.level = new double[count];
        this.rank = new int[count];
        double diagonal = cell.diagonal();
        this.apart = new int[] {-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1};
        this.length = new double[] {cell.x(), cell.x(), cell.z(), cell.z(), diagonal, diagonal, diagonal, diagonal};
        // lengths of contour: half of the side that is crossed, and what is left at the corners
        double corner = 0.354 * Math.sqrt(cell.area());
        this.side =
                new double[] {cell.z() / 2, cell.z() / 2, cell.x() / 2, cell.x() / 2, corner, corner, corner, corner};
    }

    /** Takes a ground as it was routed: the levels of its water, and when the flood came to each node. */
    public void lay(double[] ground, RunOff off) {
        for (int i = 0; i < count; i++) {
            level[i] = ground[i] + off.pool(i);
        }
        int[] order = off.order();
        for (int k = 0; k < order.length; k++) {
            rank[order[k]] = k;
        }
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
        return level[i];
    }

    /**
     * Of a node inside: by slope, and on level water to all that lie toward the outlet.
     *
     * @param share eight numbers that sum to 1
     */
    public void parts(int i, double[] share) {
        double here = level[i];
        double sum = 0;
        for (int n = 0; n < NEIGHBOURS; n++) {
            int next = i + apart[n];
            double slope = (here - level[next]) / length[n];
            // the levels of one water may differ by rounding, so the order decides
            share[n] = slope > 0 && rank[next] < rank[i] ? slope * Math.sqrt(slope) * side[n] * uneven(i, n) : 0;
            sum += share[n];
        }
        if (sum <= 0) {
            for (int n = 0; n < NEIGHBOURS; n++) {
                share[n] = rank[i + apart[n]] < rank[i] ? side[n] * uneven(i, n) : 0;
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
    public void gather(RunOff off, double[] water) {
        double[] share = new double[NEIGHBOURS];
        int[] order = off.order();
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
        ways.lay(ground, off);
        double[] area = new double[ground.length];
        java.util.Arrays.fill(area, cell.area());
        ways.gather(off, area);
        return area;
    }
}
