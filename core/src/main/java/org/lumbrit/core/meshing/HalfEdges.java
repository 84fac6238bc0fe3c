package org.lumbrit.core.meshing;

import java.util.Arrays;
import org.lumbrit.core.math.Directions;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Sides;
import org.lumbrit.core.surface.Welding;

/**
 * A closed mesh that is edited edge by edge. Each triangle t has the half-edges 3t, 3t + 1 and 3t + 2, one after the other round it; each of
 * them knows the one that runs the other way in the triangle beyond. Whatever is done, it stays closed, and each edge has two triangles.
 */
public final class HalfEdges {
    private static final int GONE = -1;

    /** Corners this near are one, as a share of the mesh's extent. */
    private static final double SAME_CORNER = 1e-6;

    private int[] origin;
    private int[] twin;
    private int[] leaving;
    private double[] places;
    private float[] ages;
    private int triangles;
    private int vertices;
    private int standing;

    private HalfEdges(double[] places, int[] corners) {
        this.places = places;
        this.origin = corners;
        this.triangles = corners.length / 3;
        this.standing = triangles;
        this.vertices = places.length / 3;
        this.twin = new int[corners.length];
        this.leaving = new int[vertices];
        this.ages = new float[vertices];
        Arrays.fill(leaving, GONE);
        pair();
        fans();
    }

    private HalfEdges(int vertices, int triangles) {
        this.places = new double[3 * vertices];
        this.ages = new float[vertices];
        this.leaving = new int[vertices];
        this.origin = new int[3 * triangles];
        this.twin = new int[3 * triangles];
        this.vertices = vertices;
        this.triangles = triangles;
        this.standing = triangles;
    }

    /**
     * A closed mesh, its corners joined by position.
     *
     * @throws NotClosedException where a side has one triangle, more than two, or two that disagree about which way is out
     */
    public static HalfEdges of(Mesh mesh) {
        double[] b = mesh.bounds();
        double extent = Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2]));
        Mesh welded = Welding.weld(mesh, SAME_CORNER * extent);
        MeshCheck check = MeshCheck.of(welded);
        if (welded.count() == 0 || !check.closed() || check.flipped() > 0) {
            throw new NotClosedException(
                    welded.count() == 0
                            ? "It has no triangles."
                            : "It is not closed: " + check.open() + " sides have one triangle only, " + check.crowded()
                                    + " have more than two, along " + check.flipped()
                                    + " two triangles disagree about which way is out. Close it first.");
        }
        double[] places = new double[welded.positions().length];
        for (int i = 0; i < places.length; i++) {
            places[i] = welded.positions()[i];
        }
        return new HalfEdges(places, welded.triangles().clone());
    }

    /** A mesh that is known to be closed, without ages. */
    static HalfEdges closed(double[] places, int[] corners) {
        return new HalfEdges(places, corners);
    }

    /**
     * A mesh as another was that is written by its arrays.
     *
     * @param twins the half-edge beyond each; @param ages a number for each vertex
     */
    public static HalfEdges standing(double[] places, int[] corners, int[] twins, float[] ages) {
        HalfEdges out = new HalfEdges(places.length / 3, corners.length / 3);
        System.arraycopy(places, 0, out.places, 0, places.length);
        System.arraycopy(corners, 0, out.origin, 0, corners.length);
        System.arraycopy(twins, 0, out.twin, 0, twins.length);
        System.arraycopy(ages, 0, out.ages, 0, ages.length);
        for (int h = 0; h < corners.length; h++) {
            out.leaving[corners[h]] = h;
        }
        return out;
    }

    private void pair() {
        Sides sides = new Sides(origin);
        int[] known = new int[sides.count()];
        Arrays.fill(known, GONE);
        for (int h = 0; h < origin.length; h++) {
            int side = sides.of(origin[h], origin[next(h)]);
            if (known[side] >= 0) {
                twin[h] = known[side];
                twin[known[side]] = h;
            }
            known[side] = h;
            leaving[origin[h]] = h;
        }
    }

    /** A vertex at which several fans of triangles meet becomes one vertex for each. */
    private void fans() {
        boolean[] seen = new boolean[origin.length];
        boolean[] taken = new boolean[vertices];
        for (int h = 0; h < 3 * triangles; h++) {
            if (seen[h]) {
                continue;
            }
            int v = origin[h];
            if (taken[v]) {
                v = added(places[3 * v], places[3 * v + 1], places[3 * v + 2], ages[v]);
                taken = Arrays.copyOf(taken, leaving.length);
            }
            taken[v] = true;
            leaving[v] = h;
            int at = h;
            do {
                seen[at] = true;
                origin[at] = v;
                at = around(at);
            } while (at != h);
        }
    }

    // ---- what there is

    /** The next half-edge round its triangle. */
    public static int next(int h) {
        return h % 3 == 2 ? h - 2 : h + 1;
    }

    /** The one before it round its triangle. */
    public static int before(int h) {
        return h % 3 == 0 ? h + 2 : h - 1;
    }

    /** The next half-edge that leaves the same vertex. */
    public int around(int h) {
        return twin[before(h)];
    }

    /** The half-edge that runs the other way in the triangle beyond. */
    public int twin(int h) {
        return twin[h];
    }

    /** Where it begins; negative where it is no more. */
    public int from(int h) {
        return origin[h];
    }

    /** Where it ends. */
    public int to(int h) {
        return origin[next(h)];
    }

    /** Half-edges are numbered below this; some of them are no more. */
    public int halfEdges() {
        return 3 * triangles;
    }

    /** Vertices are numbered below this; some of them are no more. */
    public int vertices() {
        return vertices;
    }

    /** How many triangles stand. */
    public int count() {
        return standing;
    }

    /** One that leaves a vertex; negative where the vertex is no more. */
    public int leaving(int v) {
        return leaving[v];
    }

    /** x, y or z of a vertex. */
    public double place(int v, int d) {
        return places[3 * v + d];
    }

    /** Three numbers a vertex; may be changed. */
    double[] places() {
        return places;
    }

    /** A number a vertex that splits give on; may be changed. */
    float[] ages() {
        return ages;
    }

    /** How many edges meet at a vertex. */
    public int valence(int v) {
        int count = 0;
        int h = leaving[v];
        do {
            count++;
            h = around(h);
        } while (h != leaving[v]);
        return count;
    }

    /** The square of an edge's length. */
    public double square(int h) {
        return square(from(h), to(h));
    }

    private double square(int a, int b) {
        double x = places[3 * a] - places[3 * b];
        double y = places[3 * a + 1] - places[3 * b + 1];
        double z = places[3 * a + 2] - places[3 * b + 2];
        return x * x + y * y + z * z;
    }

    private boolean beside(int a, int b) {
        int h = leaving[a];
        do {
            if (to(h) == b) {
                return true;
            }
            h = around(h);
        } while (h != leaving[a]);
        return false;
    }

    /** Out of the triangle that these three would make, twice as long as its area. */
    void facing(int a, int b, int c, double[] out) {
        double ux = places[3 * b] - places[3 * a];
        double uy = places[3 * b + 1] - places[3 * a + 1];
        double uz = places[3 * b + 2] - places[3 * a + 2];
        double vx = places[3 * c] - places[3 * a];
        double vy = places[3 * c + 1] - places[3 * a + 1];
        double vz = places[3 * c + 2] - places[3 * a + 2];
        out[0] = uy * vz - uz * vy;
        out[1] = uz * vx - ux * vz;
        out[2] = ux * vy - uy * vx;
    }

    // ---- what may be done

    private int added(double x, double y, double z, float age) {
        if (vertices == leaving.length) {
            int room = vertices + vertices / 2 + 16;
            leaving = Arrays.copyOf(leaving, room);
            places = Arrays.copyOf(places, 3 * room);
            ages = Arrays.copyOf(ages, room);
        }
        places[3 * vertices] = x;
        places[3 * vertices + 1] = y;
        places[3 * vertices + 2] = z;
        ages[vertices] = age;
        leaving[vertices] = GONE;
        return vertices++;
    }

    private int triangle(int a, int b, int c) {
        if (3 * triangles + 3 > origin.length) {
            int room = 3 * (triangles + triangles / 2 + 16);
            origin = Arrays.copyOf(origin, room);
            twin = Arrays.copyOf(twin, room);
        }
        int h = 3 * triangles++;
        origin[h] = a;
        origin[h + 1] = b;
        origin[h + 2] = c;
        standing++;
        return h;
    }

    private void join(int h, int g) {
        twin[h] = g;
        twin[g] = h;
    }

    /** Cuts an edge at its middle, and the two triangles at it. @return the new vertex */
    public int split(int h) {
        int g = twin[h];
        int a = from(h);
        int b = from(g);
        int c = from(before(h));
        int d = from(before(g));
        int m = added(
                0.5 * (places[3 * a] + places[3 * b]),
                0.5 * (places[3 * a + 1] + places[3 * b + 1]),
                0.5 * (places[3 * a + 2] + places[3 * b + 2]),
                0.5f * (ages[a] + ages[b]));
        int n = next(h);
        int p = before(g);
        int beyondN = twin[n];
        int beyondP = twin[p];
        int e = triangle(m, b, c);
        int f = triangle(b, m, d);
        origin[n] = m;
        origin[g] = m;
        join(n, e + 2);
        join(e + 1, beyondN);
        join(p, f + 1);
        join(f + 2, beyondP);
        join(e, f);
        leaving[m] = e;
        leaving[b] = e + 1;
        return m;
    }

    /**
     * Whether an edge may go, so that where it begins falls onto where it ends: what both ends have beside them is just the two triangles at
     * the edge (the link condition; T. Dey, H. Edelsbrunner, S. Guha and D. Nekhayev, 1999).
     */
    public boolean mayGo(int h) {
        int a = from(h);
        int b = to(h);
        int c = from(before(h));
        int d = from(before(twin[h]));
        if (c == d || valence(c) <= 3 || valence(d) <= 3) {
            return false;
        }
        int shared = 0;
        int at = leaving[a];
        do {
            int v = to(at);
            shared += v != b && beside(v, b) ? 1 : 0;
            at = around(at);
        } while (at != leaving[a]);
        return shared == 2;
    }

    /** Where an edge begins falls onto where it ends; {@link #mayGo} must hold. */
    public void collapse(int h) {
        int g = twin[h];
        int a = from(h);
        int b = from(g);
        int c = from(before(h));
        int d = from(before(g));
        int start = leaving[a];
        int at = start;
        do {
            int following = around(at);
            origin[at] = b;
            at = following;
        } while (at != start);
        int toC = twin[before(h)];
        int toD = twin[before(g)];
        int fromC = twin[next(h)];
        int fromD = twin[next(g)];
        join(fromC, toC);
        join(fromD, toD);
        leaving[b] = toC;
        leaving[c] = fromC;
        leaving[d] = fromD;
        leaving[a] = GONE;
        for (int gone : new int[] {h, g}) {
            int t = gone - gone % 3;
            origin[t] = GONE;
            origin[t + 1] = GONE;
            origin[t + 2] = GONE;
            standing--;
        }
    }

    /** Whether an edge may be turned within its two triangles: the other corners are not beside each other yet. */
    public boolean mayTurn(int h) {
        int c = from(before(h));
        int d = from(before(twin[h]));
        return c != d && valence(from(h)) > 3 && valence(to(h)) > 3 && !beside(c, d);
    }

    /** Turns an edge within its two triangles; {@link #mayTurn} must hold. */
    public void turn(int h) {
        int g = twin[h];
        int n = next(h);
        int p = before(h);
        int ng = next(g);
        int pg = before(g);
        int a = origin[h];
        int b = origin[g];
        int c = origin[p];
        int d = origin[pg];
        int beyondN = twin[n];
        int beyondNg = twin[ng];
        int beyondPg = twin[pg];
        origin[n] = d;
        origin[g] = d;
        origin[ng] = b;
        origin[pg] = c;
        join(h, beyondNg);
        join(g, beyondPg);
        join(ng, beyondN);
        join(n, pg);
        leaving[a] = h;
        leaving[b] = ng;
        leaving[c] = p;
        leaving[d] = g;
    }

    /** Unit normals of all vertices, three numbers each, each facet weighed by its area; (0, 1, 0) where a vertex is no more. */
    public double[] normals() {
        double[] sums = new double[3 * vertices];
        double[] n = new double[3];
        for (int t = 0; t < 3 * triangles; t += 3) {
            if (origin[t] < 0) {
                continue;
            }
            facing(origin[t], origin[t + 1], origin[t + 2], n);
            for (int k = 0; k < 3; k++) {
                for (int d = 0; d < 3; d++) {
                    sums[3 * origin[t + k] + d] += n[d];
                }
            }
        }
        for (int v = 0; v < vertices; v++) {
            Directions.unit(sums, 3 * v);
        }
        return sums;
    }

    /** Without the places of what is no more; vertices and triangles keep their order. */
    public HalfEdges packed() {
        int[] renamed = new int[vertices];
        double[] kept = new double[3 * vertices];
        float[] old = new float[vertices];
        int used = 0;
        for (int v = 0; v < vertices; v++) {
            if (leaving[v] >= 0) {
                System.arraycopy(places, 3 * v, kept, 3 * used, 3);
                old[used] = ages[v];
                renamed[v] = used++;
            }
        }
        int[] moved = new int[triangles];
        int at = 0;
        for (int t = 0; t < triangles; t++) {
            moved[t] = origin[3 * t] < 0 ? GONE : at++;
        }
        HalfEdges out = new HalfEdges(used, at);
        System.arraycopy(kept, 0, out.places, 0, 3 * used);
        System.arraycopy(old, 0, out.ages, 0, used);
        for (int h = 0; h < 3 * triangles; h++) {
            if (origin[h] >= 0) {
                int to = 3 * moved[h / 3] + h % 3;
                out.origin[to] = renamed[origin[h]];
                out.twin[to] = 3 * moved[twin[h] / 3] + twin[h] % 3;
                out.leaving[out.origin[to]] = to;
            }
        }
        return out;
    }

    /** x, y, z of each vertex; of one that nothing was taken from since it was made. */
    public double[] allPlaces() {
        return Arrays.copyOf(places, 3 * vertices);
    }

    /** Three vertices a triangle; of one that nothing was taken from since it was made. */
    public int[] allCorners() {
        return Arrays.copyOf(origin, 3 * triangles);
    }

    /** The half-edge beyond each; of one that nothing was taken from since it was made. */
    public int[] allTwins() {
        return Arrays.copyOf(twin, 3 * triangles);
    }

    /** The age of each vertex; of one that nothing was taken from since it was made. */
    public float[] allAges() {
        return Arrays.copyOf(ages, vertices);
    }

    /** As it stands, with normals over the angles at each vertex. */
    public Mesh mesh() {
        HalfEdges packed = standing == triangles ? this : packed();
        float[] positions = new float[3 * packed.vertices];
        for (int i = 0; i < positions.length; i++) {
            positions[i] = (float) packed.places[i];
        }
        return Mesh.of(positions, packed.allCorners());
    }
}
