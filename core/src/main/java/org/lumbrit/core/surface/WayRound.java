package org.lumbrit.core.surface;

import java.util.Arrays;

/**
 * Whether the way over a mesh from one place to another is longer than a limit. Only what a path of that length could reach is
 * looked at: the parts of triangle sides within the ball about the middle. Paths go through nine places on each such part
 * (M. Lanthier, A. Maheshwari and J.-R. Sack, "Approximating weighted shortest paths on polyhedral surfaces", 1997), which can
 * make a way too long by a few hundredths, never too short: so a way counts as longer only from 1.1 times the limit on. Places
 * on parts that no side joins are infinitely far. One object a thread; it keeps its work.
 */
public final class WayRound {
    private static final int STATIONS = 9;
    private static final double SURELY = 1.1;
    /** Corners this near are one, as a share of the largest extent. */
    private static final double SAME_CORNER = 1e-6;

    private final float[] positions;
    private final int[] corners;
    private final Sides sides;
    /** The side between corner k of triangle t and the next, at 3t + k. */
    private final int[] sideOf;
    /** Triangles about a side: those of side s at first[s] … first[s + 1]. */
    private final int[] first;

    private final int[] triangles;

    /** Where the stations of a side are kept in this search, valid where its stamp is the search's. */
    private final int[] slot;

    private final int[] stamp;
    private int search;
    private double[] stations = new double[64 * 3 * STATIONS];
    private double[] costs = new double[64 * STATIONS];
    private boolean[] waiting = new boolean[64];
    private int[] queue = new int[64];
    private int used;
    private int queued;

    private double[] p;
    private double[] q;
    private double limit;

    public WayRound(Mesh mesh) {
        positions = mesh.positions();
        double extent = 0;
        for (int axis = 0; axis < 3; axis++) {
            double[] d = {axis == 0 ? 1 : 0, axis == 1 ? 1 : 0, axis == 2 ? 1 : 0};
            double[] ends = mesh.extentAlong(d[0], d[1], d[2]);
            extent = Math.max(extent, ends[1] - ends[0]);
        }
        int[] welded = Welding.firsts(positions, SAME_CORNER * extent);
        corners = new int[mesh.triangles().length];
        for (int i = 0; i < corners.length; i++) {
            corners[i] = welded[mesh.triangles()[i]];
        }
        sides = new Sides(corners);
        sideOf = new int[corners.length];
        first = new int[sides.count() + 1];
        for (int i = 0; i < corners.length; i++) {
            sideOf[i] = sides.of(corners[i], corners[Sides.after(i)]);
            first[sideOf[i] + 1]++;
        }
        for (int s = 0; s < sides.count(); s++) {
            first[s + 1] += first[s];
        }
        triangles = new int[corners.length];
        int[] at = Arrays.copyOf(first, first.length);
        for (int i = 0; i < corners.length; i++) {
            triangles[at[sideOf[i]]++] = i / 3;
        }
        slot = new int[sides.count()];
        stamp = new int[sides.count()];
    }

    /**
     * @param from a triangle and x, y, z a place on it, in the mesh's own frame; @param to another one
     * @param limitInFrame a length in the same frame
     */
    public boolean longer(int from, double[] place, int to, double[] other, double limitInFrame) {
        if (from == to) {
            return false;
        }
        search++;
        used = 0;
        queued = 0;
        p = place;
        q = other;
        limit = SURELY * limitInFrame;
        for (int k = 0; k < 3; k++) {
            start(sideOf[3 * from + k]);
        }
        for (int next = 0; next < queued; next++) {
            int side = queue[next];
            waiting[slot[side]] = false;
            for (int n = first[side]; n < first[side + 1]; n++) {
                if (triangles[n] == to) {
                    if (arrives(side)) {
                        return false;
                    }
                } else {
                    for (int k = 0; k < 3; k++) {
                        across(side, sideOf[3 * triangles[n] + k]);
                    }
                }
            }
        }
        return true;
    }

    private void start(int side) {
        int at = stationsOf(side);
        if (at < 0) {
            return;
        }
        for (int i = 0; i < STATIONS; i++) {
            costs[at * STATIONS + i] = away(at, i, p);
        }
        enqueue(side, at);
    }

    private boolean arrives(int side) {
        int at = slot[side];
        for (int i = 0; i < STATIONS; i++) {
            if (costs[at * STATIONS + i] + away(at, i, q) <= limit) {
                return true;
            }
        }
        return false;
    }

    /** Relaxes the stations of another side of the same triangle. */
    private void across(int side, int next) {
        if (next == side) {
            return;
        }
        int to = stationsOf(next);
        if (to < 0) {
            return;
        }
        int from = slot[side];
        boolean shorter = false;
        for (int j = 0; j < STATIONS; j++) {
            double best = costs[to * STATIONS + j];
            for (int i = 0; i < STATIONS; i++) {
                double cost = costs[from * STATIONS + i];
                if (cost < best) {
                    cost += apart(from, i, to, j);
                    if (cost < best - 1e-12 && cost + away(to, j, q) <= limit) {
                        best = cost;
                        shorter = true;
                    }
                }
            }
            costs[to * STATIONS + j] = best;
        }
        if (shorter) {
            enqueue(next, to);
        }
    }

    private void enqueue(int side, int at) {
        if (waiting[at]) {
            return;
        }
        waiting[at] = true;
        if (queued == queue.length) {
            queue = Arrays.copyOf(queue, 2 * queued);
        }
        queue[queued++] = side;
    }

    /** The stations of a side within reach, laid out when it is first met; −1 where none of it is within reach. */
    private int stationsOf(int side) {
        if (stamp[side] == search) {
            return slot[side];
        }
        stamp[side] = search;
        int a = 3 * sides.low(side);
        int b = 3 * sides.high(side);
        double square = 0;
        double along = 0;
        double fromMiddle = 0;
        for (int d = 0; d < 3; d++) {
            double step = (double) positions[b + d] - positions[a + d];
            double to = (p[d] + q[d]) / 2 - positions[a + d];
            square += step * step;
            along += step * to;
            fromMiddle += to * to;
        }
        double radius = limit / 2;
        double middle = square > 0 ? along / square : 0;
        double room = square > 0 ? (radius * radius - fromMiddle) / square + middle * middle : 0;
        double half = Math.sqrt(Math.max(0, room));
        double low = Math.max(0, middle - half);
        double high = Math.min(1, middle + half);
        if (room < 0 || low > high) {
            slot[side] = -1;
            return -1;
        }
        int at = lay(a, b, low, high);
        slot[side] = at;
        return at;
    }

    private int lay(int a, int b, double low, double high) {
        if ((used + 1) * STATIONS > costs.length) {
            stations = Arrays.copyOf(stations, 2 * stations.length);
            costs = Arrays.copyOf(costs, 2 * costs.length);
            waiting = Arrays.copyOf(waiting, 2 * waiting.length);
        }
        int at = used++;
        waiting[at] = false;
        for (int i = 0; i < STATIONS; i++) {
            double share = low + (high - low) * i / (STATIONS - 1);
            costs[at * STATIONS + i] = Double.POSITIVE_INFINITY;
            for (int d = 0; d < 3; d++) {
                stations[3 * (at * STATIONS + i) + d] =
                        positions[a + d] + share * ((double) positions[b + d] - positions[a + d]);
            }
        }
        return at;
    }

    private double away(int at, int i, double[] place) {
        int s = 3 * (at * STATIONS + i);
        double x = stations[s] - place[0];
        double y = stations[s + 1] - place[1];
        double z = stations[s + 2] - place[2];
        return Math.sqrt(x * x + y * y + z * z);
    }

    private double apart(int from, int i, int to, int j) {
        int s = 3 * (from * STATIONS + i);
        int e = 3 * (to * STATIONS + j);
        double x = stations[s] - stations[e];
        double y = stations[s + 1] - stations[e + 1];
        double z = stations[s + 2] - stations[e + 2];
        return Math.sqrt(x * x + y * y + z * z);
    }
}
