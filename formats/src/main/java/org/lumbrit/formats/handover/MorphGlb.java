package org.lumbrit.formats.handover;

import org.lumbrit.core.recipe.Frames;

/** One thing that moves as a GLB with morph targets, which an animation blends in turn over the loop. */
final class MorphGlb {
    /** More targets are too much for many programs. */
    static final int MOST_TARGETS = 24;

    private final Frames frames;
    private final MotionPicture moves;
    private final int vertices;
    private final int[] keys;

    /** @param moves of every frame and vertex, x, y, z away from rest */
    MorphGlb(Frames frames, int vertices, MotionPicture moves) {
        this.frames = frames;
        this.moves = moves;
        this.vertices = vertices;
        int targets = Math.min(MOST_TARGETS, frames.count());
        keys = new int[targets];
        for (int k = 0; k < targets; k++) {
            keys[k] = (int) ((long) k * frames.count() / targets);
        }
    }

    int targets() {
        return keys.length;
    }

    /** The farthest that any vertex is in any frame from where the blended targets put it. */
    double error() {
        double most = 0;
        for (int k = 0; k < keys.length; k++) {
            boolean last = k + 1 == keys.length;
            if (last && !frames.periodic()) {
                break;
            }
            int from = keys[k];
            int to = last ? frames.count() : keys[k + 1];
            int next = last ? keys[0] : keys[k + 1];
            for (int f = from; f < to; f++) {
                double share = (double) (f - from) / (to - from);
                for (int v = 0; v < vertices; v++) {
                    double sum = 0;
                    for (int c = 0; c < 3; c++) {
                        double blended = moves.value(from, v, c) * (1 - share) + moves.value(next, v, c) * share;
                        double off = blended - moves.value(f, v, c);
                        sum += off * off;
                    }
                    most = Math.max(most, sum);
                }
            }
        }
        return Math.sqrt(most);
    }

    byte[] write(String name, float[] positions, float[] normals, float[] colours, int[] indices) {
        Glb glb = new Glb();
        int material = glb.material(
                name,
                colours.length > 0 ? 1 : 0.6,
                colours.length > 0 ? 1 : 0.55,
                colours.length > 0 ? 1 : 0.5,
                1,
                0.9,
                true);
        float[][] targets = new float[keys.length][3 * vertices];
        for (int k = 0; k < keys.length; k++) {
            for (int v = 0; v < vertices; v++) {
                for (int c = 0; c < 3; c++) {
                    targets[k][3 * v + c] = moves.value(keys[k], v, c);
                }
            }
        }
        int rows = keys.length + (frames.periodic() ? 1 : 0);
        float[] times = new float[rows];
        for (int k = 0; k < rows; k++) {
            times[k] = (float) ((k == keys.length ? frames.count() : keys[k]) * frames.step());
        }
        int mesh = glb.mesh(name, positions, normals, colours, indices, material);
        glb.morphed(name, mesh, targets, times);
        return glb.write(name);
    }
}
