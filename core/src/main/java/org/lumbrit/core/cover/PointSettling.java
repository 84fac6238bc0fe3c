package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Hash;

/**
 * Settles places in space one after the other: each lives iff no living one before it is nearer, straight through the air, than
 * the mean of their spacings, but for pairs that the caller leaves alone. The order is the caller's, so that there is one
 * answer.
 */
final class PointSettling {
    /** Which pairs may stand nearer than their spacing. */
    interface LeftAlone {
        /** @param near the mean of the spacings of the two, metres */
        boolean leaves(int i, int j, double near);
    }

    private final double[] x;
    private final double[] y;
    private final double[] z;
    private final LeftAlone alone;
    private final double[] r;
    private final double cell;
    private final int[] head;
    private final int[] next;

    private PointSettling(double[] x, double[] y, double[] z, double[] r, LeftAlone alone) {
        this.x = x;
        this.y = y;
        this.z = z;
        this.alone = alone;
        this.r = r;
        this.cell = Math.max(1e-9, Arrays.stream(r).max().orElse(1));
        this.head = new int[Integer.highestOneBit(Math.max(16, x.length)) * 2];
        this.next = new int[x.length];
        Arrays.fill(head, -1);
    }

    /**
     * @param x with y and z, places in metres; @param r spacing of each, metres; @param order indices, first come first served
     * @return whether each lives
     */
    static boolean[] settle(double[] x, double[] y, double[] z, double[] r, int[] order, LeftAlone alone) {
        PointSettling settling = new PointSettling(x, y, z, r, alone);
        boolean[] lives = new boolean[order.length];
        for (int i : order) {
            if (settling.free(i)) {
                lives[i] = true;
                settling.add(i);
            }
        }
        return lives;
    }

    private int slot(long cx, long cy, long cz) {
        return (int) (Hash.of(3, cx, cy, cz) & head.length - 1);
    }

    private boolean free(int i) {
        long cx = (long) Math.floor(x[i] / cell);
        long cy = (long) Math.floor(y[i] / cell);
        long cz = (long) Math.floor(z[i] / cell);
        for (long ix = cx - 1; ix <= cx + 1; ix++) {
            for (long iy = cy - 1; iy <= cy + 1; iy++) {
                for (long iz = cz - 1; iz <= cz + 1; iz++) {
                    for (int j = head[slot(ix, iy, iz)]; j >= 0; j = next[j]) {
                        if (conflict(i, j)) {
                            return false;
                        }
                    }
                }
            }
        }
        return true;
    }

    private boolean conflict(int i, int j) {
        double dx = x[i] - x[j];
        double dy = y[i] - y[j];
        double dz = z[i] - z[j];
        double near = (r[i] + r[j]) / 2;
        return dx * dx + dy * dy + dz * dz < near * near && !alone.leaves(i, j, near);
    }

    private void add(int i) {
        int slot = slot((long) Math.floor(x[i] / cell), (long) Math.floor(y[i] / cell), (long) Math.floor(z[i] / cell));
        next[i] = head[slot];
        head[slot] = i;
    }

    /** Indices by size class, biggest first, then by threshold, then by identity. */
    static int[] order(double[] r, double[] threshold, long[] id) {
        double most = Arrays.stream(r).max().orElse(1);
        Integer[] order = new Integer[r.length];
        Arrays.setAll(order, i -> i);
        int k = Settling.coarsest(Math.max(1e-9, most));
        Arrays.parallelSort(order, (a, b) -> {
            int byClass = r[a] == r[b] ? 0 : Integer.compare(Settling.sizeClass(k, r[a]), Settling.sizeClass(k, r[b]));
            int byRank = byClass != 0 ? byClass : Double.compare(threshold[a], threshold[b]);
            return byRank != 0 ? byRank : Long.compare(id[a], id[b]);
        });
        return Arrays.stream(order).mapToInt(Integer::intValue).toArray();
    }
}
