package org.lumbrit.core.answers;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * What a legend and a card say of values over the ground.
 *
 * @param covered share of the true surface with a value of at least one half, 0..1
 * @param histogram true surface, as a share of the whole, in equal bins from {@code from} to {@code to}
 */
public record Summary(float min, float max, double covered, double from, double to, float[] histogram) {
    public static final int BINS = 24;

    /**
     * @param areas what each value stands for
     * @param half from which value on a place counts as covered
     */
    public static Summary of(float[] values, float[] areas, double half) {
        Part[] parts = new Part[(values.length + Chunks.SIZE - 1) / Chunks.SIZE];
        Chunks.run(values.length, Cancel.NEVER, (from, to) -> {
            Part part = new Part();
            part.extent(values, areas, half, from, to);
            parts[from / Chunks.SIZE] = part;
        });
        Part whole = new Part();
        for (Part part : parts) {
            whole.min = Math.min(whole.min, part.min);
            whole.max = Math.max(whole.max, part.max);
            whole.area += part.area;
            whole.covered += part.covered;
        }
        double from = Math.min(0, whole.min);
        double to = Math.max(2 * half, whole.max);
        double scale = to > from ? BINS / (to - from) : 0;
        Chunks.run(
                values.length,
                Cancel.NEVER,
                (first, last) -> parts[first / Chunks.SIZE].fill(values, areas, from, scale, first, last));
        float[] shares = new float[BINS];
        for (int b = 0; b < BINS; b++) {
            double sum = 0;
            for (Part part : parts) {
                sum += part.bins[b];
            }
            shares[b] = (float) (sum / whole.area);
        }
        return new Summary(whole.min, whole.max, whole.covered / whole.area, from, to, shares);
    }

    /** What one chunk adds; the chunks are summed in their order, so the cut over cores changes nothing. */
    private static final class Part {
        private float min = Float.POSITIVE_INFINITY;
        private float max = Float.NEGATIVE_INFINITY;
        private double area;
        private double covered;
        private final double[] bins = new double[BINS];

        void extent(float[] values, float[] areas, double half, int from, int to) {
            float least = Float.POSITIVE_INFINITY;
            float most = Float.NEGATIVE_INFINITY;
            for (int i = from; i < to; i++) {
                // plain comparisons take a sixth of the time of the language's own min and max
                least = values[i] < least ? values[i] : least;
                most = values[i] > most ? values[i] : most;
            }
            // two sums of each, as one would wait for every addition
            double all = 0;
            double reached = 0;
            double otherAll = 0;
            double otherReached = 0;
            int i = from;
            for (; i + 1 < to; i += 2) {
                all += areas[i];
                otherAll += areas[i + 1];
                reached += values[i] >= half ? areas[i] : 0;
                otherReached += values[i + 1] >= half ? areas[i + 1] : 0;
            }
            if (i < to) {
                all += areas[i];
                reached += values[i] >= half ? areas[i] : 0;
            }
            min = least;
            max = most;
            area = all + otherAll;
            covered = reached + otherReached;
        }

        void fill(float[] values, float[] areas, double low, double scale, int from, int to) {
            // neighbours mostly fall into the same bin: two rows of bins in turn, so that one need not wait for the
            // other
            double[] others = new double[BINS];
            int i = from;
            for (; i + 1 < to; i += 2) {
                bins[Math.min(BINS - 1, (int) ((values[i] - low) * scale))] += areas[i];
                others[Math.min(BINS - 1, (int) ((values[i + 1] - low) * scale))] += areas[i + 1];
            }
            if (i < to) {
                bins[Math.min(BINS - 1, (int) ((values[i] - low) * scale))] += areas[i];
            }
            for (int b = 0; b < BINS; b++) {
                bins[b] += others[b];
            }
        }
    }
}
