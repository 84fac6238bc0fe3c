package org.lumbrit.core.plants;

/**
 * One leaf of a true shape: it faces the light, is folded along its midrib and hangs a little toward its tip. Its normals lean toward
 * the outside of the crown, so that a crown is shaded as one body.
 */
final class Leaf {
    /** Of the normals, how much is the crown's. */
    private static final double CROWN = 0.55;
    /** Pairs of leaflets. */
    private static final int PAIRS = 5;

    private static final int NEEDLES = 7;

    private final PlantBuilder to;
    private final LeafShape shape;
    private final double fold;
    private final double[] at;
    private final double[] out;
    private final double[] face;
    private final double[] across;
    private final double[] crown;
    private final double start;
    private final Draw draw;
    private final long id;
    private final int colour;

    /**
     * @param at where it stands; @param out unit, the way it leads; @param roll radians off the light
     * @param crown unit, out of the crown; @param start metres along from the foot
     */
    Leaf(
            PlantBuilder to,
            LeafShape shape,
            double fold,
            double[] at,
            double[] out,
            double roll,
            double[] crown,
            double start,
            Draw draw,
            long id) {
        this.to = to;
        this.shape = shape;
        this.fold = StrictMath.toRadians(fold);
        this.at = at;
        this.out = out;
        double[] light = Vec.sum(new double[] {0, 1, 0}, 1, crown, 0.5);
        this.face = Vec.turned(Vec.unit(Vec.reject(light, out)), out, roll);
        this.across = Vec.cross(out, face);
        this.crown = crown;
        this.start = start;
        this.draw = draw;
        this.id = id;
        double hue = draw.about(405, id, 1);
        this.colour = PlantBuilder.colour(hue > 0 ? "#e2d58c" : "#2a2f18", 1 - 0.24 * Math.abs(hue));
    }

    /** Adds it. @param size metres of its length; @param detail 0 in full */
    void put(double size, int detail) {
        if (shape == LeafShape.NEEDLES) {
            needles(size, detail);
        } else if (shape == LeafShape.PINNATE && detail < 2) {
            leaflets(size, detail == 0 ? PAIRS : 2);
        } else if (detail == 0) {
            double stalk = 0.16 * size;
            double[] foot = Vec.sum(at, 1, out, stalk);
            sliver(at, foot, 0.05 * size, across);
            outlined(foot, size - stalk);
        } else {
            kite(at, out, across, face, size, shape.slender() * size, shape.outline()[shape.outline().length / 2][0]);
        }
    }

    private double[] normal(double[] own) {
        return Vec.sum(own, 1 - CROWN, crown, CROWN);
    }

    private int vertex(double[] p, double[] own, double[] centre) {
        return to.vertex(p, normal(own), centre, start + Vec.distance(at, centre), colour);
    }

    /** The whole outline: a row of three a step, the midrib in their middle. */
    private void outlined(double[] foot, double size) {
        double width = shape.slender() * size;
        double hang = 0.22 * size;
        double up = StrictMath.sin(fold);
        double flat = StrictMath.cos(fold);
        double[] left = Vec.sum(face, flat, across, up);
        double[] right = Vec.sum(face, flat, across, -up);
        int before = vertex(foot, face, foot);
        boolean first = true;
        for (double[] row : shape.outline()) {
            double t = row[0];
            double half = row[1] * width / 2;
            double[] rib = Vec.sum(Vec.sum(foot, 1, out, t * size), 1, face, -hang * t * t);
            double[] lifted = Vec.sum(rib, 1, face, half * up);
            int l = vertex(Vec.sum(lifted, 1, across, -half * flat), left, rib);
            int m = vertex(rib, face, rib);
            int r = vertex(Vec.sum(lifted, 1, across, half * flat), right, rib);
            if (first) {
                to.triangle(before, r, m);
                to.triangle(before, m, l);
            } else {
                to.triangle(before - 1, before, l);
                to.triangle(before, m, l);
                to.triangle(before, before + 1, m);
                to.triangle(before + 1, r, m);
            }
            first = false;
            before = m;
        }
        double[] end = Vec.sum(Vec.sum(foot, 1, out, size), 1, face, -hang);
        int tip = vertex(end, face, end);
        to.triangle(before - 1, before, tip);
        to.triangle(before, before + 1, tip);
    }

    /** Two triangles that meet at the midrib. */
    private void kite(
            double[] foot, double[] way, double[] side, double[] up, double size, double width, double widest) {
        double lift = StrictMath.sin(fold) * width / 2;
        double half = StrictMath.cos(fold) * width / 2;
        double[] rib = Vec.sum(foot, 1, way, widest * size);
        double[] lifted = Vec.sum(rib, 1, up, lift);
        double[] tip = Vec.sum(Vec.sum(foot, 1, way, size), 1, up, -0.18 * size);
        int base = vertex(foot, up, foot);
        int l = vertex(Vec.sum(lifted, 1, side, -half), Vec.sum(up, 1, side, 0.5), rib);
        int r = vertex(Vec.sum(lifted, 1, side, half), Vec.sum(up, 1, side, -0.5), rib);
        int end = vertex(tip, up, tip);
        to.triangle(base, r, end);
        to.triangle(base, end, l);
    }

    /** A stalk or a needle: one thin triangle. */
    private void sliver(double[] foot, double[] tip, double width, double[] side) {
        double[] own = Vec.unit(Vec.cross(side, Vec.minus(tip, foot)));
        int a = vertex(Vec.sum(foot, 1, side, -width / 2), own, foot);
        vertex(Vec.sum(foot, 1, side, width / 2), own, foot);
        vertex(tip, own, tip);
        to.triangle(a, a + 1, a + 2);
    }

    private void leaflets(double size, int pairs) {
        double[] end = Vec.sum(at, 1, out, 0.78 * size);
        sliver(at, end, 0.03 * size, across);
        double broad = Math.min(0.3, 0.72 / pairs) * size;
        double[] narrow = {0.36 * size, broad * (pairs == PAIRS ? 0.95 : 0.9)};
        for (int p = 0; p < pairs; p++) {
            double t = 0.2 + 0.58 * (p + 0.3) / pairs;
            double[] foot = Vec.sum(at, 1, out, t * size);
            double near = narrow[0] * (1 - 0.25 * Math.abs(2.0 * p / pairs - 0.6));
            for (int s = -1; s <= 1; s += 2) {
                double[] way = Vec.unit(Vec.sum(across, s, out, 0.45));
                kite(foot, way, Vec.cross(way, face), face, near, narrow[1], 0.45);
            }
        }
        kite(end, out, across, face, narrow[0], narrow[1], 0.45);
    }

    private void needles(double size, int detail) {
        int count = Math.max(1, NEEDLES >> detail);
        double width = 0.05 * size * NEEDLES / count * (detail == 0 ? 1 : 0.8);
        for (int n = 0; n < count; n++) {
            double[] off = Vec.turned(across, out, 2.4 * n + 6.283 * draw.unit(406, id));
            double[] way = Vec.unit(Vec.sum(out, 1, off, 0.55 + draw.about(407, id + 32L * n, 0.25)));
            sliver(at, Vec.sum(at, 1, way, size), width, Vec.unit(Vec.cross(way, off)));
        }
    }
}
