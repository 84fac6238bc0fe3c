package org.lumbrit.core.cover;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

/**
 * Settles candidates into a spacing: a candidate lives iff no living candidate of lower rank is nearer than the mean of their
 * spacings. Rank is (size class, biggest first; level; hash; id), so the answer is one and the same whatever the order of work
 * or the cut into regions (R. L. Cook, "Stochastic sampling in computer graphics", 1986; M. Ebeida et al., "A simple algorithm
 * for maximal Poisson-disk sampling in high dimensions", 2012; J. Bowers et al., "Parallel Poisson disk sampling with spectrum
 * analysis on surfaces", 2010).
 */
public final class Settling {
    /** Levels of cells below the one that fits the spacing: 0…5. */
    public static final int LEVELS = 6;

    private static final int BLOCK = 64;

    private final long seed;
    private final int k;
    private final Spacing spacing;
    private final Depth.Local depth;

    /**
     * @param k the coarsest cell is 2ᵏ m, not smaller than the largest spacing
     * @param levels how many levels a size class descends, 1…6: ranks beyond are not needed where density is low
     */
    public Settling(long seed, int k, Spacing spacing, int levels) {
        this(seed, k, spacing, Depth.everywhere(levels));
    }

    /** @param depth asked of each block from several threads */
    Settling(long seed, int k, Spacing spacing, Depth.Local depth) {
        this.seed = seed;
        this.k = k;
        this.spacing = spacing;
        this.depth = depth;
        if (Candidate.side(k, 0) < spacing.most()) {
            throw new IllegalArgumentException("the coarsest cell is smaller than the largest spacing");
        }
    }

    /** The smallest k with 2ᵏ m not below the spacing. */
    public static int coarsest(double mostSpacing) {
        int k = Math.getExponent(mostSpacing);
        return StrictMath.scalb(1.0, k) >= mostSpacing ? k : k + 1;
    }

    /** 0 where the spacing fits the coarsest cell more than half, 1 where it fits the next, and so on. */
    static int sizeClass(int k, double spacing) {
        return Math.max(0, k - coarsest(spacing));
    }

    /** Identities of the living candidates within a region, sorted by level and cell. */
    public long[] settle(Region region, Cancel cancel) {
        if (region.isEmpty()) {
            return new long[0];
        }
        double side = Candidate.side(k, 0);
        int x0 = (int) Math.floor(region.x0() / side);
        int z0 = (int) Math.floor(region.z0() / side);
        int x1 = (int) Math.ceil(region.x1() / side);
        int z1 = (int) Math.ceil(region.z1() / side);
        int across = (x1 - x0 + BLOCK - 1) / BLOCK;
        int down = (z1 - z0 + BLOCK - 1) / BLOCK;
        long[][] parts = new long[across * down][];
        IntStream.range(0, parts.length).parallel().forEach(part -> {
            cancel.check();
            int bx = x0 + part % across * BLOCK;
            int bz = z0 + part / across * BLOCK;
            parts[part] = block(bx, bz, Math.min(x1, bx + BLOCK), Math.min(z1, bz + BLOCK), region, cancel);
        });
        int total = Arrays.stream(parts).mapToInt(part -> part.length).sum();
        long[] living = new long[total];
        int at = 0;
        for (long[] part : parts) {
            System.arraycopy(part, 0, living, at, part.length);
            at += part.length;
        }
        Arrays.parallelSort(living);
        return living;
    }

    private long[] block(int x0, int z0, int x1, int z1, Region region, Cancel cancel) {
        double side = Candidate.side(k, 0);
        Region wanted = new Region(x0 * side, z0 * side, x1 * side, z1 * side).and(region);
        Depth needed = depth.within(wanted);
        for (double extra = 0; ; extra += 4 * spacing.most()) {
            SettlingBlock block = new SettlingBlock(seed, k, spacing, needed, wanted, extra);
            block.settle(cancel);
            if (block.decided(wanted)) {
                return block.living(wanted);
            }
        }
    }
}
