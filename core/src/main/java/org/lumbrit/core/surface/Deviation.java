package org.lumbrit.core.surface;

import java.util.PriorityQueue;

/**
 * The largest distance of one surface from another. Distance changes no faster than the place does, and distance to a single
 * triangle is convex: so a piece holds no place farther than its middle's distance plus its reach, nor than the farthest of its
 * corners from the triangle that is nearest to its middle. Pieces are cut in four until that bound is met.
 */
public final class Deviation {
    private static final int MOST_PIECES = 100_000;

    private Deviation() {}

    /** A piece of a triangle and the most that its distance can be. */
    private record Piece(double[] a, double[] b, double[] c, double bound) {}

    /** @param tolerance metres above the largest distance that the answer may lie, never below it */
    public static double largest(Mesh of, TriangleTree from, double tolerance) {
        TriangleTree.Probe probe = from.probe();
        PriorityQueue<Piece> open = new PriorityQueue<>((p, q) -> Double.compare(q.bound, p.bound));
        double[] least = {0};
        for (int t = 0; t < of.triangles().length; t += 3) {
            add(open, probe, least, corner(of, t), corner(of, t + 1), corner(of, t + 2));
        }
        for (int pieces = 0; !open.isEmpty() && pieces < MOST_PIECES; pieces++) {
            Piece piece = open.poll();
            if (piece.bound <= least[0] + tolerance) {
                return piece.bound;
            }
            double[] ab = middle(piece.a, piece.b);
            double[] bc = middle(piece.b, piece.c);
            double[] ca = middle(piece.c, piece.a);
            add(open, probe, least, piece.a, ab, ca);
            add(open, probe, least, ab, piece.b, bc);
            add(open, probe, least, ca, bc, piece.c);
            add(open, probe, least, ab, bc, ca);
        }
        return open.isEmpty() ? least[0] : open.peek().bound;
    }

    private static void add(
            PriorityQueue<Piece> open, TriangleTree.Probe probe, double[] least, double[] a, double[] b, double[] c) {
        double[] middle = {(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3, (a[2] + b[2] + c[2]) / 3};
        double away = probe.distance(middle[0], middle[1], middle[2]);
        least[0] = Math.max(least[0], away);
        double reach = Math.max(between(middle, a), Math.max(between(middle, b), between(middle, c)));
        double corners = Math.max(
                probe.toFound(a[0], a[1], a[2]),
                Math.max(probe.toFound(b[0], b[1], b[2]), probe.toFound(c[0], c[1], c[2])));
        double bound = Math.min(away + reach, corners);
        if (bound > least[0]) {
            open.add(new Piece(a, b, c, bound));
        }
    }

    private static double[] corner(Mesh mesh, int t) {
        int v = 3 * mesh.triangles()[t];
        return new double[] {mesh.positions()[v], mesh.positions()[v + 1], mesh.positions()[v + 2]};
    }

    private static double[] middle(double[] a, double[] b) {
        return new double[] {(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2};
    }

    private static double between(double[] a, double[] b) {
        double x = a[0] - b[0];
        double y = a[1] - b[1];
        double z = a[2] - b[2];
        return Math.sqrt(x * x + y * y + z * z);
    }
}
