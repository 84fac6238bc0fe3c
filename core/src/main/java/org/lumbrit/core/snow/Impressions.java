package org.lumbrit.core.snow;

import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.GaussianBlur;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.SurfacePatch;

/** What happens to snow that is pressed: it is pushed up at the sides, springs back, and fresh flakes fill the track. */
public final class Impressions {
    private Impressions() {}

    /**
     * A rim beside what is pressed: of its volume what is not lost to packing, spread over the nodes round it by a Gaussian.
     *
     * @param pressed metres at each node, 0 or more; @param packing share that is lost, 0..1; @param wide metres
     * @return metres at each node that the rim raises it
     */
    public static float[] rim(SurfacePatch patch, float[] pressed, double packing, double wide) {
        float[] spread =
                GaussianBlur.apply(pressed, patch.columns(), patch.rows(), wide / patch.cell(), wide / patch.cell());
        double volume = 0;
        double beside = 0;
        for (int i = 0; i < pressed.length; i++) {
            volume += pressed[i];
            if (pressed[i] > 0 || patch.inside()[i] == 0) {
                spread[i] = 0;
            }
            beside += spread[i];
        }
        double scale = beside > 0 ? volume * (1 - packing) / beside : 0;
        for (int i = 0; i < spread.length; i++) {
            spread[i] = (float) (spread[i] * scale);
        }
        return spread;
    }

    /**
     * Writes how deep each pressed node still is under the snow that has fallen into it, and no higher than the rest level.
     *
     * @param pressed metres; @param change metres, below 0 where it is pressed; nodes that are not keep theirs
     */
    public static void fill(
            Surroundings site, SurfacePatch patch, float[] pressed, float[] change, Flakes flakes, int seed) {
        Flakes.Fall fall = flakes.fall(site, 0, Math.max(0, flakes.hours(site)));
        int[] nodes = patch.nodes();
        Chunks.run(nodes.length, 4096, site.cancel(), (from, to) -> {
            for (int n = from; n < to; n++) {
                int i = nodes[n];
                if (pressed[i] > 0) {
                    double filled = fall.in(seed, i) * flakes.thickness() / 1000;
                    change[i] = (float) -Math.max(0, pressed[i] - filled);
                }
            }
        });
    }

    /** What is left of a pressed depth. @param springs share that comes back in the end; @param tau seconds in which most of that has come back; @param since seconds since it was pressed */
    public static double sprung(double pressed, double springs, double tau, double since) {
        return pressed * (1 - springs * (1 - StrictMath.exp(-Math.max(0, since) / tau)));
    }
}
