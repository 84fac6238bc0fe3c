package org.lumbrit.core.meshing;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Directions;

/**
 * Takes triangles from a closed mesh where they tell least: the edge whose going moves the surface least goes first, by the sums of squared
 * distances to the planes of its triangles (M. Garland and P. Heckbert, Surface simplification using quadric error metrics, 1997). An edge goes
 * only where the mesh stays closed and each side keeps two triangles, and where no facet turns by more than 60°.
 */
public final class Lighter {
    private static final double FARTHEST_TURN = 0.5;
    /** Cosine between two facets at an edge below which they are folded together. */
    private static final double FOLDED = 0;

    /** Of an edge's length squared: so that where all is flat the shortest go first. */
    private static final double EVEN = 1e-8;
    /** Numbers of the upper half of a symmetric 4 × 4 matrix. */
    private static final int TEN = 10;

    private final HalfEdges mesh;
    private final double[] quadrics;
    private final EdgeHeap heap;
    private final double[] one = new double[3];
    private final double[] two = new double[3];
    private final double[] three = new double[3];
    private final double[] best = new double[3];

    private Lighter(HalfEdges mesh) {
        this.mesh = mesh;
        this.quadrics = new double[TEN * mesh.vertices()];
        this.heap = new EdgeHeap(mesh.halfEdges());
    }

    /**
     * A lighter mesh; the one that is given is changed.
     *
     * @param most so many triangles are wanted; there may be more where no edge may go; @param error metres that the surface may move by where
     *     an edge goes, as the root of the mean square of the distances to the planes it lay in
     */
    public static HalfEdges of(HalfEdges mesh, int most, double error, Cancel cancel) {
        new Lighter(mesh).run(most, error * error, cancel);
        return mesh.packed();
    }

    private void run(int most, double error, Cancel cancel) {
        for (int h = 0; h < mesh.halfEdges(); h += 3) {
            plane(h);
        }
        for (int h = 0; h < mesh.halfEdges(); h++) {
            if (h < mesh.twin(h)) {
                heap.put(h, cost(h));
            }
        }
        for (int done = 0; mesh.count() > most && heap.filled() > 0; done++) {
            if ((done & 1023) == 0) {
                cancel.check();
            }
            double cost = heap.least();
            int h = heap.take();
            if (cost > error) {
                return;
            }
            if (mesh.from(h) >= 0) {
                go(h);
            }
        }
    }

    /** Adds the plane of a triangle to its three corners. */
    private void plane(int h) {
        int a = mesh.from(h);
        mesh.facing(a, mesh.from(h + 1), mesh.from(h + 2), one);
        double length = Math.sqrt(Directions.dot(one, one));
        if (!(length > 0)) {
            return;
        }
        double nx = one[0] / length;
        double ny = one[1] / length;
        double nz = one[2] / length;
        double d = -(nx * mesh.place(a, 0) + ny * mesh.place(a, 1) + nz * mesh.place(a, 2));
        double[] q = {nx * nx, nx * ny, nx * nz, nx * d, ny * ny, ny * nz, ny * d, nz * nz, nz * d, d * d};
        for (int k = 0; k < 3; k++) {
            int at = TEN * mesh.from(h + k);
            for (int i = 0; i < TEN; i++) {
                quadrics[at + i] += q[i];
            }
        }
    }

    /** The mean square of the distances to the planes where both ends fall together at the best place, which is written. */
    private double cost(int h) {
        int a = mesh.from(h);
        int b = mesh.to(h);
        double[] q = new double[TEN];
        for (int i = 0; i < TEN; i++) {
            q[i] = quadrics[TEN * a + i] + quadrics[TEN * b + i];
        }
        double planes = Math.max(1e-12, q[0] + q[4] + q[7]);
        double least = Double.POSITIVE_INFINITY;
        double[] solved = solve(q);
        double reach = 4 * mesh.square(h);
        for (int k = solved == null ? 1 : 0; k < 4; k++) {
            double[] p = solved;
            if (k > 0) {
                p = new double[3];
                double f = 0.5 * (k - 1);
                for (int d = 0; d < 3; d++) {
                    p[d] = mesh.place(a, d) + f * (mesh.place(b, d) - mesh.place(a, d));
                }
            } else if (squareFrom(a, p) > reach) {
                continue;
            }
            double value = value(q, p) / planes;
            if (value < least) {
                least = value;
                System.arraycopy(p, 0, best, 0, 3);
            }
        }
        return Math.max(0, least) + EVEN * mesh.square(h);
    }

    private double squareFrom(int v, double[] p) {
        double x = mesh.place(v, 0) - p[0];
        double y = mesh.place(v, 1) - p[1];
        double z = mesh.place(v, 2) - p[2];
        return x * x + y * y + z * z;
    }

    private static double value(double[] q, double[] p) {
        return p[0] * (q[0] * p[0] + 2 * (q[1] * p[1] + q[2] * p[2] + q[3]))
                + p[1] * (q[4] * p[1] + 2 * (q[5] * p[2] + q[6]))
                + p[2] * (q[7] * p[2] + 2 * q[8])
                + q[9];
    }

    /** Where the sum is least; nothing where that is not one place. */
    private static double[] solve(double[] q) {
        double c00 = q[4] * q[7] - q[5] * q[5];
        double c01 = q[2] * q[5] - q[1] * q[7];
        double c02 = q[1] * q[5] - q[2] * q[4];
        double det = q[0] * c00 + q[1] * c01 + q[2] * c02;
        double scale = q[0] + q[4] + q[7];
        if (!(Math.abs(det) > 1e-4 * scale * scale * scale)) {
            return null;
        }
        double c11 = q[0] * q[7] - q[2] * q[2];
        double c12 = q[1] * q[2] - q[0] * q[5];
        double c22 = q[0] * q[4] - q[1] * q[1];
        return new double[] {
            -(c00 * q[3] + c01 * q[6] + c02 * q[8]) / det,
            -(c01 * q[3] + c11 * q[6] + c12 * q[8]) / det,
            -(c02 * q[3] + c12 * q[6] + c22 * q[8]) / det
        };
    }

    private void go(int h) {
        cost(h);
        double[] to = best.clone();
        int a = mesh.from(h);
        int b = mesh.to(h);
        if (!mesh.mayGo(h) || turns(a, b, to) || turns(b, a, to)) {
            return;
        }
        forget(a);
        forget(b);
        mesh.collapse(h);
        System.arraycopy(to, 0, mesh.places(), 3 * b, 3);
        for (int i = 0; i < TEN; i++) {
            quadrics[TEN * b + i] += quadrics[TEN * a + i];
        }
        int start = mesh.leaving(b);
        int at = start;
        do {
            heap.put(Math.min(at, mesh.twin(at)), cost(at));
            at = mesh.around(at);
        } while (at != start);
    }

    /** Takes the edges at a vertex out of what may go next. */
    private void forget(int v) {
        int start = mesh.leaving(v);
        int at = start;
        do {
            heap.remove(at);
            heap.remove(mesh.twin(at));
            at = mesh.around(at);
        } while (at != start);
    }

    /** Whether a facet at a vertex, without the other one, turns far where the vertex moves to a place. */
    private boolean turns(int v, int without, double[] to) {
        double[] kept = {mesh.place(v, 0), mesh.place(v, 1), mesh.place(v, 2)};
        int start = mesh.leaving(v);
        int at = start;
        boolean far = false;
        do {
            int p = mesh.to(at);
            int q = mesh.from(HalfEdges.before(at));
            if (p != without && q != without) {
                mesh.facing(v, p, q, one);
                System.arraycopy(to, 0, mesh.places(), 3 * v, 3);
                mesh.facing(v, p, q, two);
                System.arraycopy(kept, 0, mesh.places(), 3 * v, 3);
                far |= Directions.cosine(one, two) < FARTHEST_TURN || folds(mesh.twin(HalfEdges.next(at)));
            }
            at = mesh.around(at);
        } while (at != start && !far);
        return far;
    }

    /** Whether the facet whose new facing is known folds onto the one beyond its outer edge, farther than the old one did. */
    private boolean folds(int beyond) {
        mesh.facing(mesh.from(beyond), mesh.to(beyond), mesh.from(HalfEdges.before(beyond)), three);
        double now = Directions.cosine(two, three);
        return now < FOLDED && now < Directions.cosine(one, three);
    }

    /** Edges by their cost; the same cost goes by number. */
    private static final class EdgeHeap {
        private final int[] heap;
        private final int[] where;
        private final double[] costs;
        private int filled;

        EdgeHeap(int edges) {
            heap = new int[edges];
            where = new int[edges];
            costs = new double[edges];
            Arrays.fill(where, -1);
        }

        int filled() {
            return filled;
        }

        double least() {
            return costs[heap[0]];
        }

        int take() {
            int edge = heap[0];
            remove(edge);
            return edge;
        }

        void put(int edge, double cost) {
            if (where[edge] >= 0) {
                remove(edge);
            }
            costs[edge] = cost;
            heap[filled] = edge;
            where[edge] = filled;
            up(filled++);
        }

        void remove(int edge) {
            int at = where[edge];
            if (at < 0) {
                return;
            }
            where[edge] = -1;
            int last = heap[--filled];
            if (last != edge) {
                heap[at] = last;
                where[last] = at;
                up(at);
                down(where[last]);
            }
        }

        private boolean before(int a, int b) {
            return costs[a] < costs[b] || costs[a] == costs[b] && a < b;
        }

        private void up(int from) {
            int at = from;
            while (at > 0 && before(heap[at], heap[(at - 1) / 2])) {
                swap(at, (at - 1) / 2);
                at = (at - 1) / 2;
            }
        }

        private void down(int from) {
            int at = from;
            while (true) {
                int child = 2 * at + 1;
                if (child + 1 < filled && before(heap[child + 1], heap[child])) {
                    child++;
                }
                if (child >= filled || !before(heap[child], heap[at])) {
                    return;
                }
                swap(at, child);
                at = child;
            }
        }

        private void swap(int a, int b) {
            int kept = heap[a];
            heap[a] = heap[b];
            heap[b] = kept;
            where[heap[a]] = a;
            where[heap[b]] = b;
        }
    }
}
