package org.lumbrit.core.seeing;

import org.lumbrit.core.surface.Ground;

/**
 * Where places of the site lie in a picture. Nearness is a number that is linear in the picture along straight lines and planes, and
 * greater the nearer: one over the depth, or in the parallel view the depth turned round.
 */
public final class View {
    /** Degrees of the picture's height, and half of those that the parallel view takes at its distance. */
    public static final double FIELD = 42;

    public static final double HALF_PARALLEL = 18;
    /** Metres that the eye keeps above the ground, and the same as a share of a small site's longer side. */
    private static final double KEPT_ABOVE = 1.2;

    private static final double KEPT_SHARE = 0.0075;
    /** Of the site's longer side: nothing nearer is drawn. */
    private static final double NEAR = 1e-4;
    /** Of a depth: so much nearer must be what hides something. */
    private static final double HAIR = 2e-4;

    private final int width;
    private final int height;
    private final boolean parallel;
    private final double near;
    private final double[] at;
    private final double[] right;
    private final double[] up;
    private final double[] on;
    private final double scale;
    private final double hair;
    private final double distance;

    /** @param ground which the eye stays above; @param width pixels; @param height pixels */
    public View(Eye eye, Ground ground, int width, int height) {
        this.width = width;
        this.height = height;
        this.parallel = eye.parallel();
        this.distance = eye.distance();
        double extent = Math.max(ground.width(), ground.depth());
        this.near = NEAR * extent;
        this.hair = HAIR * 0.1 * Math.max(extent, distance);
        double h = StrictMath.toRadians(eye.heading());
        double e = StrictMath.toRadians(eye.elevation());
        double x = eye.x() - StrictMath.sin(h) * StrictMath.cos(e) * distance;
        double z = eye.z() + StrictMath.cos(h) * StrictMath.cos(e) * distance;
        double above = ground.height(x, z) + Math.min(KEPT_ABOVE, KEPT_SHARE * extent);
        at = new double[] {x, Math.max(eye.y() + StrictMath.sin(e) * distance, above), z};
        on = unit(eye.x() - at[0], eye.y() - at[1], eye.z() - at[2]);
        right = new double[] {StrictMath.cos(h), 0, StrictMath.sin(h)};
        up = cross(right, on);
        scale = parallel
                ? height / (2 * distance * StrictMath.tan(StrictMath.toRadians(HALF_PARALLEL)))
                : height / (2 * StrictMath.tan(StrictMath.toRadians(FIELD / 2)));
    }

    /**
     * A parallel view along a direction, as the sun has it.
     *
     * @param x metres, of the picture's middle; @param half metres from there to each side; @param way a unit vector, not straight down
     * @param pixels along each side
     */
    public static View along(double x, double y, double z, double half, double[] way, int pixels) {
        return new View(x, y, z, half, way, pixels);
    }

    private View(double x, double y, double z, double half, double[] way, int pixels) {
        width = pixels;
        height = pixels;
        parallel = true;
        distance = half;
        near = 0;
        hair = 0;
        at = new double[] {x, y, z};
        on = way.clone();
        double level = Math.sqrt(way[0] * way[0] + way[2] * way[2]);
        right = new double[] {-way[2] / level, 0, way[0] / level};
        up = cross(right, on);
        scale = 0.5 * pixels / half;
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    private static double[] unit(double x, double y, double z) {
        double length = Math.sqrt(x * x + y * y + z * z);
        return new double[] {x / length, y / length, z / length};
    }

    /** Pixels. */
    public int width() {
        return width;
    }

    /** Pixels. */
    public int height() {
        return height;
    }

    /** Whether lines that are parallel stay so. */
    public boolean parallel() {
        return parallel;
    }

    /** Metres before the eye from which on things are drawn. */
    public double near() {
        return near;
    }

    /** Where the eye is, metres. */
    public double[] at() {
        return at.clone();
    }

    /** Which way it looks, a unit vector. */
    public double[] on() {
        return on.clone();
    }

    /** The way from the eye through a pixel, as long as its depth is 1 metre. @param out x, y, z */
    public void way(double x, double y, double[] out) {
        double across = parallel ? 0 : (x - 0.5 * width) / scale;
        double upward = parallel ? 0 : (0.5 * height - y) / scale;
        for (int d = 0; d < 3; d++) {
            out[d] = on[d] + across * right[d] + upward * up[d];
        }
    }

    /** The place that {@link #project} puts there. @param out x, y, z, metres */
    public void place(double x, double y, double nearness, double[] out) {
        double depth = parallel ? -nearness : 1 / nearness;
        double metres = parallel ? 1 / scale : depth / scale;
        double across = (x - 0.5 * width) * metres;
        double upward = (0.5 * height - y) * metres;
        for (int d = 0; d < 3; d++) {
            out[d] = at[d] + depth * on[d] + across * right[d] + upward * up[d];
        }
    }

    /** Pixels that a metre takes at a place, or at what lies nearer to the eye by so many metres. */
    public double pixels(double x, double y, double z, double nearer) {
        return parallel ? scale : scale / Math.max(near, depth(x, y, z) - nearer);
    }

    /** Metres in front of the eye. */
    public double depth(double x, double y, double z) {
        return (x - at[0]) * on[0] + (y - at[1]) * on[1] + (z - at[2]) * on[2];
    }

    /** Pixels from the left, pixels from the top, nearness. @return whether it lies in front of the eye */
    public boolean project(double x, double y, double z, double[] out) {
        double dx = x - at[0];
        double dy = y - at[1];
        double dz = z - at[2];
        double depth = dx * on[0] + dy * on[1] + dz * on[2];
        double across = dx * right[0] + dy * right[1] + dz * right[2];
        double upward = dx * up[0] + dy * up[1] + dz * up[2];
        if (parallel) {
            out[0] = 0.5 * width + scale * across;
            out[1] = 0.5 * height - scale * upward;
            out[2] = -depth;
            return true;
        }
        double safe = Math.max(depth, 1e-9);
        out[0] = 0.5 * width + scale * across / safe;
        out[1] = 0.5 * height - scale * upward / safe;
        out[2] = 1 / safe;
        return depth > near;
    }

    /** The west, north, east and south end of a ground in the picture, pixels. */
    public double[] bounds(Ground ground) {
        double[] box = {
            Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY
        };
        double[] out = new double[3];
        int step = Math.max(1, Math.max(ground.columns(), ground.rows()) / 64);
        for (int row = 0; row < ground.rows(); row += step) {
            for (int column = 0; column < ground.columns(); column += step) {
                project(ground.x(column), ground.heights()[row * ground.columns() + column], ground.z(row), out);
                box[0] = Math.min(box[0], out[0]);
                box[1] = Math.min(box[1], out[1]);
                box[2] = Math.max(box[2], out[0]);
                box[3] = Math.max(box[3], out[1]);
            }
        }
        return box;
    }

    /** Whether a facet shows its front. @param n its normal; @param x a place on it */
    public boolean front(double nx, double ny, double nz, double x, double y, double z) {
        return parallel
                ? nx * on[0] + ny * on[1] + nz * on[2] < 0
                : nx * (at[0] - x) + ny * (at[1] - y) + nz * (at[2] - z) > 0;
    }

    /** The least nearness of what hides a place. */
    public double hiding(double nearness) {
        return parallel ? nearness + hair : nearness * (1 + HAIR);
    }

    /** How wide a line is there of how wide it is at the target. @param fades 0..1 */
    public double width(double nearness, double fades) {
        return parallel ? 1 : 1 - fades + fades * Math.max(0.15, Math.min(1.6, 0.75 * distance * nearness));
    }
}
