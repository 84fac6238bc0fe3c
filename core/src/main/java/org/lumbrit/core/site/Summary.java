package org.lumbrit.core.site;

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
        float min = Float.POSITIVE_INFINITY;
        float max = Float.NEGATIVE_INFINITY;
        double all = 0;
        double covered = 0;
        for (int i = 0; i < values.length; i++) {
            min = Math.min(min, values[i]);
            max = Math.max(max, values[i]);
            all += areas[i];
            covered += values[i] >= half ? areas[i] : 0;
        }
        double from = Math.min(0, min);
        double to = Math.max(2 * half, max);
        double[] bins = new double[BINS];
        double scale = to > from ? BINS / (to - from) : 0;
        for (int i = 0; i < values.length; i++) {
            bins[Math.min(BINS - 1, (int) ((values[i] - from) * scale))] += areas[i];
        }
        float[] shares = new float[BINS];
        for (int b = 0; b < BINS; b++) {
            shares[b] = (float) (bins[b] / all);
        }
        return new Summary(min, max, covered / all, from, to, shares);
    }
}
