package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

/**
 * Settles one rectangle on its own. Around the wanted part lies a margin that narrows with each level; near the edge of a
 * level's zone a candidate may depend on others outside, and is kept as <em>undecided</em>, and so is what depends on it, so
 * that the caller can see whether the part it wants is certain. As the next zone is narrower by more than a spacing, little of
 * that band is ever looked at. Size classes are settled one after the other, within a class the levels, within a level by hash. What living
 * discs cover is closed, and not looked at again.
 */
final class SettlingBlock {
    /** How much narrower each level's zone is, in spacings; above 1, so that no zone reaches what the one before left out. */
    private static final double NARROWER = 1.25;

    /** Values of a digit that is sorted by. */
    private static final int DIGIT = 1 << 11;

    /** Candidates whose spacing is looked up together. */
    private static final int BATCH = 4096;

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

    private final OpenCells open;
    /** How many have closed what they cover. */
    private int closed;

    private final Drawn drawn = new Drawn();

    /** @param wanted metres; @param extra metres to add on every side where a first try left something undecided */
    SettlingBlock(long seed, int k, Spacing spacing, Depth depth, Region wanted, double extra) {
        this.part = depth.part();
        this.seedHash = Candidate.seedHash(seed);
        this.k = k;
        this.spacing = spacing;
        this.levels = depth.levels();
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
        this.open = new OpenCells(side, halvings(lastClass + levels), x0, z0, across, down);
        Arrays.fill(head, -1);
    }

    /** Small cells a quarter as wide as the coarsest or less; those of the last level need none of their own, four lie in each that is still open. */
    private static int halvings(int depth) {
        return depth == 1 ? 0 : Math.max(2, depth - 2);
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
            zone = zone.grown(-NARROWER * reach);
            for (int level = 0; level < sizeClass + levels; level++) {
                cancel.check();
                settleLevel(sizeClass, level);
                zone = zone.grown(-NARROWER * greatest(sizeClass));
            }
        }
    }

    private void settleLevel(int sizeClass, int level) {
        double cell = Candidate.side(k, level);
        sortIntoBuckets();
        closeTheirs();
        drawn.clear();
        open.each(level, cell, zone, (ix, iz) -> draw(sizeClass, level, cell, ix, iz));
        sift(sizeClass);

        long[] order = new long[drawn.sifted];
        for (int i = 0; i < order.length; i++) {
            order[i] = (long) Candidate.order(drawn.hash[i]) << 32 | i;
        }
        sort(order);
        int levelStart = count;
        for (long each : order) {
            int i = (int) each;
            byte verdict = amongPeers(drawn.x[i], drawn.z[i], drawn.r[i], drawn.state[i], levelStart);
            if (verdict >= 0) {
                add(Candidate.id(k, level, drawn.ix[i], drawn.iz[i]), drawn.x[i], drawn.z[i], drawn.r[i], verdict);
            }
        }
    }

    /**
     * By the upper half of each number, as {@link Candidate#order} fills it: digit after digit from the lowest, which is stable (H. H.
     * Seward, 1954).
     */
    private static void sort(long[] order) {
        if (order.length < DIGIT / 4) {
            Arrays.sort(order);
            return;
        }
        long[] from = order;
        long[] to = new long[order.length];
        for (int shift = 32; shift < 64; shift += 11) {
            int[] start = new int[DIGIT + 1];
            for (long each : from) {
                start[(int) (each >>> shift & DIGIT - 1) + 1]++;
            }
            for (int digit = 0; digit < DIGIT; digit++) {
                start[digit + 1] += start[digit];
            }
            for (long each : from) {
                to[start[(int) (each >>> shift & DIGIT - 1)]++] = each;
            }
            long[] sorted = to;
            to = from;
            from = sorted;
        }
        // after three digits they lie in the other array
        System.arraycopy(from, 0, order, 0, order.length);
    }

    /** Closes what the living of the last level cover, in the order of their buckets, as neighbours share memory. */
    private void closeTheirs() {
        for (int s = 0; s < count; s++) {
            int j = sorted[s];
            if (j >= closed && states[j] == LIVING) {
                open.close(discs[4 * j], discs[4 * j + 1], (discs[4 * j + 2] + least) / 2);
            }
        }
        closed = count;
    }

    /** Draws the candidate of a cell; keeps it where it is of a rank that is needed and its place is open. */
    private void draw(int sizeClass, int level, double cell, int ix, int iz) {
        long hash = Candidate.hash(seedHash, Candidate.id(k, level, ix, iz));
        if (part < 1 && Candidate.order01(hash) >= part) {
            return;
        }
        double x = Candidate.x(hash, ix, cell);
        double z = Candidate.z(hash, iz, cell);
        if (zone.contains(x, z) && open.at(x, z)) {
            drawn.add(ix, iz, hash, x, z);
            if (drawn.count - drawn.sifted == BATCH) {
                sift(sizeClass);
            }
        }
    }

    /** Of those drawn last, keeps the ones of this size that no plant of an earlier level is too near. */
    private void sift(int sizeClass) {
        int first = drawn.sifted;
        int n = drawn.count - first;
        double[] r = new double[n];
        spacing.at(
                Arrays.copyOfRange(drawn.x, first, drawn.count), Arrays.copyOfRange(drawn.z, first, drawn.count), n, r);
        for (int i = 0; i < n; i++) {
            if (firstClass != lastClass && Settling.sizeClass(k, r[i]) != sizeClass) {
                continue;
            }
            int verdict = against(drawn.x[first + i], drawn.z[first + i], r[i]);
            if (verdict != HIT) {
                drawn.keep(first + i, r[i], verdict == MAYBE ? UNDECIDED : LIVING);
            }
        }
        drawn.count = drawn.sifted;
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
    /** A candidate against all that was settled on earlier levels. */
    private int against(double x, double z, double r) {
        int verdict = FREE;
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
                if (dx * dx + dz * dz < mean * mean) {
                    if (states[sorted[s]] == LIVING) {
                        return HIT;
                    }
                    verdict = MAYBE;
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

    /** The candidates of one level that may live: first those that were sifted, with their spacing, then those drawn since. */
    private static final class Drawn {
        int count;
        int sifted;
        int[] ix = new int[1024];
        int[] iz = new int[1024];
        long[] hash = new long[1024];
        double[] x = new double[1024];
        double[] z = new double[1024];
        double[] r = new double[1024];
        byte[] state = new byte[1024];

        void clear() {
            count = 0;
            sifted = 0;
        }

        void add(int cellX, int cellZ, long itsHash, double itsX, double itsZ) {
            if (count == hash.length) {
                int more = 2 * count;
                ix = Arrays.copyOf(ix, more);
                iz = Arrays.copyOf(iz, more);
                hash = Arrays.copyOf(hash, more);
                x = Arrays.copyOf(x, more);
                z = Arrays.copyOf(z, more);
                r = Arrays.copyOf(r, more);
                state = Arrays.copyOf(state, more);
            }
            ix[count] = cellX;
            iz[count] = cellZ;
            hash[count] = itsHash;
            x[count] = itsX;
            z[count++] = itsZ;
        }

        /** Moves one to the sifted. */
        void keep(int from, double spacing, byte itsState) {
            ix[sifted] = ix[from];
            iz[sifted] = iz[from];
            hash[sifted] = hash[from];
            x[sifted] = x[from];
            z[sifted] = z[from];
            r[sifted] = spacing;
            state[sifted++] = itsState;
        }
    }
}
