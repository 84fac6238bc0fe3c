package org.lumbrit.core.snow;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * Snow that is too steep slides down: between each node and each of its eight neighbours k · max(0, Δ − tan α · L) flows, all at once, Δ
 * being how much higher its surface lies and L how far apart they are; no more leaves a node than lies there. With k no more than ⅛
 * no new high or low comes into being, and the mass is kept.
 *
 * <p>Each of the four faces a node has with those after it is worked out once, in rows that stay in the nearest cache: faces of a row,
 * what may leave its nodes, then what came of the row before.
 */
public final class Repose {
    /** Of the excess over a face that flows in a step: with it two nodes alone would be level in four. */
    static final double FLOW = 0.125;

    /** Neighbours after a node, row by row: beside it, and below it to the left, straight, to the right. */
    private static final int[] DX = {1, -1, 0, 1};

    private static final int[] DZ = {0, 1, 1, 1};

    private final int columns;
    private final int rows;
    private final double[] ground;
    private final double[] limits = new double[4];
    private final double[] tangents;

    /**
     * @param ground metres, row by row; @param cellX metres between columns; @param cellZ between rows
     * @param tangents of the angle of repose, one for all or one a node
     */
    public Repose(double[] ground, int columns, int rows, double cellX, double cellZ, double[] tangents) {
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.tangents = tangents;
        for (int k = 0; k < 4; k++) {
            limits[k] = Math.sqrt(DX[k] * DX[k] * cellX * cellX + DZ[k] * DZ[k] * cellZ * cellZ);
        }
    }

    /**
     * One step.
     *
     * @param depth metres of snow, not changed; @param next where the depth after the step goes
     */
    public void step(double[] depth, double[] next, Cancel cancel) {
        Chunks.run(rows, Math.max(16, (rows + 15) / 16), cancel, (from, to) -> {
            Window window = new Window(depth);
            window.faces(from - 2);
            window.enter(from - 1);
            window.enter(from);
            window.flow();
            for (int row = from; row < to; row++) {
                window.enter(row + 1);
                window.flow();
                window.leave(row, next);
            }
        });
    }

    /**
     * Two rows of nodes on their way, each with an empty node at either end so that no loop needs a branch; a row that does not exist stands
     * empty. Rows are shifted by copies, so that all loops go by one index: those the compiler runs in the lanes of vectors.
     */
    private final class Window {
        private final int n = columns + 2;
        private final double[] depth;
        private double[] surface = new double[n];
        private double[] surfaceBelow = new double[n];
        private int read = Integer.MIN_VALUE;
        private Row here = new Row();
        private Row below = new Row();
        private Row unused = new Row();
        private final double[] tangent = new double[n];
        private final double[] tangentThere = new double[n];
        private final double[] laid = new double[n];
        private final double[] shifted = new double[n];
        private final double[] left = new double[n];
        private final double[] straight = new double[n];
        private final double[] right = new double[n];

        Window(double[] depth) {
            this.depth = depth;
        }

        /** Steps on to a row: what flows over its faces, and what may leave its nodes. {@code below} is that row then, {@code here} the one above. */
        void enter(int row) {
            Row next = unused;
            unused = here;
            here = below;
            below = next;
            faces(row);
            shares(row);
        }

        private void faces(int row) {
            entering(below.out, here);
            if (row < 0 || row >= rows) {
                below.clear();
                return;
            }
            double[] held = surface;
            surface = surfaceBelow;
            surfaceBelow = held;
            if (read != row) {
                read(row, surface);
            }
            boolean last = row + 1 == rows;
            if (!last) {
                read(row + 1, surfaceBelow);
                read = row + 1;
            }
            for (int k = 0; k < 4; k++) {
                if (last && DZ[k] > 0) {
                    Arrays.fill(below.down[k], 0);
                    Arrays.fill(below.up[k], 0);
                } else {
                    face(row, k);
                }
            }
            add(below.out, below.down[0], below.down[1], below.down[2], below.down[3]);
            shift(below.up[0], 1, shifted);
            add(below.out, shifted);
        }

        /** What leaves the nodes of the next row over the faces of this one. */
        private void entering(double[] out, Row above) {
            shift(above.up[1], DX[1], left);
            shift(above.up[3], DX[3], right);
            sum(out, left, above.up[2], right);
        }

        /** How high the snow of a row lies. */
        private void read(int row, double[] out) {
            System.arraycopy(ground, row * columns, out, 1, columns);
            System.arraycopy(depth, row * columns, laid, 1, columns);
            add(out, laid);
        }

        private void face(int row, int k) {
            double[] there = DZ[k] == 0 ? surface : surfaceBelow;
            if (DX[k] != 0) {
                shift(there, -DX[k], shifted);
                there = shifted;
            }
            double[] down = below.down[k];
            double[] up = below.up[k];
            if (tangents.length == 1) {
                excess(surface, there, FLOW * tangents[0] * limits[k], down, up);
            } else {
                System.arraycopy(tangents, row * columns, tangent, 1, columns);
                int from = Math.max(0, DX[k]);
                int width = columns - Math.abs(DX[k]);
                System.arraycopy(tangents, (row + DZ[k]) * columns + from, tangentThere, 1 + from - DX[k], width);
                excess(surface, there, 0.5 * FLOW * limits[k], down, up, tangent, tangentThere);
            }
            down[0] = 0;
            up[0] = 0;
            down[n - 1] = 0;
            up[n - 1] = 0;
            int beyond = DX[k] < 0 ? 1 : columns;
            if (DX[k] != 0) {
                down[beyond] = 0;
                up[beyond] = 0;
            }
        }

        private void shares(int row) {
            if (row >= 0 && row < rows) {
                System.arraycopy(depth, row * columns, laid, 1, columns);
                share(laid, below.out, below.share);
            }
        }

        /** What goes over the faces of {@code here}, whose shares and the next row's are known. */
        void flow() {
            shift(here.share, -1, shifted);
            flow(0, shifted);
            shift(here.down[0], 1, shifted);
            add(here.change, shifted);
            shift(below.share, 1, shifted);
            flow(1, shifted);
            flow(2, below.share);
            shift(below.share, -1, shifted);
            flow(3, shifted);
            shift(here.down[1], -1, left);
            shift(here.down[3], 1, right);
            sum(below.change, left, here.down[2], right);
        }

        private void flow(int k, double[] shareThere) {
            net(here.down[k], here.up[k], here.share, shareThere, here.change);
        }

        /** The depth after the step of the row {@code here}. */
        void leave(int row, double[] next) {
            System.arraycopy(depth, row * columns, laid, 1, columns);
            settle(laid, here.change);
            System.arraycopy(laid, 1, next, row * columns, columns);
        }
    }

    /** A row of nodes: what would flow over each one’s faces, and what comes of it. */
    private final class Row {
        /** Over face k, from the node; then, once shares are known, what goes that way less what comes back. */
        final double[][] down = new double[4][columns + 2];

        /** Over face k, into the node. */
        final double[][] up = new double[4][columns + 2];

        final double[] out = new double[columns + 2];
        final double[] share = new double[columns + 2];
        final double[] change = new double[columns + 2];

        void clear() {
            for (int k = 0; k < 4; k++) {
                Arrays.fill(down[k], 0);
                Arrays.fill(up[k], 0);
            }
            Arrays.fill(share, 0);
        }
    }

    /** The row moved by a column, to the right where {@code by} is 1 and to the left where it is −1; nothing comes in from outside. */
    private static void shift(double[] row, int by, double[] out) {
        System.arraycopy(row, Math.max(0, -by), out, Math.max(0, by), row.length - 1);
        out[by > 0 ? 0 : row.length - 1] = 0;
    }

    private static void add(double[] out, double[] more) {
        for (int i = 0; i < out.length; i++) {
            out[i] += more[i];
        }
    }

    private static void sum(double[] out, double[] a, double[] b, double[] c) {
        for (int i = 0; i < out.length; i++) {
            out[i] = a[i] + b[i] + c[i];
        }
    }

    private static void add(double[] out, double[] a, double[] b, double[] c, double[] d) {
        for (int i = 0; i < out.length; i++) {
            out[i] += a[i] + b[i] + c[i] + d[i];
        }
    }

    /** max(0, x) is half of x + |x|: exact, and the compiler has lanes for it. */
    private static void excess(double[] here, double[] there, double limit, double[] down, double[] up) {
        for (int i = 0; i < here.length; i++) {
            double higher = FLOW * (here[i] - there[i]);
            double over = higher - limit;
            double under = -higher - limit;
            down[i] = 0.5 * (over + Math.abs(over));
            up[i] = 0.5 * (under + Math.abs(under));
        }
    }

    private static void excess(
            double[] here, double[] there, double half, double[] down, double[] up, double[] tangent, double[] other) {
        for (int i = 0; i < here.length; i++) {
            double limit = half * (tangent[i] + other[i]);
            double higher = FLOW * (here[i] - there[i]);
            double over = higher - limit;
            double under = -higher - limit;
            down[i] = 0.5 * (over + Math.abs(over));
            up[i] = 0.5 * (under + Math.abs(under));
        }
    }

    private static void share(double[] lies, double[] out, double[] share) {
        for (int i = 0; i < out.length; i++) {
            share[i] = Math.min(1, lies[i] / (out[i] + Double.MIN_NORMAL));
        }
    }

    /** What goes over a face, into {@code down}, and what that takes from the node. */
    private static void net(double[] down, double[] up, double[] share, double[] shareThere, double[] change) {
        for (int i = 0; i < down.length; i++) {
            double goes = share[i] * down[i] - shareThere[i] * up[i];
            down[i] = goes;
            change[i] -= goes;
        }
    }

    private static void settle(double[] depth, double[] change) {
        for (int i = 0; i < depth.length; i++) {
            depth[i] = Math.max(0, depth[i] + change[i]);
        }
    }

    /** By how much the steepest step of snow is too high, metres; 0 or less where all is at rest. */
    public double excess(double[] depth) {
        double most = Double.NEGATIVE_INFINITY;
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                int i = row * columns + column;
                for (int k = 0; k < 4; k++) {
                    int c = column + DX[k];
                    int r = row + DZ[k];
                    if (c >= 0 && c < columns && r < rows) {
                        int j = r * columns + c;
                        double tangent = tangents.length == 1 ? tangents[0] : 0.5 * (tangents[i] + tangents[j]);
                        double higher = ground[i] + depth[i] - ground[j] - depth[j];
                        if (depth[higher > 0 ? i : j] > 1e-9) {
                            most = Math.max(most, Math.abs(higher) - tangent * limits[k]);
                        }
                    }
                }
            }
        }
        return most;
    }
}
