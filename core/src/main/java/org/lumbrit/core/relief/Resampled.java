package org.lumbrit.core.relief;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Smooth;

/** A grid of numbers seen on one of more or fewer nodes over the same place, corner on corner; row by row. */
final class Resampled {
    private Resampled() {}

    /** Coarser: the mean under a tent as wide as the new cells, so that nothing finer is left that would stand for something coarse. */
    static double[] coarser(double[] values, int columns, int rows, int toColumns, int toRows) {
        return lines(
                lines(values, columns, rows, toColumns, Resampled::tent), rows, toColumns, toRows, Resampled::tent);
    }

    /** Finer: by cubic pieces without creases through the numbers (E. Catmull and R. Rom, 1974). */
    static double[] finer(double[] values, int columns, int rows, int toColumns, int toRows) {
        return lines(
                lines(values, columns, rows, toColumns, Resampled::cubic), rows, toColumns, toRows, Resampled::cubic);
    }

    /** How one number of a line comes from those of another. */
    private interface Way {
        double at(double[] line, int count, double place, double ratio);
    }

    /** Resamples every row and gives the result turned on its side, so that twice of it is the whole. */
    private static double[] lines(double[] values, int columns, int rows, int toColumns, Way way) {
        double[] turned = new double[toColumns * rows];
        double ratio = (columns - 1.0) / (toColumns - 1);
        Chunks.run(rows, 8, Cancel.NEVER, (from, to) -> {
            double[] line = new double[columns];
            for (int row = from; row < to; row++) {
                System.arraycopy(values, row * columns, line, 0, columns);
                for (int c = 0; c < toColumns; c++) {
                    turned[c * rows + row] = way.at(line, columns, c * ratio, ratio);
                }
            }
        });
        return turned;
    }

    private static double tent(double[] line, int count, double place, double ratio) {
        double wide = Math.max(1, ratio);
        // the ends stay what they are
        wide = Math.min(wide, Math.max(1e-9, Math.min(place, count - 1 - place)));
        double sum = 0;
        double weights = 0;
        for (int i = (int) Math.ceil(place - wide); i <= Math.floor(place + wide); i++) {
            if (i < 0 || i >= count) {
                continue;
            }
            double weight = Math.max(1e-12, 1 - Math.abs(i - place) / wide);
            sum += weight * line[i];
            weights += weight;
        }
        return weights == 0 ? cubic(line, count, place, ratio) : sum / weights;
    }

    private static double cubic(double[] line, int count, double place, double ratio) {
        return along(line, 0, count, place);
    }

    private static double along(double[] line, int first, int count, double place) {
        int i = Math.max(0, Math.min(count - 2, (int) place));
        double t = place - i;
        int at = first + i;
        double b = line[at];
        double c = line[at + 1];
        double a = i > 0 ? line[at - 1] : 2 * b - c;
        double d = i + 2 < count ? line[at + 2] : 2 * c - b;
        return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
    }

    /**
     * Finer, with every place taken from so many of the old cells beside it; the border stays.
     *
     * @param shiftX of each new node, in old cells; @param shiftZ the same from row to row
     */
    static double[] shifted(
            double[] values, int columns, int rows, int toColumns, int toRows, double[] shiftX, double[] shiftZ) {
        double[] out = new double[toColumns * toRows];
        double acrossRatio = (columns - 1.0) / (toColumns - 1);
        double downRatio = (rows - 1.0) / (toRows - 1);
        Chunks.run(toRows, 8, Cancel.NEVER, (from, to) -> {
            double[] line = new double[Math.min(4, rows)];
            for (int row = from; row < to; row++) {
                for (int column = 0; column < toColumns; column++) {
                    int i = row * toColumns + column;
                    double x = Smooth.clamp(0, columns - 1, column * acrossRatio + shiftX[i]);
                    double z = Smooth.clamp(0, rows - 1, row * downRatio + shiftZ[i]);
                    int first = Math.max(0, Math.min(rows - line.length, (int) z - 1));
                    for (int k = 0; k < line.length; k++) {
                        line[k] = along(values, (first + k) * columns, columns, x);
                    }
                    out[i] = along(line, 0, line.length, z - first);
                }
            }
        });
        return out;
    }
}
