package org.lumbrit.bench;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.water.Ripples;

/** Water: a step of ripples against copies of the five arrays that it reads and writes. */
public final class WaterMeasure {
    private static final int NODES = 1024;

    private WaterMeasure() {}

    public static void main(String[] arguments) {
        int n = NODES * NODES;
        boolean[] wet = new boolean[n];
        Arrays.fill(wet, true);
        float[] damping = new float[n];
        Arrays.fill(damping, 0.3f);
        float[] now = new float[n];
        float[] before = new float[n];
        for (int i = 0; i < n; i++) {
            now[i] = before[i] = (float) (0.01 * Hash.unit(Hash.of(3, i)));
        }
        Ripples ripples = new Ripples(wet, NODES, NODES, 0.1, 0.1, 1, damping, 0.05);
        float[][] pair = {now, before};
        double step = GroundMeasure.best(200, () -> {
            ripples.step(pair[0], pair[1], Cancel.NEVER);
            float[] held = pair[0];
            pair[0] = pair[1];
            pair[1] = held;
        });
        float[] to = new float[n];
        double copy = GroundMeasure.best(200, () -> {
            for (int k = 0; k < 5; k++) {
                System.arraycopy(k % 2 == 0 ? now : damping, 0, to, 0, n);
            }
        });
        System.out.printf(
                "ripples of %d² nodes: %.2f ms, copies of its five arrays %.2f ms, %.1f ×%n",
                NODES, step, copy, step / copy);
    }
}
