package org.lumbrit.core.vessels;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.surface.Submerged;
import org.lumbrit.core.surface.Welding;

/**
 * The hollow of a closed mesh that a liquid can fill while its own y is up: the inner wall with a flat lid at the lowest place of its rim, or
 * an inner shell that is closed all round.
 *
 * <p>Corners are gone through from the lowest up, and what hangs together below each is kept as a tree of joins (H. Carr et al., "Computing
 * contour trees in all dimensions", 2003). Where a piece that faces inward, so that it holds a negative volume, joins the outside, there is its
 * rim.
 *
 * @param mesh closed, corners shared, its triangles counter-clockwise seen from outside the hollow; metres of the own frame
 * @param rim places x, y, z of the lid's outline; empty where it is closed all round
 */
public record Cavity(Mesh mesh, double[] rim) {
    /** Of the mesh's size: nearer corners are one. */
    private static final double SAME = 1e-6;
    /** Of the box round the mesh: what holds less is no hollow. */
    private static final double LEAST = 1e-6;

    /** One in so many of the corners is a bump, not a wall. */
    private static final int BUMP = 500;

    /** A piece of the mesh below a height. */
    private record Piece(int[] triangles, double height, double volume) {}

    /** Its volume, cubic metres of the own frame. */
    public double volume() {
        return Submerged.below(mesh, 0, 1, 0, mesh.extentAlong(0, 1, 0)[1] + 1)[0];
    }

    /** Whether it has a rim. */
    public boolean isOpen() {
        return rim.length > 0;
    }

    /**
     * The largest hollow.
     *
     * @param point a place x, y, z in it, where another than the largest is meant; null for the largest
     * @return none where a mesh has no hollow, or none there
     */
    public static Optional<Cavity> of(Mesh mesh, double[] point) {
        double[] b = mesh.bounds();
        double size = Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2]));
        Mesh welded = Welding.weld(mesh, SAME * size);
        double least = LEAST * (b[3] - b[0]) * (b[4] - b[1]) * (b[5] - b[2]);
        List<Piece> pieces = new Sweep(welded, least).pieces();
        pieces.sort(Comparator.comparingDouble(piece -> -piece.volume));
        for (Piece piece : pieces) {
            Cavity cavity = of(welded, piece, size);
            if (point == null || cavity.holds(point)) {
                return Optional.of(cavity);
            }
        }
        return Optional.empty();
    }

    private static Cavity of(Mesh welded, Piece piece, double size) {
        int[] turned = new int[piece.triangles.length];
        for (int i = 0; i < turned.length; i += 3) {
            turned[i] = piece.triangles[i];
            turned[i + 1] = piece.triangles[i + 2];
            turned[i + 2] = piece.triangles[i + 1];
        }
        // a trace below the rim, so that the lid does not run through corners
        PlaneCut cut = PlaneCut.below(Mesh.of(welded.positions(), turned), 0, 1, 0, piece.height - SAME * size);
        float[] p = cut.mesh().positions();
        double[] rim = cut.rim().stream()
                .flatMapToInt(IntStream::of)
                .mapToObj(v -> new double[] {p[3 * v], p[3 * v + 1], p[3 * v + 2]})
                .flatMapToDouble(java.util.Arrays::stream)
                .toArray();
        return new Cavity(cut.mesh(), rim);
    }

    /** By how often a line from a place goes through the wall. */
    private boolean holds(double[] point) {
        // no wall is likely to lie along this
        double[] way = {0.3178, 0.1291, 0.9393};
        boolean inside = false;
        float[] p = mesh.positions();
        int[] t = mesh.triangles();
        for (int i = 0; i < t.length; i += 3) {
            double[] u = less(p, t[i + 1], t[i]);
            double[] v = less(p, t[i + 2], t[i]);
            double[] q = cross(way, v);
            double det = dot(u, q);
            if (det == 0) {
                continue;
            }
            double[] s = {point[0] - p[3 * t[i]], point[1] - p[3 * t[i] + 1], point[2] - p[3 * t[i] + 2]};
            double a = dot(s, q) / det;
            double[] r = cross(s, u);
            double c = dot(way, r) / det;
            if (a >= 0 && c >= 0 && a + c <= 1 && dot(v, r) / det > 0) {
                inside = !inside;
            }
        }
        return inside;
    }

    private static double[] less(float[] p, int a, int b) {
        return new double[] {
            (double) p[3 * a] - p[3 * b], (double) p[3 * a + 1] - p[3 * b + 1], (double) p[3 * a + 2] - p[3 * b + 2]
        };
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    /** Goes through the corners from the lowest up. */
    private static final class Sweep {
        private final Mesh mesh;
        private final double least;
        private final int[] t;
        private final int[] rank;
        private final int[] root;
        /** Corners of a piece as a list: the next of each, and each root's last. */
        private final int[] next;

        private final int[] last;
        /** How many corners each root's piece has. */
        private final int[] size;
        /** Triangles about each corner: where those of a corner begin. */
        private final int[] begins;

        private final int[] about;
        private final List<Piece> pieces = new ArrayList<>();

        Sweep(Mesh mesh, double least) {
            this.mesh = mesh;
            this.least = least;
            this.t = mesh.triangles();
            int count = mesh.vertices();
            this.rank = new int[count];
            this.root = new int[count];
            this.next = new int[count];
            this.last = new int[count];
            this.size = new int[count];
            this.begins = new int[count + 1];
            for (int v : t) {
                begins[v + 1]++;
            }
            for (int v = 0; v < count; v++) {
                begins[v + 1] += begins[v];
            }
            this.about = new int[t.length];
            int[] filled = begins.clone();
            for (int i = 0; i < t.length; i++) {
                about[filled[t[i]]++] = i / 3;
            }
        }

        List<Piece> pieces() {
            float[] p = mesh.positions();
            int[] order = IntStream.range(0, rank.length)
                    .boxed()
                    .sorted(Comparator.<Integer>comparingDouble(v -> p[3 * v + 1])
                            .thenComparingInt(v -> v))
                    .mapToInt(Integer::intValue)
                    .toArray();
            for (int k = 0; k < order.length; k++) {
                rank[order[k]] = k;
            }
            for (int v : order) {
                root[v] = v;
                next[v] = -1;
                last[v] = v;
                size[v] = 1;
                for (int i = begins[v]; i < begins[v + 1]; i++) {
                    for (int k = 0; k < 3; k++) {
                        int other = t[3 * about[i] + k];
                        if (rank[other] < rank[v]) {
                            join(find(other), v, p[3 * v + 1]);
                        }
                    }
                }
            }
            for (int v : order) {
                if (find(v) == v && begins[v + 1] > begins[v]) {
                    look(v, Double.POSITIVE_INFINITY);
                }
            }
            return pieces;
        }

        private int find(int v) {
            int at = v;
            while (root[at] != at) {
                root[at] = root[root[at]];
                at = root[at];
            }
            return at;
        }

        private void join(int piece, int v, double height) {
            int own = find(v);
            if (piece == own) {
                return;
            }
            // a bump of a rough wall joins the wall: nothing is told by that
            if (Math.min(size[piece], size[own]) >= Math.max(4, rank.length / BUMP)) {
                look(piece, height);
                look(own, height);
            }
            root[own] = piece;
            next[last[piece]] = own;
            last[piece] = last[own];
            size[piece] += size[own];
        }

        /** Remembers a piece that is a hollow. */
        private void look(int piece, double height) {
            List<Integer> mine = new ArrayList<>();
            for (int v = piece; v >= 0; v = next[v]) {
                for (int i = begins[v]; i < begins[v + 1]; i++) {
                    int at = 3 * about[i];
                    // a triangle is told once, by its lowest corner of this piece
                    if (lowest(at) == v) {
                        mine.add(about[i]);
                    }
                }
            }
            if (mine.size() < 4) {
                return;
            }
            int[] triangles = new int[3 * mine.size()];
            for (int k = 0; k < mine.size(); k++) {
                System.arraycopy(t, 3 * mine.get(k), triangles, 3 * k, 3);
            }
            Mesh part = new Mesh(mesh.positions(), mesh.normals(), triangles, "");
            double top = Double.isInfinite(height) ? highest(triangles) : height;
            double volume = -Submerged.below(part, 0, 1, 0, top)[0];
            if (volume > least) {
                pieces.add(new Piece(triangles, Double.isInfinite(height) ? top + 1 : height, volume));
            }
        }

        private int lowest(int at) {
            int low = t[at];
            for (int k = 1; k < 3; k++) {
                low = rank[t[at + k]] < rank[low] ? t[at + k] : low;
            }
            return low;
        }

        private double highest(int[] triangles) {
            double top = Double.NEGATIVE_INFINITY;
            for (int v : triangles) {
                top = Math.max(top, mesh.positions()[3 * v + 1]);
            }
            return top;
        }
    }
}
