package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;

/**
 * Settles one rectangle on its own. Around the wanted part lies a margin that narrows with each level; near the edge of a
 * level's zone a candidate may depend on others outside, and is kept as <em>undecided</em>, and so is what depends on it, so
 * that the caller can see whether the part it wants is certain. As the next zone is narrower by more than a spacing, little of
 * that band is ever split. Size classes are settled one after the other, within a class the levels, within a level by hash. Cells wholly inside a
 * living disc are never split.
 */
final class SettlingBlock {
    /** How much narrower each level's zone is, in spacings; above 1, so that no zone reaches what the one before left out. */
    private static final double NARROWER = 1.25;

    private static final byte LIVING = 0;
    private static final byte UNDECIDED = 1;

    private final long seed;
    private final int k;
    private final Spacing spacing;
    private final int levels;
    private final int x0;
    private final int z0;
    private final int across;
    private final int down;
    private final double side;
    private final double reach;
    private final int classes;
    private Region zone;

    private final int[] head;
    private int count;
    private long[] ids = new long[1024];
    private double[] xs = new double[1024];
    private double[] zs = new double[1024];
    private double[] rs = new double[1024];
    private byte[] states = new byte[1024];
    private int[] next = new int[1024];

    /** @param wanted metres; @param extra metres to add on every side where a first try left something undecided */
    SettlingBlock(long seed, int k, Spacing spacing, int levels, Region wanted, double extra) {
        this.seed = seed;
        this.k = k;
        this.spacing = spacing;
        this.levels = levels;
        this.side = Candidate.side(k, 0);
        this.reach = spacing.most();
        this.classes = Settling.sizeClass(k, spacing.least()) + 1;
        Region outer = wanted.grown(extra + margin());
        this.x0 = (int) Math.floor(outer.x0() / side);
        this.z0 = (int) Math.floor(outer.z0() / side);
        this.across = (int) Math.ceil(outer.x1() / side) - x0;
        this.down = (int) Math.ceil(outer.z1() / side) - z0;
        this.zone = outer;
        this.head = new int[across * down];
        Arrays.fill(head, -1);
    }

    private double margin() {
        double sum = 0;
        for (int sizeClass = 0; sizeClass < classes; sizeClass++) {
            sum += NARROWER * (reach + (sizeClass + levels) * greatest(sizeClass));
        }
        return sum;
    }

    /** No spacing of the class is greater. */
    private double greatest(int sizeClass) {
        return Math.min(reach, Candidate.side(k, sizeClass));
    }

    void settle(Cancel cancel) {
        for (int sizeClass = 0; sizeClass < classes; sizeClass++) {
            Frontier frontier = Frontier.coarsest(x0, z0, across, down);
            zone = zone.grown(-NARROWER * reach);
            for (int level = 0; level < sizeClass + levels && frontier.count > 0; level++) {
                cancel.check();
                boolean last = level == sizeClass + levels - 1;
                frontier = settleLevel(sizeClass, level, frontier, last);
                zone = zone.grown(-NARROWER * greatest(sizeClass));
            }
        }
    }

    private Frontier settleLevel(int sizeClass, int level, Frontier cells, boolean last) {
        int n = cells.count;
        double cell = Candidate.side(k, level);
        double[] px = new double[n];
        double[] pz = new double[n];
        double[] pr = new double[n];
        for (int i = 0; i < n; i++) {
            long id = Candidate.id(k, level, cells.ix[i], cells.iz[i]);
            px[i] = Candidate.x(seed, id, cell);
            pz[i] = Candidate.z(seed, id, cell);
        }
        spacing.at(px, pz, n, pr);

        byte[] state = new byte[n];
        long[] contenders = new long[n];
        int contending = 0;
        int kept = 0;
        for (int i = 0; i < n; i++) {
            if (!zone.touches(cells.ix[i] * cell, cells.iz[i] * cell, cell)) {
                continue;
            }
            int verdict = against(px[i], pz[i], pr[i], cells.ix[i] * cell, cells.iz[i] * cell, cell);
            if (verdict == COVERED) {
                continue;
            }
            cells.ix[kept] = cells.ix[i];
            cells.iz[kept] = cells.iz[i];
            px[kept] = px[i];
            pz[kept] = pz[i];
            pr[kept] = pr[i];
            state[kept] = verdict == MAYBE ? UNDECIDED : LIVING;
            if (verdict != HIT && zone.contains(px[kept], pz[kept]) && Settling.sizeClass(k, pr[kept]) == sizeClass) {
                long id = Candidate.id(k, level, cells.ix[kept], cells.iz[kept]);
                contenders[contending++] = (long) Candidate.order(seed, id) << 32 | kept;
            }
            kept++;
        }
        Arrays.sort(contenders, 0, contending);
        boolean[] coversItself = new boolean[kept];
        int levelStart = count;
        for (int c = 0; c < contending; c++) {
            int i = (int) contenders[c];
            byte verdict = amongPeers(px[i], pz[i], pr[i], state[i], levelStart);
            if (verdict >= 0) {
                add(Candidate.id(k, level, cells.ix[i], cells.iz[i]), px[i], pz[i], pr[i], verdict);
                if (verdict == LIVING) {
                    double free = (pr[i] + spacing.least()) / 2;
                    coversItself[i] =
                            farthestCorner(px[i], pz[i], cells.ix[i] * cell, cells.iz[i] * cell, cell) < free * free;
                }
            }
        }
        return last ? Frontier.EMPTY : cells.split(kept, coversItself);
    }

    private static final int FREE = 0;
    private static final int MAYBE = 1;
    private static final int HIT = 2;
    private static final int COVERED = 3;

    /** A candidate against all that was settled on earlier levels, and its cell against their discs. */
    private int against(double x, double z, double r, double cellX, double cellZ, double cell) {
        int verdict = FREE;
        int column = bucket(x, x0, across);
        int row = bucket(z, z0, down);
        for (int bz = Math.max(0, row - 1); bz <= Math.min(down - 1, row + 1); bz++) {
            for (int bx = Math.max(0, column - 1); bx <= Math.min(across - 1, column + 1); bx++) {
                for (int j = head[bz * across + bx]; j >= 0; j = next[j]) {
                    double dx = x - xs[j];
                    double dz = z - zs[j];
                    double near = (r + rs[j]) / 2;
                    if (dx * dx + dz * dz >= near * near) {
                        continue;
                    }
                    if (states[j] == UNDECIDED) {
                        verdict = Math.max(verdict, MAYBE);
                        continue;
                    }
                    verdict = HIT;
                    double free = (rs[j] + spacing.least()) / 2;
                    if (farthestCorner(xs[j], zs[j], cellX, cellZ, cell) < free * free) {
                        return COVERED;
                    }
                }
            }
        }
        return verdict;
    }

    /** LIVING, UNDECIDED, or −1 for dead, against those of the same level that came before. */
    private byte amongPeers(double x, double z, double r, byte state, int levelStart) {
        byte verdict = state;
        double near = (r + reach) / 2;
        if (x - near < zone.x0() || z - near < zone.z0() || x + near >= zone.x1() || z + near >= zone.z1()) {
            verdict = UNDECIDED;
        }
        int column = bucket(x, x0, across);
        int row = bucket(z, z0, down);
        for (int bz = Math.max(0, row - 1); bz <= Math.min(down - 1, row + 1); bz++) {
            for (int bx = Math.max(0, column - 1); bx <= Math.min(across - 1, column + 1); bx++) {
                for (int j = head[bz * across + bx]; j >= levelStart; j = next[j]) {
                    double dx = x - xs[j];
                    double dz = z - zs[j];
                    double mean = (r + rs[j]) / 2;
                    if (dx * dx + dz * dz < mean * mean) {
                        if (states[j] == LIVING) {
                            return -1;
                        }
                        verdict = UNDECIDED;
                    }
                }
            }
        }
        return verdict;
    }

    private static double farthestCorner(double x, double z, double cellX, double cellZ, double cell) {
        double dx = Math.max(x - cellX, cellX + cell - x);
        double dz = Math.max(z - cellZ, cellZ + cell - z);
        return dx * dx + dz * dz;
    }

    private int bucket(double position, int first, int buckets) {
        return Math.min(buckets - 1, Math.max(0, (int) Math.floor(position / side) - first));
    }

    private void add(long id, double x, double z, double r, byte state) {
        if (count == ids.length) {
            int more = 2 * count;
            ids = Arrays.copyOf(ids, more);
            xs = Arrays.copyOf(xs, more);
            zs = Arrays.copyOf(zs, more);
            rs = Arrays.copyOf(rs, more);
            states = Arrays.copyOf(states, more);
            next = Arrays.copyOf(next, more);
        }
        ids[count] = id;
        xs[count] = x;
        zs[count] = z;
        rs[count] = r;
        states[count] = state;
        int at = bucket(z, z0, down) * across + bucket(x, x0, across);
        next[count] = head[at];
        head[at] = count++;
    }

    /** Whether nothing within the region is left undecided. */
    boolean decided(Region region) {
        for (int i = 0; i < count; i++) {
            if (states[i] == UNDECIDED && region.contains(xs[i], zs[i])) {
                return false;
            }
        }
        return true;
    }

    long[] living(Region region) {
        long[] found = new long[count];
        int n = 0;
        for (int i = 0; i < count; i++) {
            if (states[i] == LIVING && region.contains(xs[i], zs[i])) {
                found[n++] = ids[i];
            }
        }
        return Arrays.copyOf(found, n);
    }

    /** The cells of one level that are not yet wholly covered. */
    private static final class Frontier {
        static final Frontier EMPTY = new Frontier(0);

        final int[] ix;
        final int[] iz;
        final int count;

        private Frontier(int count) {
            this.count = count;
            this.ix = new int[count];
            this.iz = new int[count];
        }

        static Frontier coarsest(int x0, int z0, int across, int down) {
            Frontier all = new Frontier(across * down);
            for (int i = 0; i < all.count; i++) {
                all.ix[i] = x0 + i % across;
                all.iz[i] = z0 + i / across;
            }
            return all;
        }

        Frontier split(int kept, boolean[] done) {
            int parents = 0;
            for (int i = 0; i < kept; i++) {
                parents += done[i] ? 0 : 1;
            }
            Frontier children = new Frontier(4 * parents);
            int at = 0;
            for (int i = 0; i < kept; i++) {
                if (!done[i]) {
                    for (int quarter = 0; quarter < 4; quarter++, at++) {
                        children.ix[at] = 2 * ix[i] + (quarter & 1);
                        children.iz[at] = 2 * iz[i] + (quarter >> 1);
                    }
                }
            }
            return children;
        }
    }
}
