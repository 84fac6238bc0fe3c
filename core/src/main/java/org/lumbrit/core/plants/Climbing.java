package org.lumbrit.core.plants;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.TriangleTree;

/**
 * Climbers that are grown over the ground and props: each keeps to the surface, seeks height or a direction, keeps away from what grew before, branches, and
 * ends where the surface does.
 *
 * @param step metres from node to node; @param longest metres from the foot to the farthest tip; @param gap metres of a stem's middle above the
 *     surface; @param seeks the way it seeks: as long as that is against its going straight on; @param strays how far it strays, against the same
 * @param apart metres that stems keep from each other; @param branches a metre; @param seed of all that is random
 */
public record Climbing(
        double step,
        double longest,
        double gap,
        double[] seeks,
        double strays,
        double apart,
        double branches,
        int seed) {
    /** Nodes that one climber has at most. */
    private static final int MOST = 20_000;
    /** Leaves that one climber has at most. */
    private static final int MOST_LEAVES = 200_000;
    /** Of a step: farther from the surface than this, it has no hold, and ends. */
    private static final double NO_HOLD = 0.75;
    /** Of the way a side shoot turns off, radians. */
    private static final double TURNS = 0.9;
    /** Ways that are tried where something is in the way, radians. */
    private static final double[] ASIDE = {0, 0.5, -0.5, 1, -1, 1.5, -1.5};
    /** Share of what was left that a side shoot may grow. */
    private static final double SIDE = 0.6;

    /**
     * A shoot.
     *
     * @param line its nodes; @param normals of the surface below each; @param start metres from the foot at which it begins
     * @param order 0 the climber itself, 1 what branches from it …
     */
    public record Shoot(double[][] line, double[][] normals, double start, int order) {}

    /** What is begun: a place, the way it goes, where along it is, what it may still grow, and how often it has branched. */
    private record Begun(double[] at, double[] normal, double[] way, double start, double left, int order, long own) {}

    /**
     * All climbers, one after the other.
     *
     * @param feet x, y, z of each; the nearest surface is taken
     * @return the shoots of each, the climber itself first; none where it found no hold
     */
    public List<List<Shoot>> grown(Ground ground, List<PlacedMesh> props, double[][] feet, Cancel cancel) {
        Hold hold = new Hold(ground, props);
        Taken taken = new Taken(apart);
        List<List<Shoot>> all = new ArrayList<>();
        for (int k = 0; k < feet.length; k++) {
            cancel.check();
            all.add(one(hold, taken, feet[k], k));
        }
        return all;
    }

    private List<Shoot> one(Hold hold, Taken taken, double[] foot, int which) {
        List<Shoot> shoots = new ArrayList<>();
        Deque<Begun> open = new ArrayDeque<>();
        long own = Hash.of(seed, which, 51);
        hold.at(foot);
        double turn = 2 * Math.PI * Hash.unit(Hash.of(own, 1));
        double[] way = Vec.sum(seeks, 1, Vec.level(turn), 0.3);
        open.add(new Begun(hold.point.clone(), hold.normal.clone(), way, 0, longest, 0, own));
        int nodes = 0;
        while (!open.isEmpty() && nodes < MOST) {
            Begun begun = open.poll();
            Shoot shoot = shoot(hold, taken, begun, which, open);
            if (shoot.line.length > 2) {
                shoots.add(shoot);
                nodes += shoot.line.length;
            }
        }
        return shoots;
    }

    private Shoot shoot(Hold hold, Taken taken, Begun begun, int which, Deque<Begun> open) {
        List<double[]> line = new ArrayList<>();
        List<double[]> normals = new ArrayList<>();
        double[] at = begun.at;
        double[] normal = begun.normal;
        double[] way = Vec.unit(Vec.reject(begun.way, normal));
        line.add(Vec.sum(at, 1, normal, gap));
        normals.add(normal);
        for (int k = 1; k * step <= begun.left && k < MOST; k++) {
            double[] wish = wish(hold.climbs(at, longest), way, normal, begun.own, k);
            double[] next = null;
            // over what is in the way only where no way leads round it
            for (int pass = 0; pass < 2 && next == null; pass++) {
                for (double aside : ASIDE) {
                    double[] to = Vec.turned(wish, normal, aside);
                    if (held(hold, at, normal, to, pass == 1)
                            && Vec.distance(hold.point, at) > 0.3 * step
                            && taken.free(hold.point, which, begun.own, k)) {
                        next = hold.point.clone();
                        normal = hold.normal.clone();
                        way = Vec.unit(Vec.reject(Vec.minus(next, at), normal));
                        break;
                    }
                }
            }
            if (next == null) {
                break;
            }
            at = next;
            taken.take(at, which, begun.own, k);
            line.add(Vec.sum(at, 1, normal, gap));
            normals.add(normal);
            long here = Hash.of(begun.own, 5, k);
            double left = SIDE * (begun.left - k * step);
            if (Hash.unit(here) < branches * step && left > 3 * step && begun.order < 4) {
                double side = Hash.unit(Hash.of(here, 1)) < 0.5 ? TURNS : -TURNS;
                open.add(new Begun(
                        at,
                        normal,
                        Vec.turned(way, normal, side),
                        begun.start + k * step,
                        left,
                        begun.order + 1,
                        here));
            }
        }
        return new Shoot(line.toArray(new double[0][]), normals.toArray(new double[0][]), begun.start, begun.order);
    }

    /** Whether it has hold a step ahead: on what it runs against, else on what lies there; over it, from a step above. */
    private boolean held(Hold hold, double[] at, double[] normal, double[] to, boolean over) {
        if (over) {
            double[] above = Vec.sum(Vec.sum(at, 1, to, step), 1, normal, step);
            return hold.at(above) < 1.5 * step;
        }
        return hold.meets(Vec.sum(at, 1, normal, 0.3 * step), to, 1.2 * step)
                || hold.at(Vec.sum(at, 1, to, step)) < NO_HOLD * step;
    }

    /** The way it would go: on as before, toward what it seeks and what it can climb, and astray, along the surface. */
    private double[] wish(double[] climbs, double[] way, double[] normal, long own, int k) {
        double[] stray = new double[3];
        for (int d = 0; d < 3; d++) {
            // strays slowly: between draws that lie some nodes apart
            double f = k / 6.0;
            long cell = (long) Math.floor(f);
            double a = 2 * Hash.unit(Hash.of(own, 7 + d, cell)) - 1;
            double b = 2 * Hash.unit(Hash.of(own, 7 + d, cell + 1)) - 1;
            stray[d] = a + (f - cell) * (b - a);
        }
        double[] wish = Vec.sum(Vec.sum(way, 1, seeks, 0.35), 1, stray, strays);
        wish = Vec.sum(wish, 1, climbs, seeks[1] > 0 ? 0.5 : 0);
        double[] along = Vec.unit(Vec.reject(wish, normal));
        return Vec.dot(along, along) > 0 ? along : way;
    }

    /** The nearest surface of ground and props. */
    private static final class Hold {
        private final Ground ground;
        private final List<PlacedMesh> props;
        private final TriangleTree.Probe[] probes;
        private final Samples one = Samples.allocate(Samples.NOT_KEPT, 1);
        private double[] point = new double[3];
        private double[] normal = new double[3];

        Hold(Ground ground, List<PlacedMesh> props) {
            this.ground = ground;
            this.props = props;
            this.probes = new TriangleTree.Probe[props.size()];
        }

        /** Metres to it; the point and the normal there are held. */
        double at(double[] p) {
            one.x()[0] = p[0];
            one.z()[0] = p[2];
            ground.settle(one, 0, 1);
            point = new double[] {p[0], one.y()[0], p[2]};
            normal = new double[] {one.nx()[0], one.ny()[0], one.nz()[0]};
            double best =
                    ground.holeAt(p[0], p[2]) ? Double.POSITIVE_INFINITY : Math.abs(p[1] - one.y()[0]) * one.ny()[0];
            for (int k = 0; k < probes.length; k++) {
                if (beyond(props.get(k).bounds(), p, best)) {
                    continue;
                }
                probes[k] = probes[k] == null ? props.get(k).probe() : probes[k];
                double[] nearest = new double[3];
                double away = props.get(k).nearest(probes[k], p[0], p[1], p[2], nearest);
                // what is buried gives no hold
                if (away < best && nearest[1] > ground.height(nearest[0], nearest[2])) {
                    best = away;
                    point = nearest;
                    double[] n = props.get(k).mesh().facing(3 * probes[k].triangle());
                    normal = Vec.unit(props.get(k).turn().rotate(n[0], n[1], n[2]));
                }
            }
            return best;
        }

        /** Whether a prop stands in the way; then what of it is met first is held. */
        boolean meets(double[] from, double[] way, double reach) {
            double best = reach;
            int met = -1;
            for (int k = 0; k < probes.length; k++) {
                if (beyond(props.get(k).bounds(), from, reach)) {
                    continue;
                }
                probes[k] = probes[k] == null ? props.get(k).probe() : probes[k];
                double away = props.get(k).meets(probes[k], from, way, best);
                if (away < best) {
                    best = away;
                    met = k;
                    double[] n = props.get(k).mesh().facing(3 * probes[k].triangle());
                    normal = Vec.unit(props.get(k).turn().rotate(n[0], n[1], n[2]));
                }
            }
            if (met < 0) {
                return false;
            }
            point = Vec.sum(from, 1, way, best);
            normal = Vec.dot(normal, way) > 0 ? Vec.sum(normal, -1, normal, 0) : normal;
            return true;
        }

        /** The level way from a place on the ground to the nearest prop, long 1; nothing where none is within reach, or where it is on one. */
        double[] climbs(double[] p, double reach) {
            double best = reach;
            double[] toward = new double[3];
            if (Math.abs(p[1] - ground.height(p[0], p[2])) > 1e-6 * reach) {
                return toward;
            }
            for (int k = 0; k < probes.length; k++) {
                if (beyond(props.get(k).bounds(), p, best)) {
                    continue;
                }
                probes[k] = probes[k] == null ? props.get(k).probe() : probes[k];
                double[] nearest = new double[3];
                double away = props.get(k).nearest(probes[k], p[0], p[1], p[2], nearest);
                if (away < best) {
                    best = away;
                    toward = Vec.unit(new double[] {nearest[0] - p[0], 0, nearest[2] - p[2]});
                }
            }
            return toward;
        }

        private static boolean beyond(double[] b, double[] p, double reach) {
            double square = 0;
            for (int d = 0; d < 3; d++) {
                double off = Math.max(0, Math.max(b[d] - p[d], p[d] - b[3 + d]));
                square += off * off;
            }
            return square >= reach * reach;
        }
    }

    /** Where stems are already, in cells as wide as they keep apart. */
    private static final class Taken {
        private final double apart;
        private final Map<Long, List<double[]>> cells = new HashMap<>();

        Taken(double apart) {
            this.apart = apart;
        }

        /** Whether no stem is near but the same one a little before, and what it branched from. */
        boolean free(double[] p, int which, long own, int node) {
            if (!(apart > 0)) {
                return true;
            }
            for (int x = -1; x <= 1; x++) {
                for (int y = -1; y <= 1; y++) {
                    for (int z = -1; z <= 1; z++) {
                        List<double[]> here = cells.get(cell(p, x, y, z));
                        for (int i = 0; here != null && i < here.size(); i++) {
                            double[] q = here.get(i);
                            boolean same = q[3] == which && (q[4] == own % (1L << 50) ? node - q[5] < 6 : node < 6);
                            double dx = q[0] - p[0];
                            double dy = q[1] - p[1];
                            double dz = q[2] - p[2];
                            if (!same && dx * dx + dy * dy + dz * dz < apart * apart) {
                                return false;
                            }
                        }
                    }
                }
            }
            return true;
        }

        void take(double[] p, int which, long own, int node) {
            if (apart > 0) {
                cells.computeIfAbsent(cell(p, 0, 0, 0), missing -> new ArrayList<>())
                        .add(new double[] {p[0], p[1], p[2], which, own % (1L << 50), node});
            }
        }

        private long cell(double[] p, int x, int y, int z) {
            long cx = (long) Math.floor(p[0] / apart) + x;
            long cy = (long) Math.floor(p[1] / apart) + y;
            long cz = (long) Math.floor(p[2] / apart) + z;
            return Hash.of(3, cx, cy, cz);
        }
    }

    /**
     * A climber as a plant: stems and leaves, with the way along from its foot.
     *
     * @param stem metres across at the foot; @param leaf metres long; @param leaves a metre; @param bark "#rrggbb"
     * @param which the climber, for its own chance
     */
    public PlantMesh mesh(List<Shoot> shoots, double stem, double leaf, double leaves, String bark, int which) {
        long nodes = shoots.stream().mapToLong(shoot -> shoot.line.length).sum();
        if (nodes * step * leaves > MOST_LEAVES) {
            throw new BeyondRoomException("A climber would have about " + Math.round(nodes * step * leaves)
                    + " leaves; " + MOST_LEAVES + " are the most. Lower how many stand on a metre.");
        }
        PlantBuilder to = new PlantBuilder();
        Draw draw = Draw.of(seed, which);
        long id = 0;
        for (Shoot shoot : shoots) {
            int n = shoot.line.length;
            double[] radii = new double[n];
            for (int i = 0; i < n; i++) {
                double far = (shoot.start + i * step) / longest;
                radii[i] = stem / 2 * (1 - 0.75 * Math.min(1, far)) * (shoot.order == 0 ? 1 : 0.7);
            }
            to.tube(shoot.line, radii, shoot.start, 5, PlantBuilder.colour(bark, 0));
            double length = shoot.start;
            double due = 0.5;
            for (int i = 1; i < n; i++) {
                double[] along = Vec.minus(shoot.line[i], shoot.line[i - 1]);
                length += Vec.distance(shoot.line[i], shoot.line[i - 1]);
                for (due += leaves * Vec.distance(shoot.line[i], shoot.line[i - 1]); due >= 1; due--, id++) {
                    leaf(to, draw, id, shoot, i, Vec.unit(along), leaf, length);
                }
            }
        }
        return to.mesh();
    }

    private static void leaf(
            PlantBuilder to, Draw draw, long id, Shoot shoot, int i, double[] along, double leaf, double length) {
        double[] normal = shoot.normals[i];
        double[] side = Vec.unit(Vec.cross(normal, along));
        double hand = id % 2 == 0 ? 1 : -1;
        double[] out = Vec.unit(Vec.sum(
                Vec.sum(side, hand * (0.8 + draw.about(21, id, 0.3)), along, 0.35 + draw.about(22, id, 0.5)),
                1,
                normal,
                0.45 + draw.about(23, id, 0.3)));
        double big = leaf * (0.6 + 0.5 * draw.unit(24, id));
        double[] root = Vec.sum(shoot.line[i], 1, out, 0.12 * big);
        double[] tip = Vec.sum(root, 1, out, big);
        // hangs a little
        tip[1] -= 0.25 * big;
        double[] middle = Vec.sum(Vec.sum(root, 0.5, tip, 0.5), 1, normal, 0.1 * big);
        double[] across = Vec.unit(Vec.cross(out, Vec.sum(normal, 1, new double[] {0, 1, 0}, 0.4)));
        to.blade(
                new double[][] {root, Vec.sum(root, 0.7, middle, 0.3), middle, tip},
                new double[] {0.2 * big, 0.75 * big, 0.7 * big, 0},
                Arc.same(across, 4),
                length,
                14,
                PlantMesh.TINTED);
    }
}
