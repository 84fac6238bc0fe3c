package org.lumbrit.core.cover;

import java.util.Arrays;
import org.lumbrit.core.surface.Region;

/** The cells of one level that are not yet wholly covered, each with the two living discs that cover most of its parent. */
final class Frontier {
    static final Frontier EMPTY = new Frontier(0);

    final int[] ix;
    final int[] iz;
    /** A settled candidate whose disc nearly covered the parent, or −1. */
    final int[] suspect;

    /** Another one, or −1. */
    final int[] other;

    int count;
    long[] hash;
    double[] x;
    double[] z;

    private Frontier(int capacity) {
        this.ix = new int[capacity];
        this.iz = new int[capacity];
        this.suspect = new int[capacity];
        this.other = new int[capacity];
    }

    static Frontier coarsest(int x0, int z0, int across, int down) {
        Frontier all = new Frontier(across * down);
        all.count = across * down;
        for (int i = 0; i < all.count; i++) {
            all.ix[i] = x0 + i % across;
            all.iz[i] = z0 + i / across;
            all.suspect[i] = -1;
            all.other[i] = -1;
        }
        return all;
    }

    /**
     * Draws the candidate of every cell that may lie within the zone.
     *
     * @param part of the ranks that are needed; higher ones are left out
     * @param settled where a candidate that its suspect kills need not be looked at further, as on the last level; else null
     */
    void place(long seedHash, int k, int level, double cell, Region zone, SettlingBlock settled, double part) {
        int room = part < 1 ? Math.min(count, 64 + (int) (1.5 * part * count)) : count;
        hash = new long[room];
        x = new double[room];
        z = new double[room];
        int kept = 0;
        for (int i = 0; i < count; i++) {
            if (!zone.touches(ix[i] * cell, iz[i] * cell, cell)) {
                continue;
            }
            long h = Candidate.hash(seedHash, Candidate.id(k, level, ix[i], iz[i]));
            if (part < 1 && Candidate.order01(h) >= part) {
                continue;
            }
            if (kept == hash.length) {
                hash = Arrays.copyOf(hash, 2 * kept);
                x = Arrays.copyOf(x, 2 * kept);
                z = Arrays.copyOf(z, 2 * kept);
            }
            double px = Candidate.x(h, ix[i], cell);
            double pz = Candidate.z(h, iz[i], cell);
            if (settled != null && (settled.kills(suspect[i], px, pz) || settled.kills(other[i], px, pz))) {
                continue;
            }
            hash[kept] = h;
            x[kept] = px;
            z[kept] = pz;
            ix[kept] = ix[i];
            iz[kept] = iz[i];
            suspect[kept] = suspect[i];
            other[kept] = other[i];
            kept++;
        }
        count = kept;
    }

    /** Moves a cell to the front part that is kept, with the discs that nearly covered it. */
    void keep(int from, int to, int closest, int second) {
        ix[to] = ix[from];
        iz[to] = iz[from];
        hash[to] = hash[from];
        x[to] = x[from];
        z[to] = z[from];
        int before = suspect[from];
        suspect[to] = closest >= 0 ? closest : before;
        other[to] = second >= 0 ? second : closest >= 0 ? before : other[from];
    }

    /**
     * The quarters of the kept cells, but for those that a nearby disc is known to cover.
     *
     * @param own the cell's own candidate where it lives, else −1
     */
    Frontier split(int kept, int[] own, double cell, SettlingBlock settled) {
        double half = cell / 2;
        Frontier children = new Frontier(4 * kept);
        for (int i = 0; i < kept; i++) {
            int first = own[i] >= 0 ? own[i] : suspect[i];
            int second = own[i] >= 0 ? suspect[i] : other[i];
            if (own[i] >= 0 && settled.covers(first, ix[i] * cell, iz[i] * cell, cell)) {
                continue;
            }
            for (int quarter = 0; quarter < 4; quarter++) {
                int cx = 2 * ix[i] + (quarter & 1);
                int cz = 2 * iz[i] + (quarter >> 1);
                double px = cx * half;
                double pz = cz * half;
                if (!settled.covers(first, px, pz, half) && !settled.covers(second, px, pz, half)) {
                    children.ix[children.count] = cx;
                    children.iz[children.count] = cz;
                    children.suspect[children.count] = first;
                    children.other[children.count++] = second;
                }
            }
        }
        return children;
    }
}
