package org.lumbrit.core.relief;

import java.util.function.IntToDoubleFunction;
import org.lumbrit.core.math.Chunks;

/** Heights on their way into and out of a relief layer. */
final class Grids {
    private Grids() {}

    static double[] doubles(float[] heights) {
        double[] wide = new double[heights.length];
        for (int i = 0; i < wide.length; i++) {
            wide[i] = heights[i];
        }
        return wide;
    }

    static float[] floats(double[] heights) {
        float[] narrow = new float[heights.length];
        for (int i = 0; i < narrow.length; i++) {
            narrow[i] = (float) heights[i];
        }
        return narrow;
    }

    /**
     * From the ground below, where strength is 0, to the shaped one, where it is 1.
     *
     * @param shaped metres at a node, asked from several threads
     */
    static float[] blend(Shaping below, NodeValues strength, IntToDoubleFunction shaped) {
        float[] heights = below.ground().heights();
        float[] out = new float[heights.length];
        Chunks.run(out.length, below.cancel(), (from, to) -> {
            for (int i = from; i < to; i++) {
                out[i] = (float) (heights[i] + strength.at(i) * (shaped.applyAsDouble(i) - heights[i]));
            }
        });
        return out;
    }
}
