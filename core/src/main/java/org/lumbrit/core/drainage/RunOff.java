package org.lumbrit.core.drainage;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.surface.CellSize;

/**
 * Which way water runs off: hollows are filled from the border inward (R. Barnes, C. Lehman and D. Mulla, "Priority-flood",
 * 2014), then every node drains to the neighbour, of eight, to which the filled ground falls most steeply; on level water it
 * drains toward the outlet. Nodes come in an order in which each stands after the one that it drains to.
 */
public final class RunOff {
    private final int columns;
    private final int rows;
    /** Length of a step to another row, and to another row and column, in cells from column to column. */
    private final double down;

    private final double across;
    private final double[] ground;
    /** Heights of the ground, or of the water that stands in its hollows; once all is routed, the depth of that water. */
    private final double[] filled;

    private final int[] order;
    private final int[] to;
    private final boolean[] seen;
    private final Rising waiting;

    public RunOff(double[] ground, int columns, int rows, CellSize cell) {
        this.down = cell.z() / cell.x();
        this.across = Math.sqrt(1 + down * down);
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.filled = ground.clone();
        this.order = new int[ground.length];
        this.to = new int[ground.length];
        this.seen = new boolean[ground.length];
        this.waiting = new Rising(filled);
        fill();
        Chunks.run(rows, 16, Cancel.NEVER, this::steepest);
        Chunks.run(filled.length, Cancel.NEVER, (from, end) -> {
            for (int i = from; i < end; i++) {
                filled[i] -= ground[i];
            }
        });
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

    /** Nodes, lowest outlet first: each after the one that it drains to. */
    public int[] order() {
        return order;
    }

    /** The node that a node drains to, −1 where it drains over the border. */
    public int to(int node) {
        return to[node];
    }

    /** Metres of water that steady rain leaves standing over a node of the ground as it was routed. */
    public double pool(int node) {
        return filled[node];
    }

    /** How far it is to the node that it drains to, in cells from column to column. */
    public double step(int node) {
        int apart = Math.abs(to[node] - node);
        return apart == 1 ? 1 : apart == columns ? down : across;
    }

    private boolean atBorder(int node) {
        int c = node % columns;
        int r = node / columns;
        return c == 0 || r == 0 || c == columns - 1 || r == rows - 1;
    }

    private void fill() {
        for (int i = 0; i < ground.length; i++) {
            if (atBorder(i)) {
                seen[i] = true;
                to[i] = -1;
                waiting.add(i);
            }
        }
        int visited = 0;
        while (!waiting.isEmpty()) {
            int i = waiting.lowest();
            order[visited++] = i;
            int c = i % columns;
            int r = i / columns;
            for (int dr = r > 0 ? -1 : 0; dr <= (r < rows - 1 ? 1 : 0); dr++) {
                for (int dc = c > 0 ? -1 : 0; dc <= (c < columns - 1 ? 1 : 0); dc++) {
                    int next = i + dr * columns + dc;
                    if (!seen[next]) {
                        seen[next] = true;
                        to[next] = i;
                        filled[next] = Math.max(ground[next], filled[i]);
                        waiting.add(next);
                    }
                }
            }
        }
    }

    /** Where the filled ground falls, the steepest way down; it was filled before, so the order holds. */
    private void steepest(int fromRow, int endRow) {
        for (int row = Math.max(1, fromRow); row < Math.min(rows - 1, endRow); row++) {
            for (int i = row * columns + 1; i < (row + 1) * columns - 1; i++) {
                double most = 0;
                for (int dr = -1; dr <= 1; dr++) {
                    for (int dc = -1; dc <= 1; dc++) {
                        int next = i + dr * columns + dc;
                        double fall = (filled[i] - filled[next]) / (dr == 0 ? 1 : dc == 0 ? down : across);
                        if (fall > most) {
                            most = fall;
                            to[i] = next;
                        }
                    }
                }
            }
        }
    }
}
