package org.lumbrit.core.plants;

import java.util.Arrays;
import java.util.List;
import java.util.PriorityQueue;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;
import org.lumbrit.core.surface.Welding;

/** The way from foot to tip over a mesh that was brought in, and its centre line. */
final class AlongMesh {
    private static final int LEVELS = 32;

    private AlongMesh() {}

    /** 0 at the foot … 1 at the tip of each vertex. */
    static float[] along(Mesh mesh, MeshPlant.Coordinate coordinate, List<Point3> stroke) {
        return switch (coordinate) {
            case HEIGHT -> byHeight(mesh);
            case PATH -> byPath(mesh);
            case SURFACE -> stroke.isEmpty() ? byPath(mesh) : bySurface(mesh, stroke.get(0));
            case BRUSH -> stroke.size() < 2 ? byHeight(mesh) : byStroke(mesh, stroke);
        };
    }

    /** A mesh as a plant that grows: with its way along and its centre line, all of it tinted. */
    static PlantMesh plant(Mesh mesh, MeshPlant.Coordinate coordinate, List<Point3> stroke) {
        float[] along = along(mesh, coordinate, stroke);
        int[] colours = new int[mesh.vertices()];
        Arrays.fill(colours, PlantMesh.TINTED);
        return new PlantMesh(mesh.positions(), mesh.normals(), along, centres(mesh, along), colours, mesh.triangles());
    }

    /**
     * The share of the vertices, those at the foot of a piece excepted, that have no neighbour nearer to the foot: growth would
     * leave pieces in the air there. More than 1 % is bad.
     */
    static double withoutLower(Mesh mesh, float[] along) {
        double[] b = mesh.bounds();
        int[] first = Welding.firsts(mesh.positions(), 1e-6 * Math.max(1e-12, b[4] - b[1]));
        Neighbours neighbours = new Neighbours(first, mesh.triangles());
        int[] piece = pieces(mesh);
        float[] foot = new float[Arrays.stream(piece).max().orElse(-1) + 1];
        Arrays.fill(foot, Float.MAX_VALUE);
        for (int v = 0; v < along.length; v++) {
            foot[piece[v]] = Math.min(foot[piece[v]], along[v]);
        }
        int all = 0;
        int bad = 0;
        for (int v = 0; v < first.length; v++) {
            if (first[v] != v || along[v] <= foot[piece[v]] + 1e-6f) {
                continue;
            }
            boolean lower = false;
            for (int s = neighbours.start[v]; s < neighbours.start[v + 1] && !lower; s++) {
                lower = along[neighbours.other[s]] < along[v];
            }
            all++;
            bad += lower ? 0 : 1;
        }
        return all == 0 ? 0 : (double) bad / all;
    }

    private static float[] byHeight(Mesh mesh) {
        double[] b = mesh.bounds();
        float[] along = new float[mesh.vertices()];
        for (int v = 0; v < along.length; v++) {
            along[v] = (float) ((mesh.positions()[3 * v + 1] - b[1]) / Math.max(1e-12, b[4] - b[1]));
        }
        return along;
    }

    /** Path length along edges from the lowest vertices, over the longest; pieces of their own start at their lowest vertex. */
    private static float[] byPath(Mesh mesh) {
        float[] p = mesh.positions();
        double[] b = mesh.bounds();
        double tall = Math.max(1e-12, b[4] - b[1]);
        int[] first = Welding.firsts(p, 1e-6 * tall);
        Neighbours neighbours = new Neighbours(first, mesh.triangles());
        double[] length = new double[first.length];
        Arrays.fill(length, Double.POSITIVE_INFINITY);
        Integer[] upward = new Integer[first.length];
        Arrays.setAll(upward, v -> v);
        Arrays.sort(upward, (a, c) -> Float.compare(p[3 * a + 1], p[3 * c + 1]));
        PriorityQueue<double[]> open = new PriorityQueue<>((a, c) -> Double.compare(a[0], c[0]));
        double footEnd = b[1] + 0.02 * tall;
        for (int v = 0; v < first.length; v++) {
            if (first[v] == v && p[3 * v + 1] <= footEnd) {
                length[v] = 0;
                open.add(new double[] {0, v});
            }
        }
        walk(p, neighbours, length, open);
        for (int v : upward) {
            if (first[v] == v && length[v] == Double.POSITIVE_INFINITY) {
                length[v] = Math.sqrt(square(p, v, 0, (float) b[1], 0));
                open.add(new double[] {length[v], v});
                walk(p, neighbours, length, open);
            }
        }
        double longest = 1e-12;
        for (int v = 0; v < first.length; v++) {
            longest = Math.max(longest, first[v] == v ? length[v] : 0);
        }
        float[] along = new float[first.length];
        for (int v = 0; v < first.length; v++) {
            along[v] = (float) Math.min(1, length[first[v]] / longest);
        }
        return along;
    }

    /** The way over the surface from what is nearest to a place; pieces that do not hang together with it have no way, and count as the foot. */
    private static float[] bySurface(Mesh mesh, Point3 foot) {
        TriangleTree.Probe probe = new TriangleTree(mesh).probe();
        probe.distance(foot.x(), foot.y(), foot.z());
        double[] at = new double[3];
        probe.point(at);
        double[] even = new double[mesh.vertices()];
        Arrays.fill(even, 1);
        double[] way = new FastMarching(mesh.positions(), mesh.triangles())
                .arrival(List.of(FastMarching.Seed.at(at[0], at[1], at[2])), even, Cancel.NEVER);
        double longest = 1e-12;
        for (double each : way) {
            longest = each < FastMarching.NEVER ? Math.max(longest, each) : longest;
        }
        float[] along = new float[way.length];
        for (int v = 0; v < along.length; v++) {
            along[v] = way[v] < FastMarching.NEVER ? (float) (way[v] / longest) : 0;
        }
        return along;
    }

    private static void walk(float[] p, Neighbours neighbours, double[] length, PriorityQueue<double[]> open) {
        while (!open.isEmpty()) {
            double[] entry = open.poll();
            int v = (int) entry[1];
            if (entry[0] > length[v]) {
                continue;
            }
            for (int s = neighbours.start[v]; s < neighbours.start[v + 1]; s++) {
                int w = neighbours.other[s];
                double through = entry[0] + Math.sqrt(square(p, v, p[3 * w], p[3 * w + 1], p[3 * w + 2]));
                if (through < length[w]) {
                    length[w] = through;
                    open.add(new double[] {through, w});
                }
            }
        }
    }

    private static double square(float[] p, int v, float x, float y, float z) {
        double dx = (double) p[3 * v] - x;
        double dy = (double) p[3 * v + 1] - y;
        double dz = (double) p[3 * v + 2] - z;
        return dx * dx + dy * dy + dz * dz;
    }

    private static float[] byStroke(Mesh mesh, List<Point3> stroke) {
        double[] starts = new double[stroke.size()];
        for (int i = 1; i < starts.length; i++) {
            Point3 a = stroke.get(i - 1);
            Point3 b = stroke.get(i);
            starts[i] = starts[i - 1]
                    + Vec.distance(new double[] {a.x(), a.y(), a.z()}, new double[] {b.x(), b.y(), b.z()});
        }
        float[] along = new float[mesh.vertices()];
        for (int v = 0; v < along.length; v++) {
            double best = Double.POSITIVE_INFINITY;
            for (int i = 1; i < starts.length; i++) {
                double[] a = {
                    stroke.get(i - 1).x(),
                    stroke.get(i - 1).y(),
                    stroke.get(i - 1).z()
                };
                double[] d = Vec.minus(
                        new double[] {
                            stroke.get(i).x(), stroke.get(i).y(), stroke.get(i).z()
                        },
                        a);
                double[] q = {mesh.positions()[3 * v], mesh.positions()[3 * v + 1], mesh.positions()[3 * v + 2]};
                double t = Smooth.clamp01(Vec.dot(Vec.minus(q, a), d) / Math.max(1e-18, Vec.dot(d, d)));
                double away = Vec.distance(q, Vec.sum(a, 1, d, t));
                if (away < best) {
                    best = away;
                    along[v] = (float) ((starts[i - 1] + t * (starts[i] - starts[i - 1]))
                            / Math.max(1e-12, starts[starts.length - 1]));
                }
            }
        }
        return along;
    }

    /** For each piece the means of the contours of its way along, read at each vertex: x, y, z. */
    static float[] centres(Mesh mesh, float[] along) {
        int[] piece = pieces(mesh);
        int count = Arrays.stream(piece).max().orElse(-1) + 1;
        double[] sums = new double[4 * count * (LEVELS + 1)];
        int[] t = mesh.triangles();
        for (int i = 0; i < t.length; i += 3) {
            float least = Math.min(along[t[i]], Math.min(along[t[i + 1]], along[t[i + 2]]));
            float most = Math.max(along[t[i]], Math.max(along[t[i + 1]], along[t[i + 2]]));
            for (int level = (int) Math.ceil(least * LEVELS); level <= (int) (most * LEVELS); level++) {
                cross(
                        mesh.positions(),
                        along,
                        t,
                        i,
                        (double) level / LEVELS,
                        sums,
                        4 * (piece[t[i]] * (LEVELS + 1) + level));
            }
        }
        float[] centres = new float[mesh.positions().length];
        for (int v = 0; v < along.length; v++) {
            int first = piece[v] * (LEVELS + 1);
            double at = along[v] * LEVELS;
            int low = known(sums, first, (int) at, -1);
            int high = known(sums, first, Math.min(LEVELS, (int) at + 1), 1);
            for (int d = 0; d < 3; d++) {
                centres[3 * v + d] = (float) between(sums, first, low, high, at, d, mesh.positions()[3 * v + d]);
            }
        }
        return centres;
    }

    private static int known(double[] sums, int first, int level, int way) {
        for (int l = level; l >= 0 && l <= LEVELS; l += way) {
            if (sums[4 * (first + l) + 3] > 0) {
                return l;
            }
        }
        return -1;
    }

    private static double between(double[] sums, int first, int low, int high, double at, int d, double own) {
        if (low < 0 && high < 0) {
            return own;
        }
        int a = low < 0 ? high : low;
        int b = high < 0 ? low : high;
        double va = sums[4 * (first + a) + d] / sums[4 * (first + a) + 3];
        double vb = sums[4 * (first + b) + d] / sums[4 * (first + b) + 3];
        return a == b ? va : va + (vb - va) * Smooth.clamp01((at - a) / (b - a));
    }

    /** Adds the piece of a triangle at one level: its middle, weighted by its length. */
    private static void cross(float[] p, float[] along, int[] t, int i, double level, double[] sums, int to) {
        double[][] ends = new double[3][];
        int n = 0;
        for (int k = 0; k < 3; k++) {
            int a = t[i + k];
            int b = t[i + (k + 1) % 3];
            double sa = along[a];
            double sb = along[b];
            if (sa <= level != sb <= level) {
                double f = (level - sa) / (sb - sa);
                ends[n++] = new double[] {
                    p[3 * a] + f * (p[3 * b] - p[3 * a]),
                    p[3 * a + 1] + f * (p[3 * b + 1] - p[3 * a + 1]),
                    p[3 * a + 2] + f * (p[3 * b + 2] - p[3 * a + 2])
                };
            }
        }
        if (n == 2) {
            double weight = Vec.distance(ends[0], ends[1]) + 1e-12;
            for (int d = 0; d < 3; d++) {
                sums[to + d] += weight * 0.5 * (ends[0][d] + ends[1][d]);
            }
            sums[to + 3] += weight;
        }
    }

    /** The connected piece of each vertex, numbered from 0. */
    private static int[] pieces(Mesh mesh) {
        int[] first = Welding.firsts(mesh.positions(), 0);
        int[] root = first.clone();
        for (int i = 0; i < mesh.triangles().length; i += 3) {
            for (int k = 1; k < 3; k++) {
                int a = find(root, mesh.triangles()[i]);
                int b = find(root, mesh.triangles()[i + k]);
                root[Math.max(a, b)] = Math.min(a, b);
            }
        }
        int[] number = new int[root.length];
        Arrays.fill(number, -1);
        int[] piece = new int[root.length];
        int count = 0;
        for (int v = 0; v < root.length; v++) {
            int r = find(root, v);
            if (number[r] < 0) {
                number[r] = count++;
            }
            piece[v] = number[r];
        }
        return piece;
    }

    private static int find(int[] root, int start) {
        int v = start;
        while (root[v] != v) {
            root[v] = root[root[v]];
            v = root[v];
        }
        return v;
    }

    /** The vertices that share a side with each, one after the other; joined vertices count as one. */
    private static final class Neighbours {
        private final int[] start;
        private final int[] other;

        Neighbours(int[] first, int[] triangles) {
            start = new int[first.length + 1];
            for (int corner : triangles) {
                start[first[corner] + 1] += 2;
            }
            for (int v = 0; v < first.length; v++) {
                start[v + 1] += start[v];
            }
            other = new int[start[first.length]];
            int[] next = start.clone();
            for (int i = 0; i < triangles.length; i += 3) {
                for (int k = 0; k < 3; k++) {
                    int v = first[triangles[i + k]];
                    other[next[v]++] = first[triangles[i + (k + 1) % 3]];
                    other[next[v]++] = first[triangles[i + (k + 2) % 3]];
                }
            }
        }
    }
}
