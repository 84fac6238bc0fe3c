package org.lumbrit.core.surface;

import org.lumbrit.core.math.Smooth;

/** Where a mesh folds inward. */
public final class Concavity {
    /** A vertex that lies so many of its mean edges below the mean of its neighbours is wholly in a crevice. */
    private static final double DEEP = 0.25;

    private Concavity() {}

    /**
     * How far each vertex lies below the mean of its neighbours, along its normal: 0 on a plane or a ridge, 1 from a quarter of its mean
     * edge on. Vertices at one place count as one.
     */
    public static float[] of(Mesh mesh) {
        float[] p = mesh.positions();
        int[] first = Welding.firsts(p, 0);
        int count = mesh.vertices();
        double[] sums = new double[3 * count];
        double[] lengths = new double[count];
        int[] neighbours = new int[count];
        double[] out = new double[3 * count];
        for (int t = 0; t < mesh.triangles().length; t++) {
            int a = first[mesh.triangles()[t]];
            int b = first[mesh.triangles()[t % 3 == 2 ? t - 2 : t + 1]];
            double length = 0;
            for (int d = 0; d < 3; d++) {
                double along = (double) p[3 * b + d] - p[3 * a + d];
                sums[3 * a + d] += along;
                sums[3 * b + d] -= along;
                length += along * along;
                out[3 * a + d] += mesh.normals()[3 * mesh.triangles()[t] + d];
            }
            lengths[a] += Math.sqrt(length);
            lengths[b] += Math.sqrt(length);
            neighbours[a]++;
            neighbours[b]++;
        }
        float[] concave = new float[count];
        for (int v = 0; v < count; v++) {
            int w = first[v];
            double size = Math.sqrt(
                    out[3 * w] * out[3 * w] + out[3 * w + 1] * out[3 * w + 1] + out[3 * w + 2] * out[3 * w + 2]);
            if (neighbours[w] > 0 && lengths[w] > 0 && size > 0) {
                double below =
                        (sums[3 * w] * out[3 * w] + sums[3 * w + 1] * out[3 * w + 1] + sums[3 * w + 2] * out[3 * w + 2])
                                / size;
                concave[v] = (float) Smooth.clamp01(below / lengths[w] / DEEP);
            }
        }
        return concave;
    }
}
