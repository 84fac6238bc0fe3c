package org.lumbrit.core.surface;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Lanes;

/**
 * Boxes that lie along the surface they hold: one side along the mean normal of the triangles in it, the others along the spread of their
 * corners across it (S. Gottschalk, M. Lin and D. Manocha, "OBBTree", SIGGRAPH 1996). On a bent surface they are far thinner than boxes
 * along the axes, so a search for what is nearest looks into few that do not have it.
 *
 * <p>A box has fifteen numbers: three axes, its middle, half its sides. Each is a trace larger than it need be, so that no rounding leaves a
 * corner outside. Never changed once made; any thread may ask.
 */
final class TurnedBoxes {
    /** Boxes that are looked at together. */
    static final int WIDE = 8;

    private static final int NUMBERS = 15;
    /** A quarter, less what rounding and axes that are no exact unit can add to a square. */
    private static final float QUARTER = 0.25f * (1 - 6e-6f);
    /** How much rounding can take from a distance, as a share of the places' numbers. */
    private static final float ROUNDING = 1e-6f;

    private static final Lanes LANES = new Lanes();

    /** Lowest level first; in each group every number of its boxes lies beside that of the next box. */
    private final float[][] levels;

    private final double[] middle;
    private final float size;

    /** Which triangles a box of the lowest level but one holds: those from one place up to another, {@link #WIDE} at most. */
    interface Held {
        int from(int group);

        default int to(int group) {
            return from(group + 1);
        }
    }

    /**
     * Level 0 has a box for each triangle, in groups; each box of level 1 has one such group in it, each of the next {@link #WIDE} of the level
     * before, until all lie in one group.
     *
     * @param corners nine numbers a triangle
     * @param groups how many of them there are
     */
    TurnedBoxes(float[] corners, int groups, Held held) {
        this.middle = middle(corners);
        this.size = size(corners, middle);
        List<float[]> made = new ArrayList<>();
        made.add(level(
                groups,
                (box, range) -> {
                    int at = held.from(box / WIDE) + box % WIDE;
                    range[0] = at;
                    range[1] = Math.min(at + 1, held.to(box / WIDE));
                },
                corners));
        int under = 1;
        int boxes = groups;
        while (true) {
            int each = under;
            int last = groups;
            made.add(level(
                    (boxes + WIDE - 1) / WIDE,
                    (box, range) -> {
                        long first = (long) box * each;
                        range[0] = first < last ? held.from((int) first) : 0;
                        range[1] = first < last ? held.to((int) Math.min(last, first + each) - 1) : 0;
                    },
                    corners));
            if (boxes <= WIDE) {
                break;
            }
            boxes = (boxes + WIDE - 1) / WIDE;
            under *= WIDE;
        }
        this.levels = made.toArray(float[][]::new);
    }

    /** Tells from which triangle up to which a box reaches. */
    private interface Reach {
        void of(int box, int[] range);
    }

    private float[] level(int groups, Reach reach, float[] corners) {
        float[] numbers = new float[NUMBERS * WIDE * groups];
        Chunks.run(groups, 64, Cancel.NEVER, (from, to) -> {
            Making making = new Making(corners, middle);
            int[] range = new int[2];
            for (int box = WIDE * from; box < WIDE * to; box++) {
                reach.of(box, range);
                making.box(9 * range[0], 9 * range[1]);
                for (int i = 0; i < NUMBERS; i++) {
                    numbers[(box / WIDE * NUMBERS + i) * WIDE + box % WIDE] = making.made[i];
                }
            }
        });
        return numbers;
    }

    private static double[] middle(float[] corners) {
        double[] middle = new double[3];
        for (int d = 0; d < 3; d++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = d; i < corners.length; i += 3) {
                low = Math.min(low, corners[i]);
                high = Math.max(high, corners[i]);
            }
            middle[d] = ((double) low + high) / 2;
        }
        return middle;
    }

    private static float size(float[] corners, double[] middle) {
        double most = 0;
        for (int i = 0; i < corners.length; i++) {
            most = Math.max(most, Math.abs(corners[i] - middle[i % 3]));
        }
        return Math.nextUp((float) (3 * most));
    }

    /** What so many groups take with all levels over them. */
    static long bytes(int groups) {
        long all = groups;
        int boxes = groups;
        do {
            boxes = (boxes + WIDE - 1) / WIDE;
            all += boxes;
        } while (boxes > 1);
        return 4L * NUMBERS * WIDE * all;
    }

    /** How many levels there are; the highest has one group. */
    int levels() {
        return levels.length;
    }

    /**
     * Readies the form that uses the processor's vectors, as {@link Lanes} has it. It changes no bit of any result, only the speed.
     */
    static void warmUp() {
        float[] boxes = new float[NUMBERS * WIDE * 64];
        java.util.Random random = new java.util.Random(1);
        for (int i = 0; i < boxes.length; i++) {
            boxes[i] = random.nextFloat();
        }
        float[] to = new float[WIDE];
        LANES.race(inLanes -> {
            for (int group = 0; group < 64; group++) {
                squares(inLanes, boxes, group, 1, 2, group, 1e-6f, 4, to);
            }
        });
    }

    /** One thread's questions about one place after the other. */
    final class Asking {
        /** Square of the metres to each box of the group that was asked for last, never more than to anything in it; 0 inside. */
        final float[] squares = new float[WIDE];

        private final boolean inLanes = LANES.faster();
        private float x;
        private float y;
        private float z;
        private float lost;

        void place(double px, double py, double pz) {
            x = (float) (px - middle[0]);
            y = (float) (py - middle[1]);
            z = (float) (pz - middle[2]);
            lost = ROUNDING * (Math.abs(x) + Math.abs(y) + Math.abs(z) + size);
        }

        /** @return which boxes of a group are nearer than the root of a number, a bit each */
        int ask(int level, int group, double best) {
            float limit = Math.min(Float.MAX_VALUE, Math.nextUp((float) best));
            return TurnedBoxes.squares(inLanes, levels[level], group, x, y, z, lost, limit, squares);
        }
    }

    static int squares(
            boolean inLanes, float[] b, int group, float x, float y, float z, float lost, float limit, float[] to) {
        if (inLanes) {
            return TurnedLanes.squares(b, group * NUMBERS * WIDE, x, y, z, lost, QUARTER, limit, to);
        }
        plain(b, group * NUMBERS * WIDE, x, y, z, lost, to);
        int nearer = 0;
        for (int k = 0; k < WIDE; k++) {
            // the sign of the difference, so that there is no branch
            nearer |= (Float.floatToRawIntBits(to[k] - limit) >>> 31) << k;
        }
        return nearer;
    }

    private static void plain(float[] b, int at, float x, float y, float z, float lost, float[] to) {
        for (int i = at; i < at + WIDE; i++) {
            float dx = x - b[i + 9 * WIDE];
            float dy = y - b[i + 10 * WIDE];
            float dz = z - b[i + 11 * WIDE];
            float u = Math.abs(b[i] * dx + b[i + WIDE] * dy + b[i + 2 * WIDE] * dz) - lost - b[i + 12 * WIDE];
            float v = Math.abs(b[i + 3 * WIDE] * dx + b[i + 4 * WIDE] * dy + b[i + 5 * WIDE] * dz)
                    - lost
                    - b[i + 13 * WIDE];
            float w = Math.abs(b[i + 6 * WIDE] * dx + b[i + 7 * WIDE] * dy + b[i + 8 * WIDE] * dz)
                    - lost
                    - b[i + 14 * WIDE];
            // a number and its amount together are twice the number, or nothing where it is negative: no branch
            u += Math.abs(u);
            v += Math.abs(v);
            w += Math.abs(w);
            to[i - at] = (u * u + v * v + w * w) * QUARTER;
        }
    }

    /** Makes one box after the other. */
    private static final class Making {
        /** Three axes, the middle, half of the sides. */
        final float[] made = new float[NUMBERS];

        private final float[] corners;
        private final double[] origin;
        private final double[] axes = new double[9];

        Making(float[] corners, double[] origin) {
            this.corners = corners;
            this.origin = origin;
        }

        /** Of corners from one number up to another; without any it lies infinitely far away. */
        void box(int first, int end) {
            if (first >= end) {
                Arrays.fill(made, 0);
                Arrays.fill(made, 12, NUMBERS, Float.NEGATIVE_INFINITY);
                return;
            }
            turn(corners, first, end, axes);
            for (int i = 0; i < 9; i++) {
                made[i] = (float) axes[i];
            }
            enclose(corners, first, end);
        }

        private void enclose(float[] c, int first, int end) {
            double[] low = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY};
            double[] high = {Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY};
            for (int i = first; i < end; i += 3) {
                for (int k = 0; k < 3; k++) {
                    double along = along(k, c[i] - origin[0], c[i + 1] - origin[1], c[i + 2] - origin[2]);
                    low[k] = Math.min(low[k], along);
                    high[k] = Math.max(high[k], along);
                }
            }
            for (int d = 0; d < 3; d++) {
                double middle = 0;
                for (int k = 0; k < 3; k++) {
                    middle += made[3 * k + d] * (low[k] + high[k]) / 2;
                }
                made[9 + d] = (float) middle;
            }
            for (int k = 0; k < 3; k++) {
                double half = 0;
                for (int i = first; i < end; i += 3) {
                    half = Math.max(
                            half,
                            Math.abs(along(
                                    k,
                                    c[i] - origin[0] - made[9],
                                    c[i + 1] - origin[1] - made[10],
                                    c[i + 2] - origin[2] - made[11])));
                }
                made[12 + k] = Math.nextUp((float) (half * (1 + 1e-6)));
            }
        }

        private double along(int axis, double dx, double dy, double dz) {
            return made[3 * axis] * dx + made[3 * axis + 1] * dy + made[3 * axis + 2] * dz;
        }
    }

    /** Three axes at right angles: the third the mean normal, the first where the corners spread most across it. */
    private static void turn(float[] c, int first, int end, double[] axes) {
        double nx = 0;
        double ny = 0;
        double nz = 0;
        for (int i = first; i < end; i += 9) {
            double ux = (double) c[i + 3] - c[i];
            double uy = (double) c[i + 4] - c[i + 1];
            double uz = (double) c[i + 5] - c[i + 2];
            double vx = (double) c[i + 6] - c[i];
            double vy = (double) c[i + 7] - c[i + 1];
            double vz = (double) c[i + 8] - c[i + 2];
            nx += uy * vz - uz * vy;
            ny += uz * vx - ux * vz;
            nz += ux * vy - uy * vx;
        }
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        boolean none = !(length > 0) || Double.isInfinite(length);
        axes[6] = none ? 0 : nx / length;
        axes[7] = none ? 1 : ny / length;
        axes[8] = none ? 0 : nz / length;
        across(axes);
        lean(c, first, end, axes);
    }

    /** Any two directions across the third axis. */
    private static void across(double[] a) {
        boolean flat = Math.abs(a[6]) < 0.6;
        double x = flat ? 1 : 0;
        double y = flat ? 0 : 1;
        double along = a[6] * x + a[7] * y;
        double ux = x - along * a[6];
        double uy = y - along * a[7];
        double uz = -along * a[8];
        double length = Math.sqrt(ux * ux + uy * uy + uz * uz);
        a[0] = ux / length;
        a[1] = uy / length;
        a[2] = uz / length;
        a[3] = a[7] * a[2] - a[8] * a[1];
        a[4] = a[8] * a[0] - a[6] * a[2];
        a[5] = a[6] * a[1] - a[7] * a[0];
    }

    /** Turns the first two axes to where the corners spread most and least. */
    private static void lean(float[] c, int first, int end, double[] a) {
        double su = 0;
        double sv = 0;
        double uu = 0;
        double uv = 0;
        double vv = 0;
        int count = (end - first) / 3;
        for (int i = first; i < end; i += 3) {
            double dx = (double) c[i] - c[first];
            double dy = (double) c[i + 1] - c[first + 1];
            double dz = (double) c[i + 2] - c[first + 2];
            double u = a[0] * dx + a[1] * dy + a[2] * dz;
            double v = a[3] * dx + a[4] * dy + a[5] * dz;
            su += u;
            sv += v;
            uu += u * u;
            uv += u * v;
            vv += v * v;
        }
        double angle = StrictMath.atan2(2 * (uv - su * sv / count), uu - su * su / count - (vv - sv * sv / count)) / 2;
        double cos = StrictMath.cos(angle);
        double sin = StrictMath.sin(angle);
        for (int d = 0; d < 3; d++) {
            double u = a[d];
            double v = a[3 + d];
            a[d] = cos * u + sin * v;
            a[3 + d] = cos * v - sin * u;
        }
    }
}
