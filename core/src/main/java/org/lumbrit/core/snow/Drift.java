package org.lumbrit.core.snow;

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
        float[] angle = new float[surface.length];
        float top = surface[0];
        for (float each : surface) {
            top = Math.max(top, each);
        }
        double highest = top;
        Chunks.run(rows, 8, cancel, (first, last) -> {
            for (int row = first; row < last; row++) {
                for (int column = 0; column < columns; column++) {
                    double here = surface[row * columns + column];
                    double most = -1;
                    for (int k = 1; k <= steps; k++) {
                        if (highest - here <= most * k * step) {
                            // nothing farther can stand higher
                            break;
                        }
                        double c = column + k * step * ux / cellX;
                        double r = row + k * step * uz / cellZ;
                        if (c < 0 || r < 0 || c > columns - 1 || r > rows - 1) {
                            break;
                        }
                        most = Math.max(most, (between(surface, c, r) - here) / (k * step));
                    }
                    angle[row * columns + column] =
                            (float) (most == -1 ? 0 : StrictMath.toDegrees(StrictMath.atan(most)));
                }
            }
        });
        return angle;
    }

    private double between(float[] values, double column, double row) {
        int c = Math.min((int) column, columns - 2);
        int r = Math.min((int) row, rows - 2);
        double fc = column - c;
        double fr = row - r;
        int at = r * columns + c;
        double north = values[at] + fc * (values[at + 1] - values[at]);
        double south = values[at + columns] + fc * (values[at + columns + 1] - values[at + columns]);
        return north + fr * (south - north);
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
