package org.lumbrit.core.cover;

/** The cells of one level that are not yet wholly covered, each with the living disc that covers most of its parent. */
final class Frontier {
    static final Frontier EMPTY = new Frontier(0);

    final int[] ix;
    final int[] iz;
    /** A settled candidate whose disc nearly covered the parent, or −1. */
    final int[] suspect;

    int count;
    long[] hash;
    double[] x;
    double[] z;

    private Frontier(int capacity) {
        this.ix = new int[capacity];
        this.iz = new int[capacity];
        this.suspect = new int[capacity];
    }

    static Frontier coarsest(int x0, int z0, int across, int down) {
        Frontier all = new Frontier(across * down);
        all.count = across * down;
        for (int i = 0; i < all.count; i++) {
            all.ix[i] = x0 + i % across;
            all.iz[i] = z0 + i / across;
            all.suspect[i] = -1;
        }
        return all;
    }

    /**
     * Draws the candidate of every cell that may lie within the zone.
     *
     * @param settled where a candidate that its suspect kills need not be looked at further, as on the last level; else null
     */
    void place(long seedHash, int k, int level, double cell, Region zone, SettlingBlock settled) {
        hash = new long[count];
        x = new double[count];
        z = new double[count];
        int kept = 0;
        for (int i = 0; i < count; i++) {
            if (!zone.touches(ix[i] * cell, iz[i] * cell, cell)) {
                continue;
            }
            long h = Candidate.hash(seedHash, Candidate.id(k, level, ix[i], iz[i]));
            double px = Candidate.x(h, ix[i], cell);
            double pz = Candidate.z(h, iz[i], cell);
            if (settled != null && suspect[i] >= 0 && settled.kills(suspect[i], px, pz)) {
                continue;
            }
            hash[kept] = h;
            x[kept] = px;
            z[kept] = pz;
            ix[kept] = ix[i];
            iz[kept] = iz[i];
            suspect[kept] = suspect[i];
            kept++;
        }
        count = kept;
    }

    /** Moves a cell to the front part that is kept. */
    void keep(int from, int to, int closest) {
        ix[to] = ix[from];
        iz[to] = iz[from];
        hash[to] = hash[from];
        x[to] = x[from];
        z[to] = z[from];
        suspect[to] = closest >= 0 ? closest : suspect[from];
    }

    /** The quarters of the kept cells, but for those that cover themselves and quarters that the suspect covers. */
    Frontier split(int kept, boolean[] done, double half, SettlingBlock settled) {
        int parents = 0;
        for (int i = 0; i < kept; i++) {
            parents += done[i] ? 0 : 1;
        }
        Frontier children = new Frontier(4 * parents);
        for (int i = 0; i < kept; i++) {
            for (int quarter = 0; !done[i] && quarter < 4; quarter++) {
                int cx = 2 * ix[i] + (quarter & 1);
                int cz = 2 * iz[i] + (quarter >> 1);
                if (suspect[i] < 0 || !settled.covers(suspect[i], cx * half, cz * half, half)) {
                    children.ix[children.count] = cx;
                    children.iz[children.count] = cz;
                    children.suspect[children.count++] = suspect[i];
                }
            }
        }
        return children;
    }
}
