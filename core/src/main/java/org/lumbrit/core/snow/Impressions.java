package org.lumbrit.core.snow;

import org.lumbrit.core.math.GaussianBlur;
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

    /** What is left of a pressed depth. @param springs share that comes back in the end; @param tau seconds in which most of that has come back; @param since seconds since it was pressed */
    public static double sprung(double pressed, double springs, double tau, double since) {
        return pressed * (1 - springs * (1 - StrictMath.exp(-Math.max(0, since) / tau)));
    }
}
