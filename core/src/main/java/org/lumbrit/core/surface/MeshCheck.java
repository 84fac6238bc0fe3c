package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Results;

/**
 * What is wrong with a mesh, with its corners joined by position first.
 *
 * @param open sides that only one triangle has
 * @param crowded sides that more than two triangles have
 * @param flipped sides along which two triangles disagree about which way is out
 * @param degenerate triangles without area
 * @param insideOut whether it is closed and its triangles face inward
 */
public record MeshCheck(int open, int crowded, int flipped, int degenerate, boolean insideOut)
        implements Results.Weighted {

    @Override
    public long bytes() {
        return 64;
    }

    /** Corners this near are one: metres, or for a large mesh as a share of its extent. */
    private static final double SAME_CORNER = 1e-6;

    private static double extent(Mesh mesh) {
        double[] b = mesh.bounds();
        return Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2]));
    }

    /** Whether every edge belongs to two facets. */
    public boolean closed() {
        return open == 0 && crowded == 0;
    }

    /** Looks at every edge and facet, and whether facets face outward. */
    public static MeshCheck of(Mesh mesh) {
        int[] first = Welding.firsts(mesh.positions(), SAME_CORNER * Math.max(1, extent(mesh)));
        int[] triangles = mesh.triangles();
        long[] sides = new long[triangles.length];
        int used = 0;
        int degenerate = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int a = first[triangles[t]];
            int b = first[triangles[t + 1]];
            int c = first[triangles[t + 2]];
            if (a == b || b == c || c == a || !(mesh.area(t) > 0)) {
                degenerate++;
            }
            if (a != b && b != c && c != a) {
                sides[used++] = side(a, b);
                sides[used++] = side(b, c);
                sides[used++] = side(c, a);
            }
        }
        Arrays.parallelSort(sides, 0, used);
        int open = 0;
        int crowded = 0;
        int flipped = 0;
        for (int i = 0; i < used; ) {
            int end = i;
            int forward = 0;
            while (end < used && sides[end] >>> 1 == sides[i] >>> 1) {
                forward += (int) (sides[end] & 1);
                end++;
            }
            int count = end - i;
            open += count == 1 ? 1 : 0;
            crowded += count > 2 ? 1 : 0;
            flipped += count == 2 && forward != 1 ? 1 : 0;
            i = end;
        }
        boolean insideOut = used > 0 && open == 0 && crowded == 0 && flipped == 0 && volume(mesh) < 0;
        return new MeshCheck(open, crowded, flipped, degenerate, insideOut);
    }

    /** The lower corner, the higher corner, and whether it runs from the one to the other. */
    private static long side(int a, int b) {
        return (long) Math.min(a, b) << 32 | (long) Math.max(a, b) << 1 | (a < b ? 1 : 0);
    }

    /** Cubic metres within a closed mesh, negative where its triangles face inward. */
    public static double volume(Mesh mesh) {
        double sum = 0;
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            sum += sixfold(mesh, t);
        }
        return sum / 6;
    }

    /** Six times the signed volume between a triangle and the origin. */
    private static double sixfold(Mesh mesh, int t) {
        float[] p = mesh.positions();
        int a = 3 * mesh.triangles()[t];
        int b = 3 * mesh.triangles()[t + 1];
        int c = 3 * mesh.triangles()[t + 2];
        return p[a] * ((double) p[b + 1] * p[c + 2] - (double) p[b + 2] * p[c + 1])
                + p[a + 1] * ((double) p[b + 2] * p[c] - (double) p[b] * p[c + 2])
                + p[a + 2] * ((double) p[b] * p[c + 1] - (double) p[b + 1] * p[c]);
    }

    /**
     * The mesh with all triangles of each connected piece facing the same way, closed pieces outward; an open piece keeps the
     * way of most of its area.
     */
    public static Mesh consistent(Mesh mesh) {
        return new Facing(mesh).turned();
    }

    /** Walks over neighbouring triangles and turns those that disagree. */
    private static final class Facing {
        private final Mesh mesh;
        private final int[] first;
        private final int count;
        private final int[] neighbours;
        private final boolean[] turn;
        private final boolean[] seen;

        Facing(Mesh mesh) {
            this.mesh = mesh;
            this.first = Welding.firsts(mesh.positions(), 0);
            this.count = mesh.count();
            this.neighbours = neighbours();
            this.turn = new boolean[count];
            this.seen = new boolean[count];
        }

        private int corner(int triangle, int k) {
            return first[mesh.triangles()[3 * triangle + k % 3]];
        }

        /** For each side of each triangle the triangle beyond, −1 where there is none or more than one. */
        private int[] neighbours() {
            int[] joined = new int[3 * count];
            for (int i = 0; i < joined.length; i++) {
                joined[i] = first[mesh.triangles()[i]];
            }
            Sides sides = new Sides(joined);
            int[] last = new int[sides.count()];
            int[] bySide = new int[joined.length];
            Arrays.fill(last, -1);
            Arrays.fill(bySide, -1);
            for (int i = 0; i < joined.length; i++) {
                int side = sides.of(joined[i], joined[Sides.after(i)]);
                if (last[side] >= 0) {
                    bySide[i] = last[side];
                    bySide[last[side]] = i;
                }
                last[side] = i;
            }
            return bySide;
        }

        Mesh turned() {
            int[] stack = new int[count];
            for (int start = 0; start < count; start++) {
                if (seen[start]) {
                    continue;
                }
                int filled = 0;
                stack[filled++] = start;
                seen[start] = true;
                java.util.BitSet members = new java.util.BitSet(count);
                while (filled > 0) {
                    int triangle = stack[--filled];
                    members.set(triangle);
                    for (int k = 0; k < 3; k++) {
                        int beyond = neighbours[3 * triangle + k];
                        if (beyond < 0 || seen[beyond / 3]) {
                            continue;
                        }
                        int other = beyond / 3;
                        boolean sameWay = corner(triangle, k) == corner(other, beyond % 3);
                        turn[other] = turn[triangle] ^ sameWay;
                        seen[other] = true;
                        stack[filled++] = other;
                    }
                }
                decide(members);
            }
            return apply();
        }

        /** Turns the whole piece round where it would face inward, or where most of its area was turned. */
        private void decide(java.util.BitSet members) {
            double volume = 0;
            double area = 0;
            double turnedArea = 0;
            boolean closed = true;
            for (int t = members.nextSetBit(0); t >= 0; t = members.nextSetBit(t + 1)) {
                double own = mesh.area(3 * t);
                area += own;
                turnedArea += turn[t] ? own : 0;
                volume += (turn[t] ? -1 : 1) * sixfold(mesh, 3 * t);
                for (int k = 0; k < 3; k++) {
                    closed &= neighbours[3 * t + k] >= 0;
                }
            }
            if (closed ? volume < 0 : turnedArea > area / 2) {
                for (int t = members.nextSetBit(0); t >= 0; t = members.nextSetBit(t + 1)) {
                    turn[t] = !turn[t];
                }
            }
        }

        private Mesh apply() {
            int[] triangles = mesh.triangles().clone();
            boolean any = false;
            for (int t = 0; t < count; t++) {
                if (turn[t]) {
                    any = true;
                    int kept = triangles[3 * t + 1];
                    triangles[3 * t + 1] = triangles[3 * t + 2];
                    triangles[3 * t + 2] = kept;
                }
            }
            return any ? Mesh.of(mesh.positions(), triangles) : mesh;
        }
    }
}
