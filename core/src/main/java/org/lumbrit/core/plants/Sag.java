package org.lumbrit.core.plants;

/** How branches bend under what they carry: as beams do, their curvature the moment of that over their radius to the fourth. */
final class Sag {
    /** Of a branch's bending, as an angle a segment, for all that a tree's height does not say. */
    private static final double YIELD = 8e-4;
    /** Radians that one segment bends at most. */
    private static final double MOST_BEND = 0.15;

    private Sag() {}

    /**
     * Moves every node to where the weight beyond it lets it rest.
     *
     * @param sag 0 stiff, 1 usual wood; @param tall metres of the whole, by which small ones bend like large ones
     */
    static void bend(Branches branches, double sag, double tall) {
        int count = branches.count();
        double[] radii = branches.radii();
        double[] mass = new double[count];
        double[] atX = new double[count];
        double[] atZ = new double[count];
        for (int node = count - 1; node >= 0; node--) {
            int from = branches.parent(node);
            double own = radii[node] * radii[node] * (from < 0 ? 0 : branches.length(node) - branches.length(from));
            mass[node] += own;
            atX[node] += own * branches.x(node);
            atZ[node] += own * branches.z(node);
            if (from >= 0) {
                mass[from] += mass[node];
                atX[from] += atX[node];
                atZ[from] += atZ[node];
            }
        }
        double yields = sag * YIELD / tall;
        double[][] turned = new double[count][];
        double[][] place = new double[count][];
        for (int node = 0; node < count; node++) {
            int from = branches.parent(node);
            if (from < 0) {
                place[node] = branches.place(node);
                turned[node] = new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1};
                continue;
            }
            double[] way = Vec.minus(branches.place(node), branches.place(from));
            double moment =
                    Math.hypot(atX[node] - mass[node] * branches.x(from), atZ[node] - mass[node] * branches.z(from));
            double r = radii[node];
            double length = branches.length(node);
            double angle = yields * moment / (r * r * r * r) * (length - branches.length(from));
            turned[node] = lowered(turned[from], way, Math.min(MOST_BEND, angle));
            double[] on = times(turned[node], way);
            place[node] = new double[] {
                place[from][0] + on[0], Math.max(0.02 * length, place[from][1] + on[1]), place[from][2] + on[2]
            };
        }
        for (int node = 0; node < count; node++) {
            branches.move(node, place[node]);
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
}
