package org.lumbrit.core.plants;

/**
 * A tree of orders (C. de Reffye et al., "Plant models faithful to botanical structure and development", 1988): a trunk to the top,
 * branches from it round and round or in whorls, as long as the crown is wide there, and from each branch shorter ones to both
 * sides.
 *
 * @param angle degrees between a branch and what it grows from; @param whorl branches at one height, 1 for one after the other
 * @param shorter length of a side branch over what is left of its own; @param droop how strongly branches turn down, −1..1
 * @param variety 0..1, how uneven it grows
 */
record Orders(double angle, int whorl, double shorter, double droop, double variety) {
    /** Radians from one branch to the next round the trunk, where none stands beside it: the golden angle. */
    private static final double GOLDEN = 2.399963;

    private static final int MOST_ORDERS = 4;
    /** Of the gap between twigs, what a side branch must be long to grow at all. */
    private static final double SHORTEST = 0.55;

    /** @param twigs about how many there are to be, evenly spread over the crown; @param lean x and z of the top */
    Branches grown(Draw draw, Crown crown, double[] lean, int twigs) {
        Growing growing = new Growing(draw, crown, crown.gap(twigs), new Branches());
        growing.trunk(lean);
        return growing.branches;
    }

    private final class Growing {
        private final Draw draw;
        private final Crown crown;
        private final double gap;
        private final double step;
        private final Branches branches;
        private long next;

        private Growing(Draw draw, Crown crown, double gap, Branches branches) {
            this.draw = draw;
            this.crown = crown;
            this.gap = gap;
            this.step = 0.6 * gap;
            this.branches = branches;
        }

        private void trunk(double[] lean) {
            int steps = Math.max(6, (int) Math.ceil(crown.high() / step));
            double phase = 6.283 * draw.unit(20, 0);
            double wave = 0.03 * crown.high() * variety;
            int[] nodes = new int[steps + 1];
            nodes[0] = branches.add(0, 0, 0, -1);
            for (int i = 1; i <= steps; i++) {
                double a = (double) i / steps;
                double off = wave * (StrictMath.sin(5 * a + phase) - StrictMath.sin(phase));
                nodes[i] = branches.add(lean[0] * a + off, crown.high() * a, lean[1] * a - 0.7 * off, nodes[i - 1]);
            }
            double apart = gap * whorl / 4;
            int layers = Math.max(1, (int) ((0.97 * crown.high() - crown.low()) / apart));
            for (int layer = 0; layer < layers; layer++) {
                double height = crown.low() + (layer + draw.about(21, layer, 0.4 * variety)) * apart;
                int foot = nodes[Math.min(steps - 1, Math.max(1, (int) (height / crown.high() * steps)))];
                for (int b = 0; b < whorl; b++) {
                    double turn = GOLDEN * layer + 2 * StrictMath.PI * b / whorl;
                    bough(foot, turn + draw.about(22, next, 0.5 * variety));
                }
            }
        }

        /** A branch of the trunk, so long that it ends where the crown does. */
        private void bough(int foot, double turn) {
            long id = next++;
            double share = (branches.y(foot) - crown.low()) / (crown.high() - crown.low());
            if (draw.unit(23, id) < 0.3 * variety * (1 - share)) {
                return;
            }
            // older branches have come down, younger ones still stand up
            double open = StrictMath.toRadians(Math.min(130, angle * (1.15 - 0.35 * share)))
                    + draw.about(24, id, 0.25 * variety);
            double[] out = Vec.level(turn);
            double[] way = Vec.sum(new double[] {0, 1, 0}, StrictMath.cos(open), out, StrictMath.sin(open));
            double reach = gap;
            while (reach < 4 * crown.radius() && crown.holds(Vec.sum(branches.place(foot), 1, way, reach))) {
                reach += 0.25 * gap;
            }
            branch(foot, way, reach * (1 - 0.35 * variety * draw.unit(25, id)), 1);
        }

        private void branch(int foot, double[] from, double reach, int order) {
            int steps = Math.max(1, (int) Math.round(reach / step));
            double long_ = reach / steps;
            int[] nodes = new int[steps + 1];
            double[][] ways = new double[steps + 1][];
            nodes[0] = foot;
            ways[0] = from;
            double crooked = 0.12 + 0.25 * variety;
            for (int i = 1; i <= steps; i++) {
                long id = next++;
                double[] bent = {
                    ways[i - 1][0] + draw.about(26, id, crooked),
                    ways[i - 1][1] - 0.9 * droop * long_ / reach + draw.about(27, id, crooked),
                    ways[i - 1][2] + draw.about(28, id, crooked)
                };
                ways[i] = Vec.unit(bent);
                double[] at = Vec.sum(branches.place(nodes[i - 1]), 1, ways[i], long_);
                nodes[i] = branches.add(at[0], Math.max(0.1 * step, at[1]), at[2], nodes[i - 1]);
            }
            if (order < MOST_ORDERS) {
                sides(nodes, ways, reach, order);
            }
        }

        private void sides(int[] nodes, double[][] ways, double reach, int order) {
            int steps = nodes.length - 1;
            double since = 0;
            int which = 0;
            for (int i = 1; i < steps; i++) {
                since += reach / steps;
                double left = reach * (steps - i) / steps;
                long id = next++;
                double side = shorter * (left + 0.5 * gap) * (1 + draw.about(29, id, 0.4 * variety));
                if (since < 0.55 * gap || i < 0.2 * steps || side < SHORTEST * gap) {
                    continue;
                }
                since = 0;
                double[] forward = ways[i];
                double[] level = Vec.unit(Vec.cross(new double[] {0, 1, 0}, forward));
                if (Vec.dot(level, level) == 0) {
                    level = Vec.across(forward);
                }
                double roll = (which++ % 2) * StrictMath.PI + draw.about(30, id, 0.3 + 0.6 * variety);
                double open = StrictMath.toRadians(Math.min(75, 0.9 * angle)) + draw.about(31, id, 0.3 * variety);
                double[] out = Vec.turned(level, forward, roll);
                branch(nodes[i], Vec.sum(forward, StrictMath.cos(open), out, StrictMath.sin(open)), side, order + 1);
            }
        }
    }
}
