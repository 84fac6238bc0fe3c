package org.lumbrit.core.surface;

import java.util.Arrays;

/**
 * The corners of a mesh that a front can come to through two others. Vertices at the same place are one. An obtuse corner is split: the
 * triangles across are laid flat until one of their vertices lies between its sides, and the corner is reached from there.
 */
final class Corners {
    /** So many triangles are laid flat for an obtuse corner at most. */
    private static final int FLAT = 24;

    private static final double RIGHT = -1e-9;

    /** Place of each vertex of the mesh among the welded ones. */
    final int[] welded;

    /** Metres, three a welded vertex. */
    final double[] places;

    /** The corner, and the two others, of each way. */
    int[] corner = new int[64];

    int[] left = new int[64];
    int[] right = new int[64];
    /** Metres from the corner to either, and the cosine between. */
    double[] toLeft = new double[64];

    double[] toRight = new double[64];
    double[] cosine = new double[64];
    int count;

    /** Ways in which a vertex is one of the two others: those of vertex v stand at begins[v] to begins[v + 1]. */
    final int[] begins;

    final int[] ways;

    private final int[] triangles;
    /** The triangle across each side: side k of triangle t lies across from its corner k; −1 at a border. */
    private final int[] across;

    Corners(float[] positions, int[] triangles) {
        this.welded = weld(positions);
        int vertices = 0;
        for (int each : welded) {
            vertices = Math.max(vertices, each + 1);
        }
        this.places = new double[3 * vertices];
        for (int i = 0; i < welded.length; i++) {
            for (int d = 0; d < 3; d++) {
                places[3 * welded[i] + d] = positions[3 * i + d];
            }
        }
        this.triangles = new int[triangles.length];
        for (int i = 0; i < triangles.length; i++) {
            this.triangles[i] = welded[triangles[i]];
        }
        this.across = neighbours(this.triangles);
        for (int t = 0; t < triangles.length / 3; t++) {
            for (int k = 0; k < 3; k++) {
                corner(t, k);
            }
        }
        this.begins = new int[vertices + 1];
        for (int w = 0; w < count; w++) {
            begins[left[w] + 1]++;
            begins[right[w] + 1]++;
        }
        for (int v = 0; v < vertices; v++) {
            begins[v + 1] += begins[v];
        }
        this.ways = new int[2 * count];
        int[] at = Arrays.copyOf(begins, vertices);
        for (int w = 0; w < count; w++) {
            ways[at[left[w]]++] = w;
            ways[at[right[w]]++] = w;
        }
    }

    /** How many places it has. */
    int vertices() {
        return begins.length - 1;
    }

    /** Numbers of the places, in the order of the mesh. */
    private static int[] weld(float[] positions) {
        int[] welded = Welding.firsts(positions, 0);
        int used = 0;
        for (int i = 0; i < welded.length; i++) {
            welded[i] = welded[i] == i ? used++ : welded[welded[i]];
        }
        return welded;
    }

    /** Triangles that share a side, two by two as they come. */
    private static int[] neighbours(int[] triangles) {
        Sides sides = new Sides(triangles);
        int[] waiting = new int[sides.count()];
        int[] across = new int[triangles.length];
        Arrays.fill(waiting, -1);
        Arrays.fill(across, -1);
        for (int i = 0; i < triangles.length; i++) {
            int next = Sides.after(i);
            int side = sides.of(triangles[next], triangles[Sides.after(next)]);
            int other = waiting[side];
            waiting[side] = other < 0 ? i : -1;
            if (other >= 0) {
                across[i] = other / 3;
                across[other] = i / 3;
            }
        }
        return across;
    }

    private void corner(int t, int k) {
        int c = triangles[3 * t + k];
        int a = triangles[3 * t + (k + 1) % 3];
        int b = triangles[3 * t + (k + 2) % 3];
        double ca = distance(c, a);
        double cb = distance(c, b);
        if (!(ca > 0 && cb > 0)) {
            return;
        }
        double cos = dot(c, a, b) / (ca * cb);
        if (cos >= RIGHT) {
            add(c, a, b, ca, cb, Math.max(0, cos));
            return;
        }
        double sin = Math.sqrt(Math.max(0, 1 - cos * cos));
        double[] flat = {ca, 0, cb * cos, cb * sin};
        int[] found = new int[1];
        double[] at = lie(t, a, b, flat, cos, sin, found);
        if (at == null) {
            // at a border: only along its sides
            add(c, a, b, ca, cb, cos);
            return;
        }
        double far = Math.sqrt(at[0] * at[0] + at[1] * at[1]);
        add(c, a, found[0], ca, far, Math.max(0, Math.min(1, at[0] / far)));
        add(c, found[0], b, far, cb, Math.max(0, Math.min(1, (at[0] * cos + at[1] * sin) / far)));
    }

    /** Lays triangles flat beyond a side until a vertex lies between the normals of both sides of the corner, which is at 0, 0. */
    private double[] lie(int t, int a, int b, double[] flat, double cos, double sin, int[] found) {
        int before = t;
        int one = a;
        int other = b;
        double[] p = flat.clone();
        for (int round = 0; round < FLAT; round++) {
            int next = beyond(before, one, other);
            if (next < 0) {
                return null;
            }
            int q = third(next, one, other);
            double ex = p[2] - p[0];
            double ey = p[3] - p[1];
            double side = Math.sqrt(ex * ex + ey * ey);
            double oq = distance(one, q);
            double rq = distance(other, q);
            if (!(side > 0)) {
                return null;
            }
            ex /= side;
            ey /= side;
            double along = (oq * oq - rq * rq + side * side) / (2 * side);
            double high = Math.sqrt(Math.max(0, oq * oq - along * along));
            double nx = ey;
            double ny = -ex;
            if (nx * p[0] + ny * p[1] < 0) {
                nx = -nx;
                ny = -ny;
            }
            double x = p[0] + along * ex + high * nx;
            double y = p[1] + along * ey + high * ny;
            double withRight = x * cos + y * sin;
            if (x >= 0 && withRight >= 0) {
                found[0] = q;
                return new double[] {x, y};
            }
            // beyond the side through which the middle of the corner still looks
            double mx = 1 + cos;
            double my = sin;
            if (mx * y - my * x > 0) {
                other = q;
                p[2] = x;
                p[3] = y;
            } else {
                one = q;
                p[0] = x;
                p[1] = y;
            }
            before = next;
        }
        return null;
    }

    private int beyond(int t, int a, int b) {
        for (int k = 0; k < 3; k++) {
            int c = triangles[3 * t + k];
            if (c != a && c != b) {
                return across[3 * t + k];
            }
        }
        return -1;
    }

    private int third(int t, int a, int b) {
        for (int k = 0; k < 3; k++) {
            int c = triangles[3 * t + k];
            if (c != a && c != b) {
                return c;
            }
        }
        return a;
    }

    private void add(int c, int a, int b, double ca, double cb, double cos) {
        if (count == corner.length) {
            int more = 2 * count;
            corner = Arrays.copyOf(corner, more);
            left = Arrays.copyOf(left, more);
            right = Arrays.copyOf(right, more);
            toLeft = Arrays.copyOf(toLeft, more);
            toRight = Arrays.copyOf(toRight, more);
            cosine = Arrays.copyOf(cosine, more);
        }
        corner[count] = c;
        left[count] = a;
        right[count] = b;
        toLeft[count] = ca;
        toRight[count] = cb;
        cosine[count++] = cos;
    }

    private double distance(int a, int b) {
        double dx = places[3 * a] - places[3 * b];
        double dy = places[3 * a + 1] - places[3 * b + 1];
        double dz = places[3 * a + 2] - places[3 * b + 2];
        return Math.sqrt(dx * dx + dy * dy + dz * dz);
    }

    private double dot(int c, int a, int b) {
        double sum = 0;
        for (int d = 0; d < 3; d++) {
            sum += (places[3 * a + d] - places[3 * c + d]) * (places[3 * b + d] - places[3 * c + d]);
        }
        return sum;
    }
}
