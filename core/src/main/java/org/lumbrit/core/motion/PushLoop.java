package org.lumbrit.core.motion;

import org.lumbrit.core.recipe.Frames;

/**
 * How far the vertices of a prop are pushed along their normals over all frames, in steps of equal size.
 *
 * @param vertices how many
 * @param steps in each frame one a vertex
 * @param metres of one step; a push is off by half of it at most
 * @param seam how it comes back
 * @param drift the largest mean over all frames of any vertex, metres
 */
public record PushLoop(
        Frames frames, int vertices, FrameBlocks steps, double metres, SwayLoop.Seam seam, double drift) {

    /** Metres along the normal. */
    public double push(int frame, int vertex) {
        return steps.at(frame, vertex) * metres;
    }

    /** @param pushes metres of each vertex in a frame; asked for once a frame */
    public static PushLoop of(
            Frames frames, int vertices, double most, java.util.function.IntFunction<float[]> pushes) {
        double metres = Math.max(1e-9, most) / 32767;
        frames.require(vertices, 1, "vertices");
        FrameBlocks steps = FrameBlocks.allocate(vertices, frames.count());
        double[] sums = new double[vertices];
        float[] first = pushes.apply(0);
        float[] before = first;
        double inside = 0;
        for (int f = 0; f < frames.count(); f++) {
            float[] now = f == 0 ? first : pushes.apply(f);
            short[] block = steps.holding(f);
            int start = steps.start(f);
            for (int v = 0; v < vertices; v++) {
                block[start + v] = (short) Math.rint(now[v] / metres);
                sums[v] += now[v];
                inside = Math.max(inside, Math.abs((double) now[v] - before[v]));
            }
            before = now;
        }
        double jump = 0;
        double drift = 0;
        for (int v = 0; v < vertices; v++) {
            jump = Math.max(jump, Math.abs((double) first[v] - before[v]));
            drift = Math.max(drift, Math.abs(sums[v]) / frames.count());
        }
        return new PushLoop(frames, vertices, steps, metres, new SwayLoop.Seam(jump, inside), drift);
    }
}
