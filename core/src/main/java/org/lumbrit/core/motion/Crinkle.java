package org.lumbrit.core.motion;

import org.lumbrit.core.falloff.Loop;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.WrappedNoise;
import org.lumbrit.core.recipe.Frames;

/**
 * The small motion of a plant in itself: vector noise that runs up the plant, given at the nodes of a lattice over the box of
 * its variant and blended softly between them. Each node's vector has its mean over all frames taken out, so nothing drifts.
 *
 * @param vectors x, y, z of every node, frame after frame, within [−1, 1]; node order: across fastest, then up, then deep
 */
public record Crinkle(Frames frames, float[] vectors) implements org.lumbrit.core.math.Results.Weighted {
    public static final int ACROSS = 3;
    public static final int UP = 4;
    public static final int DEEP = 3;
    public static final int NODES = ACROSS * UP * DEEP;
    /** Cells of the noise from one node to the next. */
    private static final double SPACING = 0.83;

    /** @param rate features that run up the plant in a second */
    public static Crinkle of(int seed, int variant, double rate, Frames frames) {
        int period = Loop.whole(rate * frames.loop());
        long hash = Hash.of(seed, variant, 77);
        double[] x = new double[NODES];
        double[] y = new double[NODES];
        double[] z = new double[NODES];
        double[] run = new double[NODES];
        for (int node = 0; node < NODES; node++) {
            x[node] = (node % ACROSS) * SPACING + Hash.unit(hash) * 64;
            y[node] = (node / ACROSS % UP) * SPACING + Hash.unit(Hash.mix(hash)) * 64;
            z[node] = (node / ACROSS / UP) * SPACING + 0.37;
        }
        float[] vectors = new float[3 * NODES * frames.count()];
        double[] sum = new double[NODES];
        for (int axis = 0; axis < 3; axis++) {
            double[] mean = new double[NODES];
            for (int pass = 0; pass < 2; pass++) {
                for (int n = 0; n < frames.count(); n++) {
                    for (int node = 0; node < NODES; node++) {
                        run[node] = y[node] - rate * frames.time(n);
                        sum[node] = 0;
                    }
                    // the wrapped axis comes first
                    if (period > 0) {
                        WrappedNoise.add(seed * 3 + axis, period, run, x, z, NODES, 1, sum);
                    } else {
                        GradientNoise.add(seed * 3 + axis, run, x, z, NODES, 1, sum);
                    }
                    for (int node = 0; node < NODES; node++) {
                        if (pass == 0) {
                            mean[node] += sum[node] / frames.count();
                        } else {
                            vectors[3 * (n * NODES + node) + axis] = (float) (sum[node] - mean[node]);
                        }
                    }
                }
            }
        }
        return new Crinkle(frames, vectors);
    }

    /**
     * By how many frames a plant is ahead of the others: from its identity, so that plants of one variant do not crinkle in step.
     */
    public static int ahead(long plant, int frames) {
        return (int) (Hash.unit(Hash.of(plant, 31)) * frames);
    }

    /** The frame whose vectors a plant shows: around the loop, or to and fro where there is none. */
    public int shown(int frame, int ahead) {
        int n = frames.count();
        if (frames.periodic()) {
            return Math.floorMod(frame + ahead, n);
        }
        int there = Math.floorMod(frame + ahead, 2 * n);
        return there < n ? there : 2 * n - 1 - there;
    }

    /**
     * The vector at a place.
     *
     * @param share x, y, z within the variant's box, 0..1
     * @param out x, y, z
     */
    public void at(int frame, double[] share, double[] out) {
        double across = clamped(share[0], ACROSS);
        double up = clamped(share[1], UP);
        double deep = clamped(share[2], DEEP);
        int i = (int) Math.min(across, ACROSS - 2);
        int j = (int) Math.min(up, UP - 2);
        int k = (int) Math.min(deep, DEEP - 2);
        double u = soft(across - i);
        double v = soft(up - j);
        double w = soft(deep - k);
        int base = frame * NODES;
        for (int axis = 0; axis < 3; axis++) {
            double near = mix(v, row(base, i, j, k, u, axis), row(base, i, j + 1, k, u, axis));
            double far = mix(v, row(base, i, j, k + 1, u, axis), row(base, i, j + 1, k + 1, u, axis));
            out[axis] = mix(w, near, far);
        }
    }

    private double row(int base, int i, int j, int k, double u, int axis) {
        int node = base + i + ACROSS * (j + UP * k);
        return mix(u, vectors[3 * node + axis], vectors[3 * (node + 1) + axis]);
    }

    private static double clamped(double share, int nodes) {
        return Math.max(0, Math.min(1, share)) * (nodes - 1);
    }

    private static double soft(double t) {
        return t * t * (3 - 2 * t);
    }

    private static double mix(double t, double from, double to) {
        return from + t * (to - from);
    }

    @Override
    public long bytes() {
        return 4L * vectors.length;
    }
}
