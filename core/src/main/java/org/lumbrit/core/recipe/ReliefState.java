package org.lumbrit.core.recipe;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.surface.Ground;

/**
 * The ground around one relief layer.
 *
 * @param layer its id; @param below the ground that its falloffs see; @param after the same ground where it is switched off
 */
public record ReliefState(String layer, Ground below, Ground after) {

    /** Metres up or down at each node of the ground, row by row from the north. */
    public float[] difference() {
        float[] before = below.heights();
        float[] now = after.heights();
        float[] difference = new float[now.length];
        Chunks.run(now.length, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                difference[i] = now[i] - before[i];
            }
        });
        return difference;
    }
}
