package org.lumbrit.core.motion;

/**
 * How a plant gives way in its own frame, metres, foot at the origin, its axis along +Y. Bending, the angle at height a is
 * bend · mask(a): the mask is read at {@link #NODES} heights and linear between them, so that the axis is a chain of arcs that
 * keeps its length; with an even mask it is one arc, ((1 − cos κa)/κ, sin κa/κ). What stands off the axis keeps its offset,
 * turned by the angle there. Turning, the whole plant goes about its foot by bend · mask(tip).
 */
public final class Bend {
    /** Heights at which the mask is read, evenly from foot to tip. */
    public static final int NODES = 9;

    private final double[] mask;
    private final SwayLayer.Way way;
    /** Whether the mask rises evenly from 0, so that the axis is one arc. */
    private final boolean even;

    /** @param mask at each node, foot first */
    public Bend(float[] mask, SwayLayer.Way way) {
        if (mask.length != NODES) {
            throw new IllegalArgumentException("a mask has " + NODES + " nodes, not " + mask.length);
        }
        this.mask = new double[NODES];
        for (int k = 0; k < NODES; k++) {
            this.mask[k] = mask[k];
        }
        this.way = way;
        boolean rises = mask[0] == 0;
        for (int k = 1; k < NODES; k++) {
            rises &= Math.abs(this.mask[k] - this.mask[NODES - 1] * k / (NODES - 1)) < 1e-6;
        }
        this.even = rises;
    }

    /** A mask that rises evenly. */
    public static float[] even() {
        float[] mask = new float[NODES];
        for (int k = 0; k < NODES; k++) {
            mask[k] = (float) k / (NODES - 1);
        }
        return mask;
    }

    /**
     * Moves a place, or a place and its normal.
     *
     * @param length metres from foot to tip
     * @param bendX radians toward own +X; @param bendZ toward own +Z
     * @param p x, y, z, changed; then, where it has six numbers, the normal, turned
     */
    public void apply(double length, double bendX, double bendZ, double[] p) {
        double bend = Math.sqrt(bendX * bendX + bendZ * bendZ);
        if (!(bend > 0) || (way == SwayLayer.Way.BEND && p[1] <= 0)) {
            return;
        }
        double dx = bendX / bend;
        double dz = bendZ / bend;
        double[] axis = new double[3];
        double beyond = p[1];
        if (way == SwayLayer.Way.TURN) {
            axis[2] = bend * mask[NODES - 1];
        } else {
            double height = Math.min(p[1], length);
            beyond = p[1] - height;
            along(length, height, bend, axis);
        }
        double sine = StrictMath.sin(axis[2]);
        double cosine = StrictMath.cos(axis[2]);
        double level = p[0] * dx + p[2] * dz;
        double shift = axis[0] + beyond * sine + level * cosine - level;
        p[0] += shift * dx;
        p[2] += shift * dz;
        p[1] = axis[1] + beyond * cosine - level * sine;
        if (p.length >= 6) {
            double n = p[3] * dx + p[5] * dz;
            double turned = p[4] * sine + n * cosine - n;
            p[3] += turned * dx;
            p[5] += turned * dz;
            p[4] = p[4] * cosine - n * sine;
        }
    }

    /** Where the axis is at a height: out, up, and its angle from upright. */
    private void along(double length, double height, double bend, double[] axis) {
        if (even) {
            axis[2] = bend * mask[NODES - 1] * height / length;
            add(0, axis[2], height, axis);
            return;
        }
        double step = length / (NODES - 1);
        double nodes = Math.min(height / step, NODES - 1);
        int whole = (int) Math.min(nodes, NODES - 2);
        for (int k = 0; k < whole; k++) {
            add(bend * mask[k], bend * mask[k + 1], step, axis);
        }
        double part = nodes - whole;
        double from = bend * mask[whole];
        axis[2] = from + (bend * mask[whole + 1] - from) * part;
        add(from, axis[2], part * step, axis);
    }

    /**
     * Adds an arc whose angle from upright goes evenly from one to another: a chord at the middle angle, shorter than the arc by
     * sin(h)/h at half the turn h.
     */
    private static void add(double from, double to, double length, double[] axis) {
        double half = (to - from) / 2;
        double square = half * half;
        double chord = square < 0.01
                ? length * (1 - square / 6 * (1 - square / 20 * (1 - square / 42)))
                : length * StrictMath.sin(half) / half;
        double middle = (from + to) / 2;
        axis[0] += chord * StrictMath.sin(middle);
        axis[1] += chord * StrictMath.cos(middle);
    }
}
