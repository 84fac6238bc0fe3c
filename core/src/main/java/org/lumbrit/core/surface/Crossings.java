package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * Finds where a mesh that is bent out of shape passes through itself. The tree of boxes is laid out once by where triangles lie
 * at rest; its boxes are fitted anew to each shape. Triangles that share a corner, also one that is only at the same place, are
 * no crossing. Two triangles are tested by T. Möller, "A fast triangle–triangle intersection test" (1997).
 */
public final class Crossings {
    private static final int LEAF = 4;

    private final int[] triangles;
    private final int[] corners;
    private final int[] order;
    private final int leaves;

    /** @param rest the mesh at rest */
    public Crossings(Mesh rest) {
        this.triangles = rest.triangles();
        this.corners = new int[triangles.length];
        int[] welded = Welding.firsts(rest.positions(), 0);
        for (int i = 0; i < corners.length; i++) {
            corners[i] = welded[triangles[i]];
        }
        int count = triangles.length / 3;
        int most = 1;
        while (most * LEAF < count) {
            most *= 2;
        }
        this.leaves = most;
        this.order = new int[count];
        for (int t = 0; t < count; t++) {
            order[t] = t;
        }
        float[] p = rest.positions();
        float[] middles = new float[3 * count];
        for (int t = 0; t < count; t++) {
            for (int d = 0; d < 3; d++) {
                middles[3 * t + d] = (p[3 * triangles[3 * t] + d]
                                + p[3 * triangles[3 * t + 1] + d]
                                + p[3 * triangles[3 * t + 2] + d])
                        / 3;
            }
        }
        split(middles, 0, count, 1);
    }

    /** Halves the triangles by the longest side of their middles' box; every leaf in turn takes its share. */
    private void split(float[] middles, int from, int to, int node) {
        if (node >= leaves) {
            return;
        }
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
        float[] high = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
        for (int i = from; i < to; i++) {
            for (int d = 0; d < 3; d++) {
                low[d] = Math.min(low[d], middles[3 * order[i] + d]);
                high[d] = Math.max(high[d], middles[3 * order[i] + d]);
            }
        }
        int axis = 0;
        for (int d = 1; d < 3; d++) {
            if (high[d] - low[d] > high[axis] - low[axis]) {
                axis = d;
            }
        }
        int half = from + (to - from + 1) / 2;
        select(middles, axis, from, to, half);
        split(middles, from, half, 2 * node);
        split(middles, half, to, 2 * node + 1);
    }

    /** Puts the lower ones before a place and the others from it on (C. A. R. Hoare, 1961); equal ones go by number. */
    private void select(float[] middles, int axis, int from, int to, int at) {
        int low = from;
        int high = to - 1;
        while (low < high && at < to) {
            int pivot = order[low + (high - low) / 2];
            int i = low;
            int j = high;
            while (i <= j) {
                while (before(middles, axis, order[i], pivot)) {
                    i++;
                }
                while (before(middles, axis, pivot, order[j])) {
                    j--;
                }
                if (i <= j) {
                    int kept = order[i];
                    order[i++] = order[j];
                    order[j--] = kept;
                }
            }
            if (at <= j) {
                high = j;
            } else if (at >= i) {
                low = i;
            } else {
                return;
            }
        }
    }

    private static boolean before(float[] middles, int axis, int a, int b) {
        float x = middles[3 * a + axis];
        float y = middles[3 * b + axis];
        return x < y || x == y && a < b;
    }

    /**
     * Where the shape passes through itself.
     *
     * @param pairs how many pairs of triangles cross; @param first the lower triangle of the lowest pair, −1 where there is none
     * @param second the other one
     */
    public record Found(long pairs, int first, int second) {
        public boolean any() {
            return pairs > 0;
        }
    }

    /** Where a mesh passes through itself as it is. */
    public static Found of(Mesh mesh, Cancel cancel) {
        return new Crossings(mesh).in(mesh.positions(), cancel);
    }

    /** @param positions x, y, z of every vertex, as many as at rest */
    public Found in(float[] positions, Cancel cancel) {
        int count = order.length;
        float[] boxes = new float[12 * leaves];
        int[] starts = starts(count);
        fit(positions, starts, boxes);
        int chunk = Math.max(1, leaves / 64);
        int chunks = (leaves + chunk - 1) / chunk;
        long[] pairs = new long[chunks];
        long[] lowest = new long[chunks];
        Arrays.fill(lowest, Long.MAX_VALUE);
        Chunks.run(leaves, chunk, cancel, (from, to) -> {
            Pair pair = new Pair(positions);
            int[] stack = new int[64];
            for (int leaf = from; leaf < to; leaf++) {
                search(leaf, starts, boxes, stack, pair);
            }
            pairs[from / chunk] = pair.found;
            lowest[from / chunk] = pair.lowest;
        });
        long sum = Arrays.stream(pairs).sum();
        long least = Arrays.stream(lowest).min().orElse(Long.MAX_VALUE);
        return sum == 0 ? new Found(0, -1, -1) : new Found(sum, (int) (least >>> 32), (int) least);
    }

    /** Where each leaf's triangles begin in the order: the same halving as when they were laid out. */
    private int[] starts(int count) {
        int[] starts = new int[leaves + 1];
        int[] from = new int[2 * leaves];
        int[] to = new int[2 * leaves];
        to[1] = count;
        for (int node = 1; node < leaves; node++) {
            int half = from[node] + (to[node] - from[node] + 1) / 2;
            from[2 * node] = from[node];
            to[2 * node] = half;
            from[2 * node + 1] = half;
            to[2 * node + 1] = to[node];
        }
        for (int leaf = 0; leaf < leaves; leaf++) {
            starts[leaf] = from[leaves + leaf];
        }
        starts[leaves] = count;
        return starts;
    }

    /** Six numbers a node: least and greatest x, y, z; node 1 is the whole, its halves 2n and 2n+1. */
    private void fit(float[] p, int[] starts, float[] boxes) {
        for (int leaf = 0; leaf < leaves; leaf++) {
            int at = 6 * (leaves + leaf);
            empty(boxes, at);
            for (int i = starts[leaf]; i < starts[leaf + 1]; i++) {
                for (int k = 0; k < 3; k++) {
                    int v = 3 * triangles[3 * order[i] + k];
                    for (int d = 0; d < 3; d++) {
                        boxes[at + d] = Math.min(boxes[at + d], p[v + d]);
                        boxes[at + 3 + d] = Math.max(boxes[at + 3 + d], p[v + d]);
                    }
                }
            }
        }
        for (int node = leaves - 1; node >= 1; node--) {
            int at = 6 * node;
            empty(boxes, at);
            for (int half = 12 * node; half <= 12 * node + 6; half += 6) {
                for (int d = 0; d < 3; d++) {
                    boxes[at + d] = Math.min(boxes[at + d], boxes[half + d]);
                    boxes[at + 3 + d] = Math.max(boxes[at + 3 + d], boxes[half + 3 + d]);
                }
            }
        }
    }

    private static void empty(float[] boxes, int at) {
        Arrays.fill(boxes, at, at + 3, Float.POSITIVE_INFINITY);
        Arrays.fill(boxes, at + 3, at + 6, Float.NEGATIVE_INFINITY);
    }

    /** Tests a leaf against itself and every later leaf whose box meets its own. */
    private void search(int leaf, int[] starts, float[] boxes, int[] stack, Pair pair) {
        int mine = 6 * (leaves + leaf);
        int depth = 0;
        stack[depth++] = 1;
        while (depth > 0) {
            int node = stack[--depth];
            if (!meet(boxes, mine, 6 * node) || last(node) < leaf) {
                continue;
            }
            if (node < leaves) {
                stack[depth++] = 2 * node;
                stack[depth++] = 2 * node + 1;
                continue;
            }
            int other = node - leaves;
            for (int i = starts[leaf]; i < starts[leaf + 1]; i++) {
                for (int j = other == leaf ? i + 1 : starts[other]; j < starts[other + 1]; j++) {
                    pair.test(order[i], order[j]);
                }
            }
        }
    }

    /** The last leaf below a node. */
    private int last(int node) {
        int right = node;
        while (right < leaves) {
            right = 2 * right + 1;
        }
        return right - leaves;
    }

    private static boolean meet(float[] boxes, int a, int b) {
        return boxes[a] <= boxes[b + 3]
                && boxes[b] <= boxes[a + 3]
                && boxes[a + 1] <= boxes[b + 4]
                && boxes[b + 1] <= boxes[a + 4]
                && boxes[a + 2] <= boxes[b + 5]
                && boxes[b + 2] <= boxes[a + 5];
    }

    /** Pairs of triangles of one shape, counted by one thread. */
    private final class Pair {
        private final TrianglePair pair;
        private long found;
        private long lowest = Long.MAX_VALUE;

        Pair(float[] positions) {
            pair = new TrianglePair(positions);
        }

        void test(int s, int t) {
            for (int i = 0; i < 3; i++) {
                for (int j = 0; j < 3; j++) {
                    if (corners[3 * s + i] == corners[3 * t + j]) {
                        return;
                    }
                }
            }
            if (pair.cross(triangles, 3 * s, 3 * t)) {
                found++;
                int low = Math.min(s, t);
                lowest = Math.min(lowest, (long) low << 32 | Math.max(s, t));
            }
        }
    }
}
