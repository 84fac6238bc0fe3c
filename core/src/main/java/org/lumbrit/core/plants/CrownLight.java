package org.lumbrit.core.plants;

import java.util.Arrays;
import java.util.Comparator;

/**
 * How much light each twig of a crown gets, by the shade that all twigs cast on what is below them: each dims a pyramid of cells, the
 * less the deeper (W. Palubicki et al., "Self-organizing tree models for image synthesis", 2009).
 */
final class CrownLight {
    /** Cells that a twig's shade reaches down. */
    private static final int DEEP = 6;
    /** How much weaker it is from one cell to the next below. */
    private static final double WEAKER = 1.6;

    private CrownLight() {}

    /**
     * The same tree without the leaves of the twigs that get least light, and without most of those twigs.
     *
     * @param share 0..1 of all twigs, those in the deepest shade; @param dead 0..1 of these, those that stay as dead wood
     * @param cell metres, about from twig to twig
     */
    static Branches thinned(Branches branches, Draw draw, double share, double dead, double cell) {
        if (share == 0) {
            return branches;
        }
        int[] toEnd = branches.toEnds();
        double[] shade = shade(branches, cell);
        Integer[] ends = java.util.stream.IntStream.range(0, branches.count())
                .filter(node -> toEnd[node] == 0)
                .boxed()
                .toArray(Integer[]::new);
        Arrays.sort(
                ends, Comparator.<Integer>comparingDouble(end -> -shade[end]).thenComparing(end -> end));
        boolean[] kept = new boolean[branches.count()];
        boolean[] lit = new boolean[branches.count()];
        int shaded = Math.min(ends.length - 1, (int) Math.rint(share * ends.length));
        for (int i = 0; i < ends.length; i++) {
            boolean green = i >= shaded;
            if (green || draw.unit(500, ends[i]) < dead) {
                for (int node = ends[i]; node >= 0; node = branches.parent(node)) {
                    kept[node] = true;
                    lit[node] |= green;
                }
            }
        }
        boolean[] without = new boolean[branches.count()];
        for (int node = 0; node < without.length; node++) {
            without[node] = !lit[node];
        }
        return branches.only(kept, without);
    }

    /** Of each node, what all nodes above it take away, in any unit. */
    static double[] shade(Branches branches, double cell) {
        int count = branches.count();
        int[] low = {Integer.MAX_VALUE, Integer.MAX_VALUE, Integer.MAX_VALUE};
        int[] high = {Integer.MIN_VALUE, Integer.MIN_VALUE, Integer.MIN_VALUE};
        int[][] at = new int[count][];
        for (int node = 0; node < count; node++) {
            double[] p = branches.place(node);
            at[node] = new int[3];
            for (int d = 0; d < 3; d++) {
                at[node][d] = (int) Math.floor(p[d] / cell);
                low[d] = Math.min(low[d], at[node][d]);
                high[d] = Math.max(high[d], at[node][d]);
            }
        }
        int wide = high[0] - low[0] + 1;
        int tall = high[1] - low[1] + 1;
        int deep = high[2] - low[2] + 1;
        int[] twigs = new int[wide * tall * deep];
        for (int[] c : at) {
            twigs[((c[1] - low[1]) * deep + c[2] - low[2]) * wide + c[0] - low[0]]++;
        }
        double[] dark = new double[twigs.length];
        for (int y = 0; y < tall; y++) {
            for (int z = 0; z < deep; z++) {
                for (int x = 0; x < wide; x++) {
                    int caster = twigs[(y * deep + z) * wide + x];
                    double amount = caster;
                    for (int down = 1; caster > 0 && down <= Math.min(DEEP, y); down++) {
                        amount /= WEAKER;
                        for (int dz = Math.max(0, z - down); dz <= Math.min(deep - 1, z + down); dz++) {
                            for (int dx = Math.max(0, x - down); dx <= Math.min(wide - 1, x + down); dx++) {
                                dark[((y - down) * deep + dz) * wide + dx] += amount;
                            }
                        }
                    }
                }
            }
        }
        double[] shade = new double[count];
        for (int node = 0; node < count; node++) {
            int[] c = at[node];
            shade[node] = dark[((c[1] - low[1]) * deep + c[2] - low[2]) * wide + c[0] - low[0]];
        }
        return shade;
    }
}
