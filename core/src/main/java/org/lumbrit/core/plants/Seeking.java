package org.lumbrit.core.plants;

import java.util.Arrays;

/**
 * Twigs that grow toward points of a crown (A. Runions, B. Lane and P. Prusinkiewicz, "Modeling trees with a space colonization
 * algorithm", 2007): each point draws the nearest twig within reach, a twig grows one step toward the mean of what draws it, and
 * a point is taken once a twig is near.
 */
public final class Seeking {
    private static final int MOST_STEPS = 2000;

    private final Branches branches = new Branches();
    private final Draw draw;
    private final Crown crown;
    private final double gap;
    private final double step;

    private Seeking(Draw draw, Crown crown, int attractors) {
        this.draw = draw;
        this.crown = crown;
        this.gap = crown.gap(attractors);
        this.step = 0.5 * gap;
    }

    /** @param stems x and z of each foot; @param droop how strongly twigs turn down, −1..1 */
    static Branches grown(Draw draw, Crown crown, double[][] stems, int attractors, double droop) {
        Seeking seeking = new Seeking(draw, crown, attractors);
        for (double[] foot : stems) {
            seeking.stem(foot, stems.length > 1);
        }
        seeking.colonise(attractors, droop);
        return seeking.branches;
    }

    /** A tree of about so many twigs, for measuring how long one takes to grow. */
    public static Branches measured(int seed, int attractors) {
        Crown crown = new Crown(2, 12, 4, 0.3);
        return grown(Draw.of(seed, 0), crown, new double[][] {{0, 0}}, attractors, 0.1);
    }

    private void stem(double[] foot, boolean many) {
        double start = many ? 1 : 0;
        int at = branches.add(foot[0] * 0.3 * start, 0, foot[1] * 0.3 * start, -1);
        // a single trunk leads on through most of the crown, many stems part at its foot
        double reach = crown.low() + (many ? 0.18 : 0.72) * (crown.high() - crown.low());
        int steps = Math.max(2, (int) Math.ceil(reach / step));
        double wave = 0.05 * reach;
        double phase = 6.283 * draw.unit(20, branches.count());
        for (int i = 1; i <= steps; i++) {
            double a = (double) i / steps;
            double off = wave * (StrictMath.sin(3 * a + phase) - StrictMath.sin(phase));
            double px = foot[0] * (many ? 0.3 + 0.7 * a : a) + off;
            double pz = foot[1] * (many ? 0.3 + 0.7 * a : a) - 0.6 * off;
            at = branches.add(px, reach * a, pz, at);
        }
    }

    private void colonise(int attractors, double droop) {
        Attractors points = new Attractors(draw, crown, attractors, 3.5 * gap);
        double taken = 1.05 * gap;
        for (int node = 0; node < branches.count(); node++) {
            points.meet(node, branches.x(node), branches.y(node), branches.z(node), taken);
        }
        double[] pull = new double[6 * branches.count()];
        int[] drawn = new int[2 * branches.count()];
        for (int round = 0; round < MOST_STEPS; round++) {
            if (pull.length < 3 * branches.count()) {
                pull = new double[6 * branches.count()];
                drawn = new int[2 * branches.count()];
            }
            int growing = points.pull(branches, pull, drawn);
            int before = branches.count();
            for (int g = 0; g < growing; g++) {
                int node = drawn[g];
                double[] to = Vec.unit(new double[] {pull[3 * node], pull[3 * node + 1], pull[3 * node + 2]});
                Arrays.fill(pull, 3 * node, 3 * node + 3, 0);
                to[1] -= 0.6 * droop;
                to = Vec.unit(to);
                double px = branches.x(node) + step * to[0];
                double py = Math.max(0.1 * step, branches.y(node) + step * to[1]);
                double pz = branches.z(node) + step * to[2];
                if (branches.newestFarther(node, px, py, pz, 0.2 * step)) {
                    branches.add(px, py, pz, node);
                }
            }
            if (branches.count() == before) {
                return;
            }
            for (int node = before; node < branches.count(); node++) {
                points.meet(node, branches.x(node), branches.y(node), branches.z(node), taken);
            }
        }
    }
}
