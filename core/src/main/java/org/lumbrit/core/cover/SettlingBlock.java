package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

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

    private final long seedHash;
    private final int k;
    private final Spacing spacing;
    private final int levels;
    /** Of the ranks of a level that are needed: a candidate of higher rank changes none of lower. */
    private final double part;

    private final int x0;
    private final int z0;
    private final int across;
    private final int down;
    private final double side;
    private final double perSide;
    private final double reach;
    private final double least;
    private final int firstClass;
    private final int lastClass;
    private Region zone;

    private final int[] head;
    private int count;
    private long[] ids = new long[1024];
    /** x, z and spacing of each, so that one look at it is one line of memory; the fourth is free. */
    private double[] discs = new double[4096];

    private byte[] states = new byte[1024];
    private int[] next = new int[1024];
    private int[] bucketOf = new int[1024];

    private final int[] start;
    private int[] sorted;
    private double[] sortedDiscs;

    /** @param wanted metres; @param extra metres to add on every side where a first try left something undecided */
    SettlingBlock(long seed, int k, Spacing spacing, int levels, double part, Region wanted, double extra) {
        this.part = part;
        this.seedHash = Candidate.seedHash(seed);
        this.k = k;
        this.spacing = spacing;
        this.levels = levels;
        this.side = Candidate.side(k, 0);
        this.perSide = 1 / side;
        this.reach = spacing.most();
        this.least = spacing.least();
        this.firstClass = Settling.sizeClass(k, spacing.most());
        this.lastClass = Settling.sizeClass(k, spacing.least());
        Region outer = wanted.grown(extra + margin());
        this.x0 = (int) Math.floor(outer.x0() / side);
        this.z0 = (int) Math.floor(outer.z0() / side);
        this.across = (int) Math.ceil(outer.x1() / side) - x0;
        this.down = (int) Math.ceil(outer.z1() / side) - z0;
        this.zone = outer;
        this.head = new int[across * down];
        this.start = new int[across * down + 1];
        Arrays.fill(head, -1);
    }

    private double margin() {
        double sum = 0;
        for (int sizeClass = firstClass; sizeClass <= lastClass; sizeClass++) {
            sum += NARROWER * (reach + (sizeClass + levels) * greatest(sizeClass));
        }
        return sum;
    }

    /** No spacing of the class is greater. */
    private double greatest(int sizeClass) {
        return Math.min(reach, Candidate.side(k, sizeClass));
    }

    void settle(Cancel cancel) {
        for (int sizeClass = firstClass; sizeClass <= lastClass; sizeClass++) {
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
        double cell = Candidate.side(k, level);
        sortIntoBuckets();
        cells.place(seedHash, k, level, cell, zone, last ? this : null, part);
        int n = cells.count;
        double[] px = cells.x;
        double[] pz = cells.z;
        double[] pr = new double[n];
        spacing.at(px, pz, n, pr);

        byte[] state = new byte[n];
        long[] contenders = new long[n];
        int contending = 0;
        int kept = 0;
        for (int i = 0; i < n; i++) {
            int verdict = against(px[i], pz[i], pr[i], cells.ix[i] * cell, cells.iz[i] * cell, cell, last);
            if (verdict == COVERED) {
                continue;
            }
            cells.keep(i, kept, closest, second);
            pr[kept] = pr[i];
            state[kept] = verdict == MAYBE ? UNDECIDED : LIVING;
            if (verdict != HIT
                    && zone.contains(px[kept], pz[kept])
                    && (firstClass == lastClass || Settling.sizeClass(k, pr[kept]) == sizeClass)) {
                contenders[contending++] = (long) Candidate.order(cells.hash[kept]) << 32 | kept;
            }
            kept++;
        }
        Arrays.sort(contenders, 0, contending);
        int[] own = new int[kept];
        Arrays.fill(own, -1);
        int levelStart = count;
        for (int c = 0; c < contending; c++) {
            int i = (int) contenders[c];
            byte verdict = amongPeers(px[i], pz[i], pr[i], state[i], levelStart);
            if (verdict >= 0) {
                add(Candidate.id(k, level, cells.ix[i], cells.iz[i]), px[i], pz[i], pr[i], verdict);
                if (verdict == LIVING) {
                    own[i] = count - 1;
                }
            }
        }
        return last ? Frontier.EMPTY : cells.split(kept, own, cell, this);
    }

    /** Lays what is settled so far bucket by bucket, so that a row of buckets is one run of memory. */
    private void sortIntoBuckets() {
        Arrays.fill(start, 0);
        for (int j = 0; j < count; j++) {
            start[bucketOf[j] + 1]++;
        }
        for (int b = 0; b < across * down; b++) {
            start[b + 1] += start[b];
        }
        sorted = new int[count];
        sortedDiscs = new double[4 * count];
        for (int j = 0; j < count; j++) {
            int at = start[bucketOf[j]]++;
            sorted[at] = j;
            System.arraycopy(discs, 4 * j, sortedDiscs, 4 * at, 3);
        }
        System.arraycopy(start, 0, start, 1, across * down);
        start[0] = 0;
    }

    private static final int FREE = 0;
    private static final int MAYBE = 1;
    private static final int HIT = 2;
    private static final int COVERED = 3;

    /** The living discs that came closest to covering the cell in the last call of {@link #against}, or −1. */
    private int closest;

    private int second;

    /**
     * A candidate against all that was settled on earlier levels, and its cell against their discs.
     *
     * @param last on the last level no cell is split any more, so the first hit is enough
     */
    private int against(double x, double z, double r, double cellX, double cellZ, double cell, boolean last) {
        int verdict = FREE;
        double best = Double.POSITIVE_INFINITY;
        double next = Double.POSITIVE_INFINITY;
        closest = -1;
        second = -1;
        double near = (r + reach) / 2;
        int firstColumn = bucket(x - near, x0, across);
        int lastColumn = bucket(x + near, x0, across);
        int lastRow = bucket(z + near, z0, down);
        for (int row = bucket(z - near, z0, down); row <= lastRow; row++) {
            int end = start[row * across + lastColumn + 1];
            for (int s = start[row * across + firstColumn]; s < end; s++) {
                double dx = x - sortedDiscs[4 * s];
                double dz = z - sortedDiscs[4 * s + 1];
                double mean = (r + sortedDiscs[4 * s + 2]) / 2;
                if (dx * dx + dz * dz >= mean * mean) {
                    continue;
                }
                int j = sorted[s];
                if (states[j] == UNDECIDED) {
                    verdict = Math.max(verdict, MAYBE);
                    continue;
                }
                verdict = HIT;
                double free = (sortedDiscs[4 * s + 2] + least) / 2;
                double far =
                        farthestCorner(sortedDiscs[4 * s], sortedDiscs[4 * s + 1], cellX, cellZ, cell) - free * free;
                if (far < 0 || last) {
                    return COVERED;
                }
                if (far < best) {
                    next = best;
                    second = closest;
                    best = far;
                    closest = j;
                } else if (far < next) {
                    next = far;
                    second = j;
                }
            }
        }
        return verdict;
    }

    /** Whether the disc of a settled candidate holds a whole cell, so that nothing of a higher rank can live there. */
    boolean covers(int j, double cellX, double cellZ, double cell) {
        if (j < 0) {
            return false;
        }
        double free = (discs[4 * j + 2] + least) / 2;
        return farthestCorner(discs[4 * j], discs[4 * j + 1], cellX, cellZ, cell) < free * free;
    }

    /** Whether a living candidate is certain to kill another one at a place, whatever the spacing there. */
    boolean kills(int j, double x, double z) {
        if (j < 0) {
            return false;
        }
        double free = (discs[4 * j + 2] + least) / 2;
        double dx = x - discs[4 * j];
        double dz = z - discs[4 * j + 1];
        return dx * dx + dz * dz < free * free;
    }

    /** LIVING, UNDECIDED, or −1 for dead, against those of the same level that came before. */
    private byte amongPeers(double x, double z, double r, byte state, int levelStart) {
        byte verdict = state;
        double near = (r + reach) / 2;
        if (x - near < zone.x0() || z - near < zone.z0() || x + near >= zone.x1() || z + near >= zone.z1()) {
            verdict = UNDECIDED;
        }
        int firstColumn = bucket(x - near, x0, across);
        int lastColumn = bucket(x + near, x0, across);
        int lastRow = bucket(z + near, z0, down);
        for (int row = bucket(z - near, z0, down); row <= lastRow; row++) {
            for (int column = firstColumn; column <= lastColumn; column++) {
                for (int j = head[row * across + column]; j >= levelStart; j = next[j]) {
                    double dx = x - discs[4 * j];
                    double dz = z - discs[4 * j + 1];
                    double mean = (r + discs[4 * j + 2]) / 2;
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
        return Math.min(buckets - 1, Math.max(0, (int) (position * perSide - first)));
    }

    private void add(long id, double x, double z, double r, byte state) {
        if (count == ids.length) {
            int more = 2 * count;
            ids = Arrays.copyOf(ids, more);
            discs = Arrays.copyOf(discs, 4 * more);
            states = Arrays.copyOf(states, more);
            next = Arrays.copyOf(next, more);
            bucketOf = Arrays.copyOf(bucketOf, more);
        }
        ids[count] = id;
        discs[4 * count] = x;
        discs[4 * count + 1] = z;
        discs[4 * count + 2] = r;
        states[count] = state;
        int at = bucket(z, z0, down) * across + bucket(x, x0, across);
        bucketOf[count] = at;
        next[count] = head[at];
        head[at] = count++;
    }

    /** Whether nothing within the region is left undecided. */
    boolean decided(Region region) {
        for (int i = 0; i < count; i++) {
            if (states[i] == UNDECIDED && region.contains(discs[4 * i], discs[4 * i + 1])) {
                return false;
            }
        }
        return true;
    }

    long[] living(Region region) {
        long[] found = new long[count];
        int n = 0;
        for (int i = 0; i < count; i++) {
            if (states[i] == LIVING && region.contains(discs[4 * i], discs[4 * i + 1])) {
                found[n++] = ids[i];
            }
        }
        return Arrays.copyOf(found, n);
    }
}
