package org.lumbrit.bench;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.VesselShape;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.vessels.Cavity;
import org.lumbrit.core.vessels.Liquid;
import org.lumbrit.core.water.Ripples;

/** Water: a step of ripples against copies of the five arrays that it reads and writes; a frame of a liquid in a vessel. */
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
        vessel();
    }

    /** A frame of a liquid in a hollow of about 20 000 triangles: how much it holds as it is tilted, its level, its top. */
    private static void vessel() {
        Mesh mesh = new VesselShape(VesselShape.Form.JUG, 0.3, 0.8, 1, 0.02, 164)
                .mesh(file -> null)
                .subdivided();
        long start = System.nanoTime();
        Cavity cavity = Cavity.of(mesh, null).orElseThrow();
        double found = (System.nanoTime() - start) / 1e6;
        double some = 0.4 * cavity.volume();
        double[] turn = {0};
        double frame = GroundMeasure.best(200, () -> {
            turn[0] += 0.7;
            double[] up = Quaternion.about(0.6, 0, 0.8, 30 * Math.sin(turn[0])).rotate(0, 1, 0);
            Liquid.of(cavity, up, some).top(cavity);
        });
        System.out.printf(
                "a liquid in a hollow of %d triangles: %.2f ms a frame; the hollow of %d triangles found in %.0f ms%n",
                cavity.mesh().count(), frame, mesh.count(), found);
    }
}
