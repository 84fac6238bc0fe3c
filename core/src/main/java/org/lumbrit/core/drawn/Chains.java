package org.lumbrit.core.drawn;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;

/** Edges of a surface joined end to end. */
final class Chains {
    private Chains() {}

    /**
     * The chosen edges as lines, each edge once; where more than two meet, lines end.
     *
     * @return corners of each line and the edges between them: corner, edge, corner, edge, … corner
     */
    static List<int[]> of(Shape shape, IntPredicate chosen) {
        int[] ends = shape.edges();
        int count = ends.length / 2;
        int corners = shape.positions().length / 3;
        int[] from = new int[corners + 1];
        for (int e = 0; e < count; e++) {
            if (chosen.test(e)) {
                from[ends[2 * e] + 1]++;
                from[ends[2 * e + 1] + 1]++;
            }
        }
        for (int v = 0; v < corners; v++) {
            from[v + 1] += from[v];
        }
        int[] at = new int[from[corners]];
        int[] next = Arrays.copyOf(from, corners);
        for (int e = 0; e < count; e++) {
            if (chosen.test(e)) {
                at[next[ends[2 * e]]++] = e;
                at[next[ends[2 * e + 1]]++] = e;
            }
        }
        boolean[] taken = new boolean[count];
        List<int[]> chains = new ArrayList<>();
        // those with ends first, then those that come back
        for (int pass = 0; pass < 2; pass++) {
            for (int v = 0; v < corners; v++) {
                if (pass == 0 && from[v + 1] - from[v] == 2) {
                    continue;
                }
                for (int k = from[v]; k < from[v + 1]; k++) {
                    if (!taken[at[k]]) {
                        chains.add(follow(ends, from, at, taken, v, at[k]));
                    }
                }
            }
        }
        return chains;
    }

    private static int[] follow(int[] ends, int[] from, int[] at, boolean[] taken, int start, int first) {
        int[] chain = new int[17];
        int used = 0;
        int corner = start;
        int edge = first;
        chain[used++] = corner;
        while (edge >= 0) {
            taken[edge] = true;
            corner = ends[2 * edge] == corner ? ends[2 * edge + 1] : ends[2 * edge];
            if (used + 2 > chain.length) {
                chain = Arrays.copyOf(chain, 2 * chain.length);
            }
            chain[used++] = edge;
            chain[used++] = corner;
            edge = -1;
            if (from[corner + 1] - from[corner] == 2) {
                int one = at[from[corner]];
                int other = at[from[corner] + 1];
                edge = !taken[one] ? one : !taken[other] ? other : -1;
            }
        }
        return Arrays.copyOf(chain, used);
    }
}
