package org.lumbrit.core.drainage;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.surface.CellSize;

/**
 * Which way water runs off: hollows are filled to the pass by which they run over ({@link Basins}), then every node drains to the
 * neighbour, of eight, to which the filled ground falls most steeply; on level water it drains by the fewest steps to where that runs over.
 * Nodes come in an order in which each stands after the one that it drains to.
 */
public final class RunOff {
    private static final int ROWS_AT_ONCE = 16;
    /** Stands for the node that one drains to as long as none is known. */
    private static final int NOWHERE_YET = -2;

    private final int columns;
    private final int rows;
    /** One over the length of a step to another row, and to another row and column, in cells from column to column. */
    private final double perDown;

    private final double perAcross;
    private final double[] ground;
    /** Heights of the ground, or of the water that stands in its hollows. */
    private final double[] level;
    /** Depth of that water. */
    private final double[] pool;
    /** Steps over level water to where it runs over; 0 where the level falls. */
    private final int[] steps;

    private final int[] order;
    private final int[] to;

    /** @param ground metres, row by row; @param cell metres between nodes */
    public RunOff(double[] ground, int columns, int rows, CellSize cell) {
        double down = cell.z() / cell.x();
        this.perDown = 1 / down;
        this.perAcross = 1 / Math.sqrt(1 + down * down);
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.to = new int[ground.length];
        this.level = new double[ground.length];
        this.pool = new double[ground.length];
        this.steps = new int[ground.length];
        Chunks.run(rows, ROWS_AT_ONCE, Cancel.NEVER, (from, end) -> falls(ground, from, end, false));
        Basins basins = new Basins(ground, columns, rows, to);
        Chunks.run(ground.length, Cancel.NEVER, (from, end) -> {
            for (int i = from; i < end; i++) {
                level[i] = Math.max(ground[i], basins.level(i));
                pool[i] = level[i] - ground[i];
            }
        });
        Chunks.run(rows, ROWS_AT_ONCE, Cancel.NEVER, (from, end) -> falls(level, from, end, true));
        runOver();
        this.order = inOrder();
    }

    /** Nodes that drain through each node, itself included. */
    public double[] gathered() {
        double[] gathered = new double[order.length];
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            gathered[i]++;
            if (to[i] >= 0) {
                gathered[to[i]] += gathered[i];
            }
        }
        return gathered;
    }

    /** Nodes, each after the one that it drains to. */
    public int[] order() {
        return order;
    }

    /** The node that a node drains to, −1 where it drains over the border. */
    public int to(int node) {
        return to[node];
    }

    /** Metres of water that steady rain leaves standing over a node of the ground as it was routed. */
    public double pool(int node) {
        return pool[node];
    }

    /** Metres of the ground as it was routed, or of the water that stands over it. */
    public double level(int node) {
        return level[node];
    }

    /** Whether water runs from one node to another beside it: to a lower level, and on level water to where it runs over by fewer steps. */
    public boolean runs(int from, int next) {
        return level[next] < level[from] || level[next] == level[from] && steps[next] < steps[from];
    }

    /** One over the way to the node that it drains to, in cells from column to column; without meaning on the border. */
    public double perStep(int node) {
        int apart = Math.abs(to[node] - node);
        return apart == 1 ? 1 : apart == columns ? perDown : perAcross;
    }

    /**
     * The steepest way down of each node.
     *
     * @param of heights
     * @param isLevel whether a node from which nothing falls is part of level water; it is a pit of its own otherwise
     */
    private void falls(double[] of, int fromRow, int endRow, boolean isLevel) {
        for (int row = fromRow; row < endRow; row++) {
            int first = row * columns;
            if (row == 0 || row == rows - 1) {
                Arrays.fill(to, first, first + columns, -1);
                continue;
            }
            to[first] = -1;
            to[first + columns - 1] = -1;
            for (int i = first + 1; i < first + columns - 1; i++) {
                double here = of[i];
                double most = 0;
                int steepest = isLevel ? NOWHERE_YET : i;
                int north = i - columns;
                int south = i + columns;
                double fall = (here - of[north - 1]) * perAcross;
                if (fall > most) {
                    most = fall;
                    steepest = north - 1;
                }
                fall = (here - of[north]) * perDown;
                if (fall > most) {
                    most = fall;
                    steepest = north;
                }
                fall = (here - of[north + 1]) * perAcross;
                if (fall > most) {
                    most = fall;
                    steepest = north + 1;
                }
                fall = here - of[i - 1];
                if (fall > most) {
                    most = fall;
                    steepest = i - 1;
                }
                fall = here - of[i + 1];
                if (fall > most) {
                    most = fall;
                    steepest = i + 1;
                }
                fall = (here - of[south - 1]) * perAcross;
                if (fall > most) {
                    most = fall;
                    steepest = south - 1;
                }
                fall = (here - of[south]) * perDown;
                if (fall > most) {
                    most = fall;
                    steepest = south;
                }
                fall = (here - of[south + 1]) * perAcross;
                if (fall > most) {
                    steepest = south + 1;
                }
                to[i] = steepest;
            }
        }
    }

    /** Leads level water to where it runs over, ring by ring. */
    private void runOver() {
        int[] over = new int[to.length];
        Chunks.run(rows, ROWS_AT_ONCE, Cancel.NEVER, (from, end) -> {
            for (int i = from * columns; i < end * columns; i++) {
                over[i] = to[i] == NOWHERE_YET ? overAt(i) : -1;
            }
        });
        int[] waiting = new int[to.length];
        int end = 0;
        for (int i = 0; i < to.length; i++) {
            if (over[i] >= 0) {
                to[i] = over[i];
                steps[i] = 1;
                waiting[end++] = i;
            }
        }
        for (int k = 0; k < end; k++) {
            int i = waiting[k];
            for (int dr = -columns; dr <= columns; dr += columns) {
                for (int side = i + dr - 1; side <= i + dr + 1; side++) {
                    if (to[side] == NOWHERE_YET && level[side] == level[i]) {
                        to[side] = i;
                        steps[side] = steps[i] + 1;
                        waiting[end++] = side;
                    }
                }
            }
        }
    }

    /** A neighbour of the same level from which it falls, or that lies on the border; −1: none. */
    private int overAt(int i) {
        for (int dr = -columns; dr <= columns; dr += columns) {
            for (int side = i + dr - 1; side <= i + dr + 1; side++) {
                if (to[side] != NOWHERE_YET && level[side] == level[i]) {
                    return side;
                }
            }
        }
        return -1;
    }

    /** From each place that nothing drains to, down as far as all that drains there has come: streams lie together in memory. */
    private int[] inOrder() {
        byte[] expected = new byte[to.length];
        for (int each : to) {
            if (each >= 0) {
                expected[each]++;
            }
        }
        int[] inOrder = new int[to.length];
        int at = to.length;
        for (int i = 0; i < to.length; i++) {
            if (expected[i] != 0) {
                continue;
            }
            int node = i;
            while (true) {
                inOrder[--at] = node;
                expected[node] = -1;
                node = to[node];
                if (node < 0 || --expected[node] != 0) {
                    break;
                }
            }
        }
        return inOrder;
    }
}
