package org.lumbrit.core.snow;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;

/**
 * Wind that carries snow over the ground. It moves from a speed at 10 m of 9.43 + 0.18·T + 0.0033·T² on, with T in °C (L. Li and J. Pomeroy,
 * "Estimates of threshold wind speeds for snow transport using meteorological data", 1997). What it carries at most is
 * u^4.04/458 800 kg/(m·s) (J. Pomeroy, D. Gray and P. Landine, "The prairie blowing snow model", 1993). Where the ground
 * rises upwind within 100 m, by the largest angle to it (A. Winstral, K. Elder and R. Davis, 2002), the wind is weaker; on crests it is
 * stronger. What is carried comes near to what could be over about 10 m, taking up no more than lies there.
 */
final class Drift {
    /** Degrees of shelter that still the wind wholly, and of openness that make it stronger by {@link #CREST}. */
    private static final double STILL = 25;

    private static final double CREST = 0.35;
    private static final double SECONDS = 3600;
    private static final double ROUNDING = 1e-9;
    /** Tangent from which on is looked; a node that sees none is level. */
    private static final double NOTHING = -1;

    private final int columns;
    private final int rows;
    private final double cellX;
    private final double cellZ;

    Drift(int columns, int rows, double cellX, double cellZ) {
        this.columns = columns;
        this.rows = rows;
        this.cellX = cellX;
        this.cellZ = cellZ;
    }

    /** The speed at 10 m from which on snow moves, m/s. @param temperature °C */
    static double threshold(double temperature) {
        return 9.43 + 0.18 * temperature + 0.0033 * temperature * temperature;
    }

    /** What the wind carries at most, kg a metre of width a second. */
    static double most(double speed, double threshold) {
        return speed <= threshold ? 0 : StrictMath.pow(speed, 4.04) / 458_800;
    }

    /**
     * The largest upwind angle at each node, degrees; below 0 where all upwind lies lower.
     *
     * @param surface metres with all that stands in the way; @param from degrees that the wind comes from; @param within metres
     */
    float[] shelter(float[] surface, double from, double within, Cancel cancel) {
        double h = StrictMath.toRadians(from);
        double ux = StrictMath.sin(h);
        double uz = -StrictMath.cos(h);
        double step = 1 / Math.max(Math.abs(ux) / cellX, Math.abs(uz) / cellZ);
        int steps = (int) Math.max(1, Math.min(Math.floor(within / step), 256));
        double[] heights = new double[surface.length];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = surface[i];
        }
        float[] angle = new float[surface.length];
        Chunks.run(rows, 8, cancel, (first, last) -> {
            Rays ray = new Rays(columns);
            for (int row = first; row < last; row++) {
                System.arraycopy(heights, row * columns, ray.here, 0, columns);
                Arrays.fill(ray.most, NOTHING);
                for (int k = 1; k <= steps; k++) {
                    // one of them is whole, as a step leads to the next column or the next row
                    if (!look(heights, row, k * step * ux / cellX, k * step * uz / cellZ, k * step, ray)) {
                        break;
                    }
                }
                for (int c = 0; c < columns; c++) {
                    double most = ray.most[c];
                    angle[row * columns + c] =
                            (float) (most == NOTHING ? 0 : StrictMath.toDegrees(StrictMath.atan(most)));
                }
            }
        });
        return angle;
    }

    /**
     * Looks from all nodes of a row at what lies so far off.
     *
     * @param dc columns; @param dr rows; @param away metres
     * @return whether it lies on the site
     */
    private boolean look(double[] surface, int row, double dc, double dr, double away, Rays ray) {
        double wholeC = whole(dc);
        double wholeR = whole(dr);
        boolean betweenColumns = dc - wholeC > ROUNDING;
        boolean betweenRows = dr - wholeR > ROUNDING;
        int r = row + (int) wholeR;
        if (r < 0 || r + (betweenRows ? 1 : 0) >= rows) {
            return false;
        }
        int shift = (int) wholeC;
        int from = Math.max(0, -shift);
        int to = Math.min(columns, columns - shift - (betweenColumns ? 1 : 0));
        int at = r * columns + shift;
        int next = at + (betweenColumns ? 1 : betweenRows ? columns : 0);
        double share = betweenColumns ? dc - wholeC : dr - wholeR;
        double per = 1 / away;
        int count = Math.max(0, to - from);
        System.arraycopy(surface, at + from, ray.near, from, count);
        System.arraycopy(surface, next + from, ray.far, from, count);
        raise(ray.near, ray.far, share, ray.here, per, ray.most, from, from + count);
        return from < to;
    }

    /** All arrays go by one index, which the compiler has lanes for. */
    private static void raise(
            double[] near, double[] far, double share, double[] here, double per, double[] most, int from, int to) {
        for (int c = from; c < to; c++) {
            most[c] = Math.max(most[c], (near[c] + share * (far[c] - near[c]) - here[c]) * per);
        }
    }

    /** The nodes of a row, what lies so far off from each, and the tangent of the largest angle to any so far. */
    private static final class Rays {
        private final double[] here;
        private final double[] near;
        private final double[] far;
        private final double[] most;

        Rays(int columns) {
            here = new double[columns];
            near = new double[columns];
            far = new double[columns];
            most = new double[columns];
        }
    }

    /** The whole number not above; that next to it where only rounding is between. */
    private static double whole(double number) {
        double near = Math.rint(number);
        return Math.abs(number - near) < ROUNDING ? near : Math.floor(number);
    }

    /** The wind near the ground against that over open land. @param angle of shelter, degrees */
    static double exposure(double angle) {
        return angle >= 0 ? 1 - Smooth.smoothstep(0, STILL, angle) : 1 + CREST * Smooth.smoothstep(0, STILL, -angle);
    }

    /**
     * Moves snow for a while.
     *
     * @param depth metres, changed; @param shelter degrees; @param flux kg/(m·s) that passes each node, written
     * @param kilograms of a metre of depth over a square metre: its density
     * @param mobile share of the snow's threshold-free readiness to move at each node, one for all or one a node
     * @return metres · m² that have left the site
     */
    double carry(
            double[] depth,
            float[] shelter,
            float[] flux,
            double from,
            double speed,
            double temperature,
            double hours,
            double relax,
            double kilograms,
            float[] mobile) {
        double h = StrictMath.toRadians(from);
        // the way it goes
        double wx = -StrictMath.sin(h);
        double wz = StrictMath.cos(h);
        double shareX = Math.abs(wx) * cellZ / (Math.abs(wx) * cellZ + Math.abs(wz) * cellX);
        double path = 1 / (Math.abs(wx) / cellX + Math.abs(wz) / cellZ);
        // metres across the wind that a cell stands for
        double across = cellX * cellZ / path;
        double near = 1 - StrictMath.exp(-path / relax);
        double threshold = threshold(temperature);
        double perFlux = across * hours * SECONDS / (kilograms * cellX * cellZ);
        double[] coming = new double[columns * rows];
        double left = 0;
        int dc = wx > 0 ? 1 : -1;
        int dr = wz > 0 ? 1 : -1;
        for (int r0 = 0; r0 < rows; r0++) {
            int row = dr > 0 ? r0 : rows - 1 - r0;
            for (int c0 = 0; c0 < columns; c0++) {
                int column = dc > 0 ? c0 : columns - 1 - c0;
                int i = row * columns + column;
                double in = coming[i];
                double local = speed * exposure(shelter[i]) * mobile[mobile.length == 1 ? 0 : i];
                double out = in + (most(local, threshold) - in) * near;
                double taken = Math.min((out - in) * perFlux, depth[i]);
                depth[i] -= taken;
                out = in + taken / perFlux;
                flux[i] = (float) out;
                double overX = out * shareX;
                double overZ = out - overX;
                if (column + dc >= 0 && column + dc < columns) {
                    coming[i + dc] += overX;
                } else {
                    left += overX;
                }
                if (row + dr >= 0 && row + dr < rows) {
                    coming[i + dr * columns] += overZ;
                } else {
                    left += overZ;
                }
            }
        }
        return left * perFlux * cellX * cellZ;
    }
}
