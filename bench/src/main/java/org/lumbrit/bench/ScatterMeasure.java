package org.lumbrit.bench;

import org.lumbrit.core.cover.Settling;
import org.lumbrit.core.cover.Spacing;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Region;

/** Plants a millisecond of a scatter filled to its spacing floor, on all cores, from 10⁴ to 10⁷ kept plants. */
public final class ScatterMeasure {
    private static final double SPACING = 0.84;

    private ScatterMeasure() {}

    public static void main(String[] arguments) {
        run(1e5, 6);
        for (double plants : new double[] {1e4, 1e5, 1e6, 4e6}) {
            run(plants, 5);
        }
    }

    private static void run(double plants, int times) {
        double length = Math.sqrt(plants / 0.683) * SPACING;
        Settling settling = new Settling(1, 0, new Spacing.Same(SPACING), 6);
        double best = Double.POSITIVE_INFINITY;
        int kept = 0;
        for (int i = 0; i < times; i++) {
            long start = System.nanoTime();
            kept = settling.settle(new Region(0, 0, length, length), Cancel.NEVER).length;
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        System.out.printf("%d plants kept: best of %d %.0f ms, %.0f plants/ms%n", kept, times, best, kept / best);
    }
}
