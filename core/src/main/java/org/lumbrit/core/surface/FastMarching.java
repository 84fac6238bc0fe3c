package org.lumbrit.core.surface;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Cancel;

/**
 * When a front arrives at the vertices of a mesh: |∇t| = 1/speed, by fast marching (R. Kimmel and J. Sethian, "Computing geodesic paths on
 * manifolds", PNAS 95, 1998), with obtuse corners laid flat. Over a facet the front takes the mean of 1/speed at its corners. Within four
 * edges of where it begins, times are straight distances. What no edge connects to it is never reached.
 */
public final class FastMarching {
    /** Of a vertex that is never reached. */
    public static final double NEVER = Double.POSITIVE_INFINITY;

    private static final int RINGS = 4;
    private static final int LOOK = 4096;

    private final Corners corners;

    /**
     * Where it begins: a straight line between two places, or one place twice.
     *
     * @param ends x, y, z of either end, metres; @param from seconds at which it begins at the first end; @param to at the other
     */
    public record Seed(double[] ends, double from, double to) {
        /** A place. */
        public static Seed at(double x, double y, double z) {
            return new Seed(new double[] {x, y, z, x, y, z}, 0, 0);
        }
    }

    /** @param positions metres, three a vertex; those at the same place are one; @param triangles three vertices each */
    public FastMarching(float[] positions, int[] triangles) {
        this.corners = new Corners(positions, triangles);
    }

    /**
     * @param speed m/s at each vertex of the mesh; where it is 0 nothing comes
     * @return seconds at each vertex of the mesh, {@link #NEVER} where it does not come
     */
    public double[] arrival(List<Seed> seeds, double[] speed, Cancel cancel) {
        return arrival(seeds, new double[0], speed, cancel);
    }

    /**
     * The same where it has come to some vertices from elsewhere.
     *
     * @param known when it comes to each vertex of the mesh from elsewhere, {@link #NEVER} where it does not; none where it comes to none
     */
    public double[] arrival(List<Seed> seeds, double[] known, double[] speed, Cancel cancel) {
        int n = corners.vertices();
        double[] slow = new double[n];
        for (int i = 0; i < speed.length; i++) {
            slow[corners.welded[i]] = speed[i] > 0 ? 1 / speed[i] : NEVER;
        }
        double[] time = new double[n];
        Arrays.fill(time, NEVER);
        Waiting waiting = new Waiting();
        begin(seeds, slow, time, waiting);
        for (int i = 0; i < known.length; i++) {
            int v = corners.welded[i];
            if (known[i] < time[v]) {
                time[v] = known[i];
                waiting.put(known[i], v);
            }
        }
        boolean[] done = new boolean[n];
        int taken = 0;
        while (!waiting.isEmpty()) {
            double when = waiting.least();
            int v = waiting.take();
            if (done[v] || when > time[v]) {
                continue;
            }
            done[v] = true;
            if (taken++ % LOOK == 0) {
                cancel.check();
            }
            for (int k = corners.begins[v]; k < corners.begins[v + 1]; k++) {
                int way = corners.ways[k];
                int c = corners.corner[way];
                if (!done[c]) {
                    double t = through(way, time, slow);
                    if (t < time[c]) {
                        time[c] = t;
                        waiting.put(t, c);
                    }
                }
            }
        }
        double[] out = new double[speed.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = time[corners.welded[i]];
        }
        return out;
    }

    /** When it comes to a corner through two other vertices: as a straight front over the facet, or along one of its sides. */
    private double through(int way, double[] time, double[] slow) {
        int a = corners.left[way];
        int b = corners.right[way];
        int c = corners.corner[way];
        double toA = corners.toLeft[way];
        double toB = corners.toRight[way];
        if (time[b] < time[a]) {
            int held = a;
            a = b;
            b = held;
            toA = corners.toRight[way];
            toB = corners.toLeft[way];
        }
        double along = time[a] + 0.5 * (slow[a] + slow[c]) * toA;
        if (time[b] == NEVER) {
            return along;
        }
        double f = (slow[a] + slow[b] + slow[c]) / 3;
        double least = Math.min(along, time[b] + 0.5 * (slow[b] + slow[c]) * toB);
        double cos = corners.cosine[way];
        if (f == NEVER || cos < 0) {
            return least;
        }
        double u = time[b] - time[a];
        double f2 = toB * toB + toA * toA - 2 * toB * toA * cos;
        double f1 = toA * u * (toB * cos - toA);
        double f0 = toA * toA * (u * u - f * f * toB * toB * (1 - cos * cos));
        double square = f1 * f1 - f2 * f0;
        if (square < 0 || f2 <= 0) {
            return least;
        }
        double t = (-f1 + Math.sqrt(square)) / f2;
        double foot = t > 0 ? toA * (t - u) / t : -1;
        boolean inside = u < t && toB * cos < foot && foot * cos < toB;
        return inside ? Math.min(least, time[a] + t) : least;
    }

    private void begin(List<Seed> seeds, double[] slow, double[] time, Waiting waiting) {
        int n = slow.length;
        double[] near = new double[n];
        double[] starts = new double[n];
        Arrays.fill(near, NEVER);
        double edge = meanEdge();
        boolean[] in = new boolean[n];
        double[] at = new double[2];
        for (Seed seed : seeds) {
            int nearest = -1;
            double least = NEVER;
            for (int v = 0; v < n; v++) {
                straight(seed, v, at);
                if (at[0] < least) {
                    least = at[0];
                    nearest = v;
                }
                in[v] |= at[0] <= edge;
                if (at[1] + at[0] * slow[v] < starts[v] + near[v] * slow[v] || near[v] == NEVER) {
                    near[v] = at[0];
                    starts[v] = at[1];
                }
            }
            if (nearest >= 0) {
                in[nearest] = true;
            }
        }
        for (int ring = 0; ring < RINGS; ring++) {
            boolean[] wider = in.clone();
            for (int way = 0; way < corners.count; way++) {
                int a = corners.left[way];
                int b = corners.right[way];
                int c = corners.corner[way];
                boolean any = in[a] || in[b] || in[c];
                wider[a] |= any;
                wider[b] |= any;
                wider[c] |= any;
            }
            in = wider;
        }
        for (int v = 0; v < n; v++) {
            if (in[v] && slow[v] < NEVER) {
                time[v] = starts[v] + near[v] * slow[v];
                waiting.put(time[v], v);
            }
        }
    }

    /** @param out metres from a vertex straight to a seed, and when that begins there */
    private void straight(Seed seed, int v, double[] out) {
        double[] e = seed.ends();
        double[] p = corners.places;
        double dx = e[3] - e[0];
        double dy = e[4] - e[1];
        double dz = e[5] - e[2];
        double square = dx * dx + dy * dy + dz * dz;
        double x = p[3 * v] - e[0];
        double y = p[3 * v + 1] - e[1];
        double z = p[3 * v + 2] - e[2];
        double share = square > 0 ? Math.max(0, Math.min(1, (x * dx + y * dy + z * dz) / square)) : 0;
        x -= share * dx;
        y -= share * dy;
        z -= share * dz;
        out[0] = Math.sqrt(x * x + y * y + z * z);
        out[1] = seed.from() + share * (seed.to() - seed.from());
    }

    private double meanEdge() {
        double sum = 0;
        for (int way = 0; way < corners.count; way++) {
            sum += Math.min(corners.toLeft[way], corners.toRight[way]);
        }
        return corners.count == 0 ? 0 : sum / corners.count;
    }

    /** Vertices by their times, the earliest first; a vertex may wait more than once. */
    private static final class Waiting {
        private double[] times = new double[256];
        private int[] vertices = new int[256];
        private int count;

        boolean isEmpty() {
            return count == 0;
        }

        double least() {
            return times[0];
        }

        void put(double time, int vertex) {
            if (count == times.length) {
                times = Arrays.copyOf(times, 2 * count);
                vertices = Arrays.copyOf(vertices, 2 * count);
            }
            int at = count++;
            while (at > 0 && later((at - 1) / 2, time, vertex)) {
                times[at] = times[(at - 1) / 2];
                vertices[at] = vertices[(at - 1) / 2];
                at = (at - 1) / 2;
            }
            times[at] = time;
            vertices[at] = vertex;
        }

        /** Equal times come in the order of their vertices, so that all machines agree. */
        private boolean later(int at, double time, int vertex) {
            return times[at] > time || times[at] == time && vertices[at] > vertex;
        }

        int take() {
            int first = vertices[0];
            double time = times[--count];
            int vertex = vertices[count];
            int at = 0;
            while (2 * at + 1 < count) {
                int child = 2 * at + 1;
                if (child + 1 < count && later(child, times[child + 1], vertices[child + 1])) {
                    child++;
                }
                if (time < times[child] || time == times[child] && vertex <= vertices[child]) {
                    break;
                }
                times[at] = times[child];
                vertices[at] = vertices[child];
                at = child;
            }
            times[at] = time;
            vertices[at] = vertex;
            return first;
        }
    }
}
