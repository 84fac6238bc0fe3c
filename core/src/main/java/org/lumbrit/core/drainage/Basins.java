package org.lumbrit.core.drainage;

import java.util.Arrays;
import java.util.Comparator;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * How high water stands in the hollows of a ground: each node belongs to the basin of the lowest place that one comes to by always going
 * down; basins are joined at their passes, lowest pass first, and a basin's water stands at the pass by which it first joins one that is open
 * to the border (G. Cordonnier, B. Bovy and J. Braun, "A versatile, linear complexity algorithm for flow routing in topographies with
 * depressions", Earth Surface Dynamics 7, 2019; joined by J. Kruskal's tree, 1956). The level of a node is that of a flood from the border, to
 * the last bit.
 */
final class Basins {
    /** The basin of all that drains over the border. */
    private static final int OPEN = 0;

    private static final int ROWS_AT_ONCE = 16;

    private final double[] ground;
    private final int columns;
    private final int rows;
    private final int[] basin;
    private double[] level;

    /** Of each basin: the one that it was joined to, how many it holds, its next and its last member. */
    private int[] joined;

    private int[] size;
    private int[] next;
    private int[] last;

    /**
     * @param ground metres, row by row
     * @param to the node that each falls to, −1 on the border, itself in a pit
     */
    Basins(double[] ground, int columns, int rows, int[] to) {
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.basin = new int[ground.length];
        int count = label(to);
        level = new double[count];
        Arrays.fill(level, Double.NEGATIVE_INFINITY);
        join(count);
    }

    /** Metres of the water that stands in the basin of a node; −∞ where none does. */
    double level(int node) {
        return level[basin[node]];
    }

    /** Gives each node the basin of its pit. @return how many there are */
    private int label(int[] to) {
        Arrays.fill(basin, -1);
        int count = 1;
        for (int i = 0; i < to.length; i++) {
            int end = i;
            while (basin[end] < 0 && to[end] >= 0 && to[end] != end) {
                end = to[end];
            }
            int of = basin[end] >= 0 ? basin[end] : to[end] < 0 ? OPEN : count++;
            basin[end] = of;
            for (int at = i; at != end; at = to[at]) {
                basin[at] = of;
            }
        }
        return count;
    }

    private void join(int count) {
        joined = new int[count];
        next = new int[count];
        last = new int[count];
        size = new int[count];
        for (int b = 0; b < count; b++) {
            joined[b] = b;
            next[b] = -1;
            last[b] = b;
            size[b] = 1;
        }
        int apart = count - 1;
        int[] sides = new int[8];
        for (int pass : passes()) {
            if (apart == 0) {
                return;
            }
            int sidesOf = lowerSides(pass, sides);
            for (int k = 0; k < sidesOf; k++) {
                apart -= join(basin[pass], basin[sides[k]], ground[pass]) ? 1 : 0;
            }
        }
    }

    /** @return whether the two were apart */
    private boolean join(int one, int other, double height) {
        int a = root(one);
        int b = root(other);
        if (a == b) {
            return false;
        }
        if (a == OPEN || b == OPEN) {
            int filled = a == OPEN ? b : a;
            for (int member = filled; member >= 0; member = next[member]) {
                level[member] = height;
            }
            joined[filled] = OPEN;
            return true;
        }
        int into = size[a] >= size[b] ? a : b;
        int from = into == a ? b : a;
        joined[from] = into;
        size[into] += size[from];
        next[last[into]] = from;
        last[into] = last[from];
        return true;
    }

    private int root(int of) {
        int at = of;
        while (joined[at] != at) {
            joined[at] = joined[joined[at]];
            at = joined[at];
        }
        return at;
    }

    /** Nodes by which basins may run over into those beside them, lowest first, equal heights by their number. */
    private int[] passes() {
        int[] begins = new int[rows + 1];
        boolean[] isPass = new boolean[ground.length];
        Chunks.run(rows, ROWS_AT_ONCE, Cancel.NEVER, (from, to) -> {
            int[] sides = new int[8];
            for (int row = from; row < to; row++) {
                int found = 0;
                for (int i = row * columns; i < (row + 1) * columns; i++) {
                    if (touches(i) && isPass(i, sides)) {
                        isPass[i] = true;
                        found++;
                    }
                }
                begins[row + 1] = found;
            }
        });
        for (int row = 0; row < rows; row++) {
            begins[row + 1] += begins[row];
        }
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (double each : ground) {
            low = Math.min(low, each);
            high = Math.max(high, each);
        }
        int bits = 32 - Integer.numberOfLeadingZeros(ground.length);
        double lowest = low;
        double scale = high > low ? (1L << 62 - bits) / (high - low) : 0;
        long[] keys = new long[begins[rows]];
        Chunks.run(rows, ROWS_AT_ONCE, Cancel.NEVER, (from, to) -> {
            int at = begins[from];
            for (int i = from * columns; i < to * columns; i++) {
                if (isPass[i]) {
                    keys[at++] = (long) ((ground[i] - lowest) * scale) << bits | i;
                }
            }
        });
        Arrays.parallelSort(keys);
        int[] passes = new int[keys.length];
        for (int k = 0; k < keys.length; k++) {
            passes[k] = (int) (keys[k] & (1L << bits) - 1);
        }
        exactly(passes, keys, bits);
        return passes;
    }

    /** Puts right those whose keys are equal though their heights are not. */
    private void exactly(int[] passes, long[] keys, int bits) {
        int begin = 0;
        for (int k = 1; k <= passes.length; k++) {
            if (k < passes.length && keys[k] >> bits == keys[begin] >> bits) {
                continue;
            }
            boolean rises = true;
            for (int i = begin + 1; i < k; i++) {
                rises &= ground[passes[i - 1]] <= ground[passes[i]];
            }
            if (!rises) {
                int[] sorted = Arrays.stream(passes, begin, k)
                        .boxed()
                        .sorted(Comparator.<Integer>comparingDouble(i -> ground[i])
                                .thenComparing(i -> i))
                        .mapToInt(Integer::intValue)
                        .toArray();
                System.arraycopy(sorted, 0, passes, begin, sorted.length);
            }
            begin = k;
        }
    }

    /** Whether a neighbour may lie in another basin; a quick look, true at the border. */
    private boolean touches(int i) {
        if (i <= columns || i >= basin.length - columns - 1) {
            return true;
        }
        int own = basin[i];
        int north = i - columns;
        int south = i + columns;
        return ((basin[north - 1] ^ own)
                        | (basin[north] ^ own)
                        | (basin[north + 1] ^ own)
                        | (basin[i - 1] ^ own)
                        | (basin[i + 1] ^ own)
                        | (basin[south - 1] ^ own)
                        | (basin[south] ^ own)
                        | (basin[south + 1] ^ own))
                != 0;
    }

    /** Whether water runs over here into a lower neighbour of another basin, and no lower node of its own basin beside that neighbour lets it through too. */
    private boolean isPass(int i, int[] sides) {
        int count = lowerSides(i, sides);
        for (int k = 0; k < count; k++) {
            if (ground[sides[k]] == ground[i] || !hasLower(sides[k], basin[i], ground[i])) {
                return true;
            }
        }
        return false;
    }

    private boolean hasLower(int beside, int of, double than) {
        int column = beside % columns;
        int row = beside / columns;
        for (int r = Math.max(0, row - 1); r <= Math.min(rows - 1, row + 1); r++) {
            for (int c = Math.max(0, column - 1); c <= Math.min(columns - 1, column + 1); c++) {
                int k = r * columns + c;
                if (basin[k] == of && ground[k] < than) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Neighbours that are no higher and lie in another basin. @return how many */
    private int lowerSides(int i, int[] sides) {
        int column = i % columns;
        int row = i / columns;
        int west = column > 0 ? -1 : 0;
        int east = column < columns - 1 ? 1 : 0;
        int count = 0;
        double here = ground[i];
        int own = basin[i];
        for (int dr = row > 0 ? -1 : 0; dr <= (row < rows - 1 ? 1 : 0); dr++) {
            for (int side = i + dr * columns + west; side <= i + dr * columns + east; side++) {
                if (basin[side] != own && ground[side] <= here) {
                    sides[count++] = side;
                }
            }
        }
        return count;
    }
}
