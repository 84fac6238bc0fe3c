package org.lumbrit.core.plants;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Twigs that grow toward points of a crown (A. Runions, B. Lane and P. Prusinkiewicz, "Modeling trees with a space colonization
 * algorithm", 2007): each point draws the nearest twig within reach, a twig grows one step toward the mean of what draws it, and
 * a point is taken once a twig is near. Radii follow the pipe model (K. Shinozaki et al., 1964): rᵉ of a branch is the sum of its
 * children's. Branches sag as beams do, by their moment over r⁴.
 */
public final class Branches {
    /** Of a branch's bending, as an angle a segment, for all that a tree's height does not say. */
    private static final double YIELD = 8e-4;
    /** Radians that one segment bends at most. */
    private static final double MOST_BEND = 0.15;

    private static final int MOST_STEPS = 2000;
    /** Radii of the trunk up to which its foot is wider. */
    private static final double ROOTS = 6;
    /** Leaves stand on so many steps back from an end. */
    private static final int LEAFY = 4;

    private double[] x = new double[1024];
    private double[] y = new double[1024];
    private double[] z = new double[1024];
    private double[] length = new double[1024];
    private int[] parent = new int[1024];
    private int[] newest = new int[1024];
    private int count;
    private double[] radii = new double[0];
    private double twig;

    private Branches() {}

    /**
     * Where twigs grow: a round body between two heights that narrows to its top as far as it is pointed.
     *
     * @param low metres; @param high metres; @param radius metres; @param pointed 0..1
     */
    record Crown(double low, double high, double radius, double pointed) {
        double radiusAt(double share) {
            double round = Math.sqrt(Math.max(0, 1 - (2 * share - 1) * (2 * share - 1)));
            double cone = Math.min(1, share / 0.15) * (1 - share);
            return radius * (round + pointed * (cone - round));
        }

        double volume() {
            double sum = 0;
            for (int i = 0; i < 64; i++) {
                double r = radiusAt((i + 0.5) / 64);
                sum += StrictMath.PI * r * r * (high - low) / 64;
            }
            return sum;
        }

        double[] point(Draw draw, int which) {
            double share = 0;
            for (int retry = 0; retry < 24; retry++) {
                share = draw.unit(100 + retry, which);
                double r = radiusAt(share) / radius;
                if (draw.unit(200 + retry, which) < r * r) {
                    break;
                }
            }
            double[] out = Vec.level(2 * StrictMath.PI * draw.unit(300, which));
            double r = radiusAt(share) * Math.sqrt(draw.unit(301, which));
            return new double[] {out[0] * r, low + share * (high - low), out[2] * r};
        }
    }

    /** @param stems x and z of each foot; @param droop how strongly twigs turn down, −1..1 */
    static Branches grown(Draw draw, Crown crown, double[][] stems, int attractors, double droop) {
        Branches branches = new Branches();
        double gap = StrictMath.cbrt(crown.volume() / attractors);
        double step = 0.5 * gap;
        for (double[] foot : stems) {
            branches.stem(draw, crown, foot, step, stems.length > 1);
        }
        branches.colonise(draw, crown, attractors, gap, step, droop);
        return branches;
    }

    private void stem(Draw draw, Crown crown, double[] foot, double step, boolean many) {
        double start = many ? 1 : 0;
        int at = add(foot[0] * 0.3 * start, 0, foot[1] * 0.3 * start, -1);
        // a single trunk leads on through most of the crown, many stems part at its foot
        double reach = crown.low + (many ? 0.18 : 0.72) * (crown.high - crown.low);
        int steps = Math.max(2, (int) Math.ceil(reach / step));
        double wave = 0.05 * reach;
        double phase = 6.283 * draw.unit(20, count);
        for (int i = 1; i <= steps; i++) {
            double a = (double) i / steps;
            double off = wave * (StrictMath.sin(3 * a + phase) - StrictMath.sin(phase));
            double px = foot[0] * (many ? 0.3 + 0.7 * a : a) + off;
            double pz = foot[1] * (many ? 0.3 + 0.7 * a : a) - 0.6 * off;
            at = add(px, reach * a, pz, at);
        }
    }

    private int add(double px, double py, double pz, int from) {
        if (count == x.length) {
            x = Arrays.copyOf(x, 2 * count);
            y = Arrays.copyOf(y, 2 * count);
            z = Arrays.copyOf(z, 2 * count);
            length = Arrays.copyOf(length, 2 * count);
            parent = Arrays.copyOf(parent, 2 * count);
            newest = Arrays.copyOf(newest, 2 * count);
        }
        x[count] = px;
        y[count] = py;
        z[count] = pz;
        parent[count] = from;
        newest[count] = -1;
        if (from >= 0) {
            length[count] = length[from] + Math.sqrt(square(from, px, py, pz));
            newest[from] = count;
        }
        return count++;
    }

    private double square(int node, double px, double py, double pz) {
        double dx = x[node] - px;
        double dy = y[node] - py;
        double dz = z[node] - pz;
        return dx * dx + dy * dy + dz * dz;
    }

    private void colonise(Draw draw, Crown crown, int attractors, double gap, double step, double droop) {
        Attractors points = new Attractors(draw, crown, attractors, 3.5 * gap);
        double taken = 1.05 * gap;
        for (int node = 0; node < count; node++) {
            points.meet(node, x[node], y[node], z[node], taken);
        }
        double[] pull = new double[3 * x.length];
        int[] drawn = new int[x.length];
        for (int round = 0; round < MOST_STEPS; round++) {
            if (pull.length < 3 * count) {
                pull = new double[3 * x.length];
                drawn = new int[x.length];
            }
            int growing = points.pull(this, pull, drawn);
            int before = count;
            for (int g = 0; g < growing; g++) {
                int node = drawn[g];
                double[] to = Vec.unit(new double[] {pull[3 * node], pull[3 * node + 1], pull[3 * node + 2]});
                Arrays.fill(pull, 3 * node, 3 * node + 3, 0);
                to[1] -= 0.6 * droop;
                to = Vec.unit(to);
                double px = x[node] + step * to[0];
                double py = Math.max(0.1 * step, y[node] + step * to[1]);
                double pz = z[node] + step * to[2];
                if (newest[node] < 0 || square(newest[node], px, py, pz) > 0.04 * step * step) {
                    add(px, py, pz, node);
                }
            }
            if (count == before) {
                return;
            }
            for (int node = before; node < count; node++) {
                points.meet(node, x[node], y[node], z[node], taken);
            }
        }
    }

    double x(int node) {
        return x[node];
    }

    double y(int node) {
        return y[node];
    }

    double z(int node) {
        return z[node];
    }

    /** How many twigs end. */
    public int twigs() {
        boolean[] carries = new boolean[count];
        for (int node = 0; node < count; node++) {
            if (parent[node] >= 0) {
                carries[parent[node]] = true;
            }
        }
        int ends = 0;
        for (int node = 0; node < count; node++) {
            ends += carries[node] ? 0 : 1;
        }
        return ends;
    }

    /** A tree of about so many twigs, for measuring how long one takes to grow. */
    public static Branches measured(int seed, int attractors) {
        Crown crown = new Crown(2, 12, 4, 0.3);
        return grown(Draw.of(seed, 0), crown, new double[][] {{0, 0}}, attractors, 0.1);
    }

    /** Gives each branch its radius. @param twig metres of the thinnest; @param pipe the exponent of the pipe model */
    Branches thickened(double twig, double pipe) {
        this.twig = twig;
        double[] sums = new double[count];
        double own = StrictMath.pow(twig, pipe);
        radii = new double[count];
        for (int node = count - 1; node >= 0; node--) {
            double sum = sums[node] == 0 ? own : sums[node];
            radii[node] = StrictMath.pow(sum, 1 / pipe);
            if (parent[node] >= 0) {
                sums[parent[node]] += sum;
            }
        }
        return this;
    }

    /**
     * Bends each branch under what it carries: its curvature is the moment of that over its radius to the fourth.
     *
     * @param sag 0 stiff, 1 usual wood; @param tall metres of the whole, by which small ones bend like large ones
     */
    Branches sagged(double sag, double tall) {
        if (sag == 0) {
            return this;
        }
        double[] mass = new double[count];
        double[] atX = new double[count];
        double[] atZ = new double[count];
        for (int node = count - 1; node >= 0; node--) {
            int from = parent[node];
            double own = radii[node] * radii[node] * (from < 0 ? 0 : length[node] - length[from]);
            mass[node] += own;
            atX[node] += own * x[node];
            atZ[node] += own * z[node];
            if (from >= 0) {
                mass[from] += mass[node];
                atX[from] += atX[node];
                atZ[from] += atZ[node];
            }
        }
        bend(sag * YIELD / tall, mass, atX, atZ);
        return this;
    }

    private void bend(double yields, double[] mass, double[] atX, double[] atZ) {
        double[][] turned = new double[count][];
        double[][] place = new double[count][];
        for (int node = 0; node < count; node++) {
            int from = parent[node];
            if (from < 0) {
                place[node] = place(node);
                turned[node] = new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1};
                continue;
            }
            double[] way = Vec.minus(place(node), place(from));
            double moment = Math.hypot(atX[node] - mass[node] * x[from], atZ[node] - mass[node] * z[from]);
            double r = radii[node];
            double angle = yields * moment / (r * r * r * r) * (length[node] - length[from]);
            turned[node] = lowered(turned[from], way, Math.min(MOST_BEND, angle));
            double[] on = times(turned[node], way);
            place[node] = new double[] {
                place[from][0] + on[0], Math.max(0.02 * length[node], place[from][1] + on[1]), place[from][2] + on[2]
            };
        }
        for (int node = 0; node < count; node++) {
            x[node] = place[node][0];
            y[node] = place[node][1];
            z[node] = place[node][2];
        }
    }

    /** A turning with the way it leads lowered by an angle, but not beyond straight down. */
    private static double[] lowered(double[] turning, double[] way, double angle) {
        double[] now = times(turning, way);
        double flat = Math.hypot(now[0], now[2]);
        double left = StrictMath.atan2(flat, -now[1]);
        double by = Math.min(angle, 0.9 * left);
        if (flat < 1e-9 || by <= 0) {
            return turning;
        }
        double[] axis = {now[2] / flat, 0, -now[0] / flat};
        double[] out = new double[9];
        for (int c = 0; c < 3; c++) {
            double[] column = Vec.turned(new double[] {turning[c], turning[3 + c], turning[6 + c]}, axis, by);
            out[c] = column[0];
            out[3 + c] = column[1];
            out[6 + c] = column[2];
        }
        return out;
    }

    private static double[] times(double[] turning, double[] v) {
        return new double[] {
            turning[0] * v[0] + turning[1] * v[1] + turning[2] * v[2],
            turning[3] * v[0] + turning[4] * v[1] + turning[5] * v[2],
            turning[6] * v[0] + turning[7] * v[1] + turning[8] * v[2]
        };
    }

    /** Radius of each node in metres, in the order in which they grew; the first is the foot. */
    double[] radii() {
        return radii;
    }

    /** The node that each grew from, −1 at a foot; an array of its own. */
    int[] parents() {
        return Arrays.copyOf(parent, count);
    }

    /** Tubes from the foot to every twig's end, and leaves there; {@code detail} drops thin twigs and joins leaves. */
    PlantMesh mesh(Draw draw, double flare, double leaf, int leaves, String bark, int detail) {
        int[] heir = heirs();
        PlantBuilder builder = new PlantBuilder();
        int colour = PlantBuilder.colour(bark, 0);
        double least = detail < 2 ? 0 : twig * (detail == 2 ? 1.5 : 2.6);
        for (int node = 0; node < count; node++) {
            boolean root = parent[node] < 0;
            if ((root || heir[parent[node]] != node) && (root || radii[node] >= least)) {
                chain(builder, node, heir, flare, detail, colour);
            }
        }
        if (leaf > 0 && leaves > 0) {
            foliage(builder, draw, heir, leaf, leaves, detail);
        }
        return builder.mesh();
    }

    /** Of each node the thickest child, which goes on in the same tube; −1 at an end. */
    private int[] heirs() {
        int[] heir = new int[count];
        Arrays.fill(heir, -1);
        for (int node = 1; node < count; node++) {
            int from = parent[node];
            if (from >= 0 && (heir[from] < 0 || radii[node] > radii[heir[from]])) {
                heir[from] = node;
            }
        }
        return heir;
    }

    private void chain(PlantBuilder to, int first, int[] heir, double flare, int detail, int colour) {
        List<double[]> line = new ArrayList<>();
        List<Double> thick = new ArrayList<>();
        double start = length[first];
        if (parent[first] >= 0) {
            start = length[parent[first]];
            line.add(place(parent[first]));
            thick.add(Math.min(radii[parent[first]], 1.15 * radii[first]));
        }
        int skip = 1 << Math.max(0, detail - 1);
        int at = 0;
        for (int node = first; node >= 0; node = heir[node], at++) {
            if (at % skip == 0 || heir[node] < 0 || parent[node] < 0) {
                line.add(place(node));
                thick.add(radii[node] * (parent[node] < 0 ? 1 + flare : 1 + flare * roots(node)));
            }
        }
        if (line.size() < 2) {
            return;
        }
        double r = radii[first];
        int sides = r > 7 * twig ? 8 : r > 3 * twig ? 5 : 3;
        double[] radius = thick.stream().mapToDouble(Double::doubleValue).toArray();
        to.tube(line.toArray(double[][]::new), radius, start, Math.max(3, sides >> Math.min(1, detail)), colour);
    }

    /** How much of the foot's flare is left further up the trunk: half of it just above the foot, none from {@link #ROOTS} of its radii on. */
    private double roots(int node) {
        double above = length[node] / (ROOTS * radii[0]);
        return above >= 1 ? 0 : 0.5 * (1 - above) * (1 - above);
    }

    private double[] place(int node) {
        return new double[] {x[node], y[node], z[node]};
    }

    private void foliage(PlantBuilder to, Draw draw, int[] heir, double leaf, int leaves, int detail) {
        int every = 1 << detail;
        double larger = Math.sqrt(every);
        int seen = 0;
        int[] toEnd = toEnds();
        for (int node = 0; node < count; node++) {
            if (toEnd[node] >= LEAFY || parent[node] < 0) {
                continue;
            }
            for (int l = 0; l < (heir[node] < 0 ? leaves : (leaves + 1) / 2); l++) {
                if (seen++ % every == 0) {
                    leaf(to, draw, node, l, leaf * larger, detail > 0);
                }
            }
        }
    }

    /** How many steps each node is away from the farthest end that it carries. */
    private int[] toEnds() {
        int[] steps = new int[count];
        for (int node = count - 1; node > 0; node--) {
            if (parent[node] >= 0) {
                steps[parent[node]] = Math.max(steps[parent[node]], steps[node] + 1);
            }
        }
        return steps;
    }

    private void leaf(PlantBuilder to, Draw draw, int node, int which, double size, boolean plain) {
        long id = 64L * node + which;
        int from = Math.max(0, parent[node]);
        double[] forward = Vec.unit(Vec.minus(place(node), place(from)));
        double[] side = Vec.turned(Vec.across(forward), forward, 6.283 * draw.unit(400, id));
        double[] out = Vec.unit(Vec.sum(side, 0.9, forward, 0.5 + draw.about(401, id, 0.4)));
        double back = draw.unit(402, id) * 0.5;
        double[] at = Vec.sum(place(node), 1 - back, place(from), back);
        double big = size * (0.7 + 0.6 * draw.unit(403, id));
        double[] tip = Vec.sum(at, 1, out, big);
        double[] across = Vec.unit(Vec.cross(out, Vec.turned(forward, out, draw.about(404, id, 0.8))));
        double start = length[from] + (1 - back) * (length[node] - length[from]);
        if (plain) {
            to.blade(
                    new double[][] {at, tip},
                    new double[] {0.75 * big, 0},
                    Arc.same(across, 2),
                    start,
                    0,
                    PlantMesh.TINTED);
        } else {
            double[][] rib = {at, Vec.sum(at, 0.55, tip, 0.45), tip};
            to.blade(rib, new double[] {0.18 * big, 0.62 * big, 0}, Arc.same(across, 3), start, 0, PlantMesh.TINTED);
        }
    }
}
