package org.lumbrit.core.meshing;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Directions;

/**
 * Cuts a closed mesh into even triangles: sides longer than 4/3 of the wanted length are split, those shorter than 4/5 go, edges are turned
 * toward six at each vertex, and vertices slide along the surface to the middle of their neighbours (M. Botsch and L. Kobbelt, A remeshing
 * approach to multiresolution modeling, 2004). Where an edge goes its one end falls onto the other, so that no vertex leaves the
 * surface; no facet is turned by more than 60°.
 */
public final class EvenTriangles {
    private static final double LONG = 4.0 / 3;
    private static final double SHORT = 4.0 / 5;
    /** Cosine of the angle by which no facet is turned further. */
    private static final double FARTHEST_TURN = 0.5;
    /** Cosine between two facets at an edge below which they are folded together. */
    private static final double FOLDED = -0.3;

    /** Share of the way to the middle of its neighbours that a vertex slides. */
    private static final double SLIDES = 0.5;

    /** Cosine between two facets below which their edge is a crease. */
    private static final double CREASE = 0.7;

    private final HalfEdges mesh;
    private final double length;
    private final boolean creases;
    private final double[] one = new double[3];
    private final double[] two = new double[3];
    private final double[] three = new double[3];
    private final double[] four = new double[3];

    private EvenTriangles(HalfEdges mesh, double length, boolean creases) {
        this.mesh = mesh;
        this.length = length;
        this.creases = creases;
    }

    /**
     * The mesh with sides about so long; the one that is given is changed.
     *
     * @param length metres; @param rounds how often all is gone over; @param creases whether edges that are creases stay where they are
     */
    public static HalfEdges of(HalfEdges mesh, double length, int rounds, boolean creases, Cancel cancel) {
        HalfEdges at = mesh;
        for (int round = 0; round < rounds; round++) {
            cancel.check();
            EvenTriangles pass = new EvenTriangles(at, length, creases);
            pass.split();
            pass.shorten();
            at = at.packed();
            new EvenTriangles(at, length, creases).turn();
            slide(at, creases, cancel);
        }
        return at;
    }

    /** The mesh without sides much shorter than a length, where they may go; the one that is given is changed. */
    public static HalfEdges withoutShort(HalfEdges mesh, double length, Cancel cancel) {
        cancel.check();
        new EvenTriangles(mesh, length, false).shorten();
        return mesh.packed();
    }

    /** The longest first, so that no needles come of it. */
    private void split() {
        double wanted = LONG * length * LONG * length;
        double most = 0;
        for (int h = 0; h < mesh.halfEdges(); h++) {
            most = Math.max(most, mesh.square(h));
        }
        while (most > wanted) {
            most = Math.max(wanted, most / 2);
            // what a split adds comes at the end, and is looked at as well
            for (int h = 0; h < mesh.halfEdges(); h++) {
                if (mesh.square(h) > most) {
                    mesh.split(h);
                }
            }
        }
    }

    private void shorten() {
        double least = SHORT * length * SHORT * length;
        for (int h = 0; h < mesh.halfEdges(); h++) {
            if (mesh.from(h) < 0 || mesh.square(h) >= least) {
                continue;
            }
            if (!goes(h)) {
                goes(mesh.twin(h));
            }
        }
    }

    private boolean goes(int h) {
        if (creases && !leavesCreases(h) || !mesh.mayGo(h) || !fits(h)) {
            return false;
        }
        mesh.collapse(h);
        return true;
    }

    /** Whether all creases stay where an edge's beginning falls onto its end: it lies on none, or goes along one that runs through it. */
    private boolean leavesCreases(int h) {
        int count = creasesAt(mesh, mesh.from(h));
        return count == 0 || count == 2 && crease(mesh, h);
    }

    private static int creasesAt(HalfEdges mesh, int v) {
        int count = 0;
        int at = mesh.leaving(v);
        do {
            count += crease(mesh, at) ? 1 : 0;
            at = mesh.around(at);
        } while (at != mesh.leaving(v));
        return count;
    }

    private static boolean crease(HalfEdges mesh, int h) {
        double[] left = new double[3];
        double[] right = new double[3];
        int g = mesh.twin(h);
        mesh.facing(mesh.from(h), mesh.to(h), mesh.from(HalfEdges.before(h)), left);
        mesh.facing(mesh.from(g), mesh.to(g), mesh.from(HalfEdges.before(g)), right);
        return Directions.cosine(left, right) < CREASE;
    }

    /** Whether no side becomes long and no facet turns far where an edge's beginning falls onto its end. */
    private boolean fits(int h) {
        int a = mesh.from(h);
        int b = mesh.to(h);
        double most = LONG * length * LONG * length;
        int start = mesh.leaving(a);
        int at = start;
        do {
            int v = mesh.to(at);
            int w = mesh.from(HalfEdges.before(at));
            if (v != b && w != b) {
                double x = mesh.place(v, 0) - mesh.place(b, 0);
                double y = mesh.place(v, 1) - mesh.place(b, 1);
                double z = mesh.place(v, 2) - mesh.place(b, 2);
                if (x * x + y * y + z * z > most) {
                    return false;
                }
                mesh.facing(a, v, w, one);
                mesh.facing(b, v, w, two);
                if (Directions.cosine(one, two) < FARTHEST_TURN || folds(at, a, b)) {
                    return false;
                }
            }
            at = mesh.around(at);
        } while (at != start);
        return true;
    }

    /** Whether a facet, whose new facing is known, would fold onto what is beyond it, where a falls onto b. */
    private boolean folds(int at, int a, int b) {
        int beyond = mesh.twin(HalfEdges.next(at));
        mesh.facing(mesh.from(beyond), mesh.to(beyond), mesh.from(HalfEdges.before(beyond)), three);
        if (Directions.cosine(two, three) < FOLDED) {
            return true;
        }
        // and onto the next one round the vertex, as that will be
        int on = mesh.around(at);
        int v = mesh.to(on);
        int w = mesh.from(HalfEdges.before(on));
        if (v == b || w == b) {
            return false;
        }
        mesh.facing(b, v, w, three);
        return Directions.cosine(two, three) < FOLDED;
    }

    private void turn() {
        for (int h = 0; h < mesh.halfEdges(); h++) {
            if (h < mesh.twin(h) && evener(h) && mesh.mayTurn(h) && stays(h)) {
                mesh.turn(h);
            }
        }
    }

    /** Whether vertices come nearer to six edges each. */
    private boolean evener(int h) {
        int a = mesh.valence(mesh.from(h)) - 6;
        int b = mesh.valence(mesh.to(h)) - 6;
        int c = mesh.valence(mesh.from(HalfEdges.before(h))) - 6;
        int d = mesh.valence(mesh.from(HalfEdges.before(mesh.twin(h)))) - 6;
        int now = a * a + b * b + c * c + d * d;
        int then = (a - 1) * (a - 1) + (b - 1) * (b - 1) + (c + 1) * (c + 1) + (d + 1) * (d + 1);
        return then < now;
    }

    /** Whether the surface stays about where it is: the two facets face alike, before and after. */
    private boolean stays(int h) {
        int a = mesh.from(h);
        int b = mesh.to(h);
        int c = mesh.from(HalfEdges.before(h));
        int d = mesh.from(HalfEdges.before(mesh.twin(h)));
        mesh.facing(a, b, c, one);
        mesh.facing(b, a, d, two);
        mesh.facing(a, d, c, three);
        mesh.facing(d, b, c, four);
        double[] mean = {one[0] + two[0], one[1] + two[1], one[2] + two[2]};
        return Directions.cosine(one, two) > 0.8
                && Directions.cosine(three, mean) > FARTHEST_TURN
                && Directions.cosine(four, mean) > FARTHEST_TURN;
    }

    private static void slide(HalfEdges mesh, boolean creases, Cancel cancel) {
        double[] normals = mesh.normals();
        double[] before = mesh.places().clone();
        double[] to = mesh.places();
        boolean[] stays = new boolean[mesh.vertices()];
        for (int v = 0; creases && v < stays.length; v++) {
            stays[v] = creasesAt(mesh, v) > 0;
        }
        Chunks.run(mesh.vertices(), cancel, (from, end) -> {
            double[] sum = new double[3];
            for (int v = from; v < end; v++) {
                java.util.Arrays.fill(sum, 0);
                int count = 0;
                int start = mesh.leaving(v);
                int at = start;
                boolean sharp = stays[v];
                do {
                    int w = mesh.to(at);
                    for (int d = 0; d < 3; d++) {
                        sum[d] += before[3 * w + d];
                    }
                    sharp |= normals[3 * v] * normals[3 * w]
                                    + normals[3 * v + 1] * normals[3 * w + 1]
                                    + normals[3 * v + 2] * normals[3 * w + 2]
                            < 0.2;
                    count++;
                    at = mesh.around(at);
                } while (at != start);
                double out = 0;
                for (int d = 0; d < 3; d++) {
                    sum[d] = sum[d] / count - before[3 * v + d];
                    out += sum[d] * normals[3 * v + d];
                }
                for (int d = 0; d < 3 && !sharp; d++) {
                    to[3 * v + d] = before[3 * v + d] + SLIDES * (sum[d] - out * normals[3 * v + d]);
                }
            }
        });
    }
}
