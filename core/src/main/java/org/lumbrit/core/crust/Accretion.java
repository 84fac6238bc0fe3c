package org.lumbrit.core.crust;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Directions;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Powers;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.math.TurnedNoise;
import org.lumbrit.core.meshing.EvenTriangles;
import org.lumbrit.core.meshing.HalfEdges;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

/**
 * How a closed body grows a step: normals are smoothed; each place grows by how it faces (up at first, then sideways), by how much light comes to it, by how
 * clear it is of the body itself, and by noise; it moves along its normal by a quarter of an edge at most, and by a quarter of what is clear; then the body is
 * cut into even triangles anew.
 *
 * @param length of a side that is wanted, metres; @param step of it that a place with all it needs grows in a step, 0..0.25
 * @param power by which facing is raised: the higher, the narrower; @param turns share of all steps after which it grows sideways, not up; @param over
 *     share of all steps that the turn takes; @param up a unit vector; @param light where light comes from, a unit vector; @param spread half the angle
 *     of the cone it comes from, degrees; 0 for one direction; @param clear metres that it keeps from itself; @param smooth so often normals
 *     are smoothed; @param uneven share of growth that noise decides, 0..1; @param grain metres across the noise; @param seed of the noise
 */
public record Accretion(
        double length,
        double step,
        double power,
        double turns,
        double over,
        double[] up,
        double[] light,
        double spread,
        double clear,
        int smooth,
        double uneven,
        double grain,
        int seed) {
    /** Less than this of what could grow does not grow. */
    private static final double LEAST = 0.02;
    /** What faces so little the way it grows is not drawn along either. */
    private static final double EVEN_LEAST = 1e-4;
    /** Of an edge: no place moves further in a step. */
    private static final double FARTHEST = 0.25;
    /** Of what is clear: so that two sides that grow toward each other never meet. */
    private static final double OF_CLEAR = 0.25;
    /** Where nothing moves by more of an edge, it stands still. */
    private static final double STILL = 1e-4;
    /** Ways round the middle one that light comes along. */
    private static final int RING = 6;
    /** Ways round the normal that are looked along for what is near, and degrees from it. */
    private static final int NEAR_RING = 4;

    private static final double NEAR = 40;

    private static final int BATCH = 1024;
    /** Cosine of the turn of a facet by which a step is made smaller. */
    private static final double TURNED = 0.5;
    /** Cosine between two facets at an edge below which they are folded together. */
    private static final double FOLDED = -0.3;

    private static final int ROUNDS = 6;

    /**
     * A body after some steps.
     *
     * @param places x, y, z of each vertex; @param corners three a triangle; @param twins the half-edge beyond each
     * @param ages step at which each vertex grew last, 0 where it never did
     * @param moved how far a place moved in the last step at most, metres
     */
    public record Body(double[] places, int[] corners, int[] twins, float[] ages, double moved) {
        /** How many triangles. */
        public int count() {
            return corners.length / 3;
        }

        /** It as a mesh with normals. */
        public Mesh mesh() {
            return edges().mesh();
        }

        /** How much memory it takes. */
        public long bytes() {
            return 8L * places.length + 4L * (corners.length + twins.length + ages.length) + 64;
        }

        /** The same, at rest. */
        Body still() {
            return new Body(places, corners, twins, ages, 0);
        }

        /** The mean curvature at each vertex, 1/m, above 0 where it is rounded outward. */
        float[] bent() {
            HalfEdges edges = edges();
            double[] normals = edges.normals();
            float[] out = new float[ages.length];
            for (int v = 0; v < out.length; v++) {
                double sum = 0;
                double square = 0;
                int start = edges.leaving(v);
                int at = start;
                do {
                    int w = edges.to(at);
                    for (int d = 0; d < 3; d++) {
                        double off = places[3 * v + d] - places[3 * w + d];
                        sum += off * normals[3 * v + d];
                        square += off * off;
                    }
                    at = edges.around(at);
                } while (at != start);
                out[v] = square > 0 ? (float) (2 * sum / square) : 0;
            }
            return out;
        }

        private HalfEdges edges() {
            return HalfEdges.standing(places, corners, twins, ages);
        }

        static Body of(HalfEdges edges, double moved) {
            return new Body(edges.allPlaces(), edges.allCorners(), edges.allTwins(), edges.allAges(), moved);
        }
    }

    /** How much may grow at each vertex besides, 0..1. */
    @FunctionalInterface
    public interface Driven {
        float[] at(Mesh mesh);
    }

    /** The body before it grows: in even triangles. @param mesh closed @throws org.lumbrit.core.meshing.NotClosedException where it is not */
    public Body start(Mesh mesh, Cancel cancel) {
        return start(HalfEdges.of(mesh), cancel);
    }

    /** The same of one that is known to be closed, which is changed. */
    public Body start(HalfEdges edges, Cancel cancel) {
        return Body.of(EvenTriangles.of(edges, length, 6, true, cancel), length);
    }

    /** Whether nothing moves any more. */
    public boolean stands(Body body) {
        return body.moved < STILL * length;
    }

    /**
     * The body a step later.
     *
     * @param at the step, from 1 on; @param steps how many there are in all
     */
    public Body next(Body before, int at, int steps, Driven driven, Cancel cancel) {
        HalfEdges edges = before.edges();
        int n = edges.vertices();
        double[] normals = edges.normals();
        for (int k = 0; k < smooth; k++) {
            normals = smoothed(edges, normals, cancel);
        }
        double[] grows = grows(edges, normals, Smooth.clamp01((at - 0.5) / Math.max(1, steps)), driven, cancel);
        double[] places = before.places;
        double[] moved = places.clone();
        for (int v = 0; v < n; v++) {
            for (int d = 0; d < 3; d++) {
                moved[3 * v + d] += grows[v] * normals[3 * v + d];
            }
        }
        unturned(edges, places, moved, grows);
        float[] ages = before.ages.clone();
        double most = 0;
        for (int v = 0; v < n; v++) {
            if (grows[v] > 0) {
                ages[v] = at;
                most = Math.max(most, grows[v]);
            }
        }
        HalfEdges grown = HalfEdges.standing(moved, before.corners, before.twins, ages);
        return Body.of(most > 0 ? EvenTriangles.of(grown, length, 1, false, cancel) : grown, most);
    }

    private static double[] smoothed(HalfEdges edges, double[] normals, Cancel cancel) {
        double[] out = normals.clone();
        Chunks.run(edges.vertices(), cancel, (from, to) -> {
            for (int v = from; v < to; v++) {
                int start = edges.leaving(v);
                int at = start;
                do {
                    int w = edges.to(at);
                    for (int d = 0; d < 3; d++) {
                        out[3 * v + d] += normals[3 * w + d];
                    }
                    at = edges.around(at);
                } while (at != start);
                Directions.unit(out, 3 * v);
            }
        });
        return out;
    }

    /** Metres that each vertex grows. */
    private double[] grows(HalfEdges edges, double[] normals, double share, Driven driven, Cancel cancel) {
        int n = edges.vertices();
        double[] places = edges.allPlaces();
        TriangleTree tree = new TriangleTree(edges.mesh());
        float[] more = driven.at(tree.mesh());
        double[] uneven = unevenness(places, n, cancel);
        double turned = over > 0 ? Smooth.smoothstep(turns - over / 2, turns + over / 2, share) : share < turns ? 0 : 1;
        double[][] ways = Directions.cone(light, spread, RING);
        double[] bounds = tree.mesh().bounds();
        // farther than any ray goes within it
        double far = bounds[3] - bounds[0] + bounds[4] - bounds[1] + bounds[5] - bounds[2];
        double[] out = new double[n];
        double[] most = new double[n];
        Chunks.run(n, 256, cancel, (from, to) -> {
            TriangleTree.Probe probe = tree.probe();
            double[] at = new double[3];
            double[] facing = new double[3];
            for (int v = from; v < to; v++) {
                for (int d = 0; d < 3; d++) {
                    facing[d] = normals[3 * v + d];
                    at[d] = places[3 * v + d] + 0.01 * length * facing[d];
                }
                double wants = faces(Directions.dot(facing, up), turned);
                if (more[v] == 0 || wants < EVEN_LEAST) {
                    continue;
                }
                double lit = lit(probe, at, facing, ways, far);
                if (lit == 0) {
                    continue;
                }
                double room = room(probe, at, facing);
                double clearly = Smooth.smoothstep(0.5 * clear, clear, room);
                most[v] = Math.min(Math.min(more[v] * clearly, 1) * FARTHEST * length, OF_CLEAR * room);
                wants *= more[v] * uneven[v] * lit * clearly;
                out[v] = wants < LEAST ? 0 : Math.min(wants * step * length, most[v]);
            }
        });
        return shared(edges, out, most, cancel);
    }

    /** What grows draws its neighbours along, so that no thin edge frays: not where no light comes, nor nearer to itself than it may. */
    private static double[] shared(HalfEdges edges, double[] grows, double[] most, Cancel cancel) {
        double[] out = new double[grows.length];
        Chunks.run(out.length, cancel, (from, to) -> {
            for (int v = from; v < to; v++) {
                if (most[v] == 0) {
                    continue;
                }
                double sum = 0;
                int count = 0;
                int at = edges.leaving(v);
                do {
                    sum += grows[edges.to(at)];
                    count++;
                    at = edges.around(at);
                } while (at != edges.leaving(v));
                out[v] = Math.min(most[v], 0.5 * grows[v] + 0.5 * sum / count);
            }
        });
        return out;
    }

    /** How a facing tells: up, or sideways, or something between. */
    private double faces(double rises, double turned) {
        double side = Math.sqrt(Math.max(0, 1 - rises * rises));
        double facing = (1 - turned) * Math.max(0, rises) + turned * side;
        return power == 0 ? 1 : Powers.pow(Math.min(1, facing), power);
    }

    /** The share of the ways that light comes along. */
    private double lit(TriangleTree.Probe probe, double[] at, double[] facing, double[][] ways, double far) {
        int open = 0;
        for (double[] way : ways) {
            open += Directions.dot(facing, way) > 0
                            && probe.ray(at[0], at[1], at[2], way[0], way[1], way[2], far) == Double.POSITIVE_INFINITY
                    ? 1
                    : 0;
        }
        return (double) open / ways.length;
    }

    /** Metres that are free before it, at most what it keeps clear. */
    private double room(TriangleTree.Probe probe, double[] at, double[] facing) {
        double room = Math.max(clear, 4 * length);
        for (double[] way : Directions.cone(facing, NEAR, NEAR_RING)) {
            room = Math.min(room, probe.ray(at[0], at[1], at[2], way[0], way[1], way[2], room));
        }
        return room;
    }

    private double[] unevenness(double[] places, int n, Cancel cancel) {
        double[] out = new double[n];
        Arrays.fill(out, 1);
        if (uneven == 0) {
            return out;
        }
        Chunks.run(n, BATCH, cancel, (from, to) -> {
            TurnedNoise noise = new TurnedNoise(BATCH);
            double[][] p = new double[3][to - from];
            double[] sum = new double[to - from];
            for (int v = from; v < to; v++) {
                for (int d = 0; d < 3; d++) {
                    p[d][v - from] = places[3 * v + d] / grain;
                }
            }
            noise.add(
                    TurnedNoise.Lattice.CUBES,
                    0,
                    Hash.of(seed, 901),
                    0,
                    TurnedNoise.Change.NONE,
                    p[0],
                    p[1],
                    p[2],
                    to - from,
                    1,
                    sum);
            for (int v = from; v < to; v++) {
                out[v] = 1 - uneven * Smooth.clamp01(0.5 + sum[v - from]);
            }
        });
        return out;
    }

    /** Makes steps smaller where a facet would turn far by them, or two at an edge fold onto each other. */
    private static void unturned(HalfEdges edges, double[] places, double[] moved, double[] grows) {
        int[] corners = edges.allCorners();
        double[] before = facings(corners, places);
        boolean any = true;
        for (int round = 0; round < ROUNDS && any; round++) {
            any = false;
            double share = round < ROUNDS - 1 ? 0.5 : 0;
            double[] after = facings(corners, moved);
            boolean[] less = new boolean[grows.length];
            for (int h = 0; h < corners.length; h++) {
                int t = h - h % 3;
                int u = edges.twin(h) - edges.twin(h) % 3;
                double folded = cosine(after, t, after, u);
                if (h == t && cosine(before, t, after, t) < TURNED
                        || folded < FOLDED && folded < cosine(before, t, before, u)) {
                    for (int k = 0; k < 3; k++) {
                        less[corners[t + k]] = true;
                    }
                }
            }
            for (int v = 0; v < less.length; v++) {
                if (less[v] && grows[v] > 0) {
                    any = true;
                    grows[v] *= share;
                    for (int d = 0; d < 3; d++) {
                        moved[3 * v + d] = places[3 * v + d] + share * (moved[3 * v + d] - places[3 * v + d]);
                    }
                }
            }
        }
    }

    private static double[] facings(int[] corners, double[] places) {
        double[] out = new double[corners.length];
        for (int t = 0; t < corners.length; t += 3) {
            Directions.facing(corners, t, places, out, t);
            Directions.unit(out, t);
        }
        return out;
    }

    private static double cosine(double[] a, int i, double[] b, int j) {
        return a[i] * b[j] + a[i + 1] * b[j + 1] + a[i + 2] * b[j + 2];
    }
}
