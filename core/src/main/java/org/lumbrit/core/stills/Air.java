package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.smoothstep;

import java.util.Arrays;
import java.util.Optional;
import org.lumbrit.core.light.Daylight;
import org.lumbrit.core.light.SunPosition;
import org.lumbrit.core.looks.SurfacePattern;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.Ground;

/** Sun, sky and haze of a site, the land round it, and how bright light is shown. */
final class Air {
    private static final double[] USUAL_SUN = {2.5, 2.125, 1.6};
    private static final double[] USUAL_SKY = {0.31, 0.4092, 0.5332};
    private static final double[] BOUNCE = {0.066, 0.0594, 0.044};
    /** How far one sees, of the site's longer side and of how far off the target is. */
    private static final double HAZE = 3.2;

    private static final double HAZE_FROM = 4;
    /** Metres of a site's longer side below which patterns are finer. */
    private static final double COARSE = 40;

    final double heading;
    final double elevation;
    /** A unit vector. */
    final double[] toSun;

    final double[] sun;
    final double[] sky;
    final double[] bounce = new double[3];
    /** All light on level ground, against the usual light. */
    final double[] all = new double[3];

    final double grain;
    final SurfacePattern pattern = new SurfacePattern(0);
    private final SurfacePattern coarse = new SurfacePattern(0.1);
    private final Optional<Daylight> day;
    private final double width;
    private final double depth;
    private final double size;
    private final double floor;
    private final double[] eye;
    private final double reach;

    /** @param eye where it is, metres; @param distance of the target; @param parallel whether haze is left out */
    Air(Optional<Daylight> day, Ground ground, double[] eye, double distance, boolean parallel) {
        this.day = day;
        this.eye = eye;
        width = ground.width();
        depth = ground.depth();
        size = Math.max(width, depth);
        grain = Math.min(1, size / COARSE);
        floor = border(ground);
        heading = day.map(Daylight::heading).orElse(SunPosition.USUAL.heading());
        elevation = day.map(Daylight::elevation).orElse(SunPosition.USUAL.elevation());
        sun = day.map(Daylight::sun).orElse(USUAL_SUN);
        sky = day.map(Daylight::sky).orElse(USUAL_SKY);
        double h = StrictMath.toRadians(heading);
        double e = StrictMath.toRadians(elevation);
        toSun = new double[] {
            StrictMath.sin(h) * StrictMath.cos(e), StrictMath.sin(e), -StrictMath.cos(h) * StrictMath.cos(e)
        };
        double usual = StrictMath.sin(StrictMath.toRadians(SunPosition.USUAL.elevation()));
        for (int c = 0; c < 3; c++) {
            all[c] = day.isEmpty() ? 1 : (sky[c] + sun[c] * toSun[1]) / (USUAL_SKY[c] + USUAL_SUN[c] * usual);
            bounce[c] = BOUNCE[c] * all[c];
        }
        double clear = day.map(Daylight::haze).orElse(1.0);
        reach = parallel ? 1e12 : Math.max(HAZE * size, HAZE_FROM * distance) * clear;
    }

    /** Metres of the even land round a site: a quarter of its border lies lower. */
    private static double border(Ground ground) {
        int columns = ground.columns();
        int rows = ground.rows();
        float[] all = new float[2 * columns + 2 * rows];
        int used = 0;
        for (int c = 0; c < columns; c++) {
            all[used++] = ground.heights()[c];
            all[used++] = ground.heights()[(rows - 1) * columns + c];
        }
        for (int r = 0; r < rows; r++) {
            all[used++] = ground.heights()[r * columns];
            all[used++] = ground.heights()[r * columns + columns - 1];
        }
        Arrays.sort(all);
        return all[all.length / 4];
    }

    /** Four octaves of value noise about 0.5, one feature a unit. */
    double layered(int channel, double u, double v) {
        return pattern.layered(channel, u, v, 1);
    }

    /** The light that comes from a direction of the sky. @param d a unit vector, not below the horizon; @param out linear light */
    void sky(double dx, double dy, double dz, boolean disc, double[] out) {
        double toward = Math.max(0, dx * toSun[0] + dy * toSun[1] + dz * toSun[2]);
        if (day.isEmpty()) {
            double up = Math.max(0, dy);
            double low = smoothstep(0, 0.22, up);
            double high = smoothstep(0.15, 0.9, up);
            double three = toward * toward * toward;
            double glow = three * three;
            out[0] = mix(mix(0.74, 0.42, low), 0.16, high) + 0.34 * glow;
            out[1] = mix(mix(0.76, 0.57, low), 0.33, high) + 0.22 * glow;
            out[2] = mix(mix(0.74, 0.70, low), 0.52, high) + 0.10 * glow;
            return;
        }
        double level = Math.max(1e-4, Math.sqrt(dx * dx + dz * dz));
        double sunward = Math.max(1e-4, Math.sqrt(toSun[0] * toSun[0] + toSun[2] * toSun[2]));
        double cosine = (dx * toSun[0] + dz * toSun[2]) / (level * sunward);
        double column = StrictMath.acos(Math.max(-1, Math.min(1, cosine))) / StrictMath.PI * (Daylight.COLUMNS - 1);
        double row = Math.sqrt(StrictMath.asin(Smooth.clamp01(dy)) / (StrictMath.PI / 2)) * (Daylight.ROWS - 1);
        int c = (int) Math.min(Daylight.COLUMNS - 2, column);
        int r = (int) Math.min(Daylight.ROWS - 2, row);
        float[] dome = day.get().dome();
        for (int k = 0; k < 3; k++) {
            int at = 3 * (r * Daylight.COLUMNS + c) + k;
            int below = at + 3 * Daylight.COLUMNS;
            out[k] = mix(
                    mix(dome[at], dome[at + 3], column - c), mix(dome[below], dome[below + 3], column - c), row - r);
        }
        if (disc) {
            double glare = 0.05 * StrictMath.pow(toward, 400) + 4 * smoothstep(0.99990, 0.99997, toward);
            for (int k = 0; k < 3; k++) {
                out[k] += sun[k] * glare;
            }
        }
    }

    static double mix(double a, double b, double share) {
        return a + share * (b - a);
    }

    /** How much of what is so far away the air hides, by steps of {@link #STEP} of its reach; linear between them. */
    private static final float[] OVER = new float[1025];

    private static final double STEP = 1.0 / 256;

    static {
        for (int k = 0; k < OVER.length; k++) {
            OVER[k] = (float) (1 - StrictMath.exp(-StrictMath.pow(k * STEP, 1.4)));
        }
    }

    /** How much of what is so many metres away the air hides. */
    private double over(double far) {
        double at = Math.min(far / reach / STEP, OVER.length - 1.001);
        int k = (int) at;
        return OVER[k] + (at - k) * (OVER[k + 1] - OVER[k]);
    }

    /** What lies beyond the site: sky with thin clouds, and below the horizon even land that the air hides. @param d a unit vector */
    void beyond(double dx, double dy, double dz, double[] out) {
        if (dy > -0.0005) {
            sky(dx, Math.max(0, dy), dz, true, out);
            double above = Math.max(dy, 0.02);
            double u = dx / (above + 0.12);
            double v = dz / (above + 0.12);
            double cloud = layered(0, u * 1.1 + 3, v * 1.1 + 3) + 0.35 * layered(1, u * 3.7, v * 3.7);
            double veil = smoothstep(0.60, 0.95, cloud) * smoothstep(0.02, 0.25, dy) * 0.55;
            veil *= day.isPresent() ? 0.3 : 1;
            out[0] = mix(out[0], 0.92 * all[0], veil);
            out[1] = mix(out[1], 0.90 * all[1], veil);
            out[2] = mix(out[2], 0.86 * all[2], veil);
            return;
        }
        double far = Math.max(eye[1] - floor, 0.01 * size) / -dy;
        double u = (eye[0] + dx * far) / size;
        double v = (eye[2] + dz * far) / size;
        double patches = coarse.layered(0, u, v, 9) * 0.6 + coarse.layered(1, u, v, 37) * 0.4;
        double hidden = Math.max(over(far), 0.30);
        sky(dx, 0, dz, false, out);
        out[0] = mix(mix(0.115, 0.205, patches) * all[0], out[0], hidden);
        out[1] = mix(mix(0.118, 0.190, patches) * all[1], out[1], hidden);
        out[2] = mix(mix(0.075, 0.125, patches) * all[2], out[2], hidden);
    }

    /** The air's density on the way to a height, as a share of that over the lowest land. */
    private double to(double y) {
        double scale = 0.33 * size;
        double from = Math.max(eye[1] - floor, 0) / scale;
        double there = Math.max(y - floor, 0) / scale;
        double rise = there - from;
        double thin = StrictMath.exp(-from);
        return Math.abs(rise) < 1e-3 ? thin : (thin - StrictMath.exp(-there)) / rise;
    }

    /** Lays the air before a place over its colour; the site's border is lost in what lies beyond. @param out room for three numbers */
    void before(Spot spot, double[] out) {
        double hidden = 0.74 * over(1.3 * spot.far * to(spot.y));
        // as the haze before a low place is seen, a little above the horizon
        double dx = -spot.toX;
        double dy = Math.max(-spot.toY, 0) * 0.35;
        double dz = -spot.toZ;
        if (hidden > 1e-4) {
            double length = Math.sqrt(dx * dx + dy * dy + dz * dz);
            sky(dx / length, dy / length, dz / length, false, out);
            spot.mix(0.92 * out[0], 0.92 * out[1], 0.92 * out[2], hidden);
        }
        double edge = Math.max(Math.abs(spot.x) / (0.5 * width), Math.abs(spot.z) / (0.5 * depth));
        double lost = smoothstep(0.93, 0.998, edge);
        if (lost > 0 && reach < 1e12) {
            beyond(-spot.toX, -spot.toY, -spot.toZ, out);
            spot.mix(out[0], out[1], out[2], lost);
        }
    }

    /** Linear light as it is shown, 0..1, still linear: bright light is rolled off (K. Narkowicz, 2015). */
    static double shown(double light) {
        double c = Math.max(0, light) * 0.98;
        return Smooth.clamp01(c * (2.51 * c + 0.03) / (c * (2.43 * c + 0.59) + 0.14));
    }
}
