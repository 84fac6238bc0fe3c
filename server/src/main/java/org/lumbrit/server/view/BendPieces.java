package org.lumbrit.server.view;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.motion.Bend;
import org.lumbrit.formats.ArrayBundle;

/**
 * How vertices bend, for a texture of signed 16-bit numbers: of each vertex {@link #TEXELS} times four, first its pieces x, y, z,
 * then its offset. The fourth number of the last piece is the mask, that of the offset the share of the bend by which it turns,
 * 32767 for 1; lengths are in steps of the fact {@code <name>Step}, in units of the mesh.
 */
final class BendPieces {
    static final int TEXELS = Bend.PIECES + 1;
    private static final int MOST = 32767;

    private record Part(Bend bend, float[] mask) {}

    private final List<Part> parts = new ArrayList<>();
    private int vertices;

    int vertices() {
        return vertices;
    }

    /** @param mask of each vertex, 0..1; empty where none is asked for */
    void add(Bend bend, float[] mask) {
        parts.add(new Part(bend, mask));
        vertices += bend.weights().length;
    }

    void put(ArrayBundle bundle, String name) {
        double most = 1e-12;
        for (Part part : parts) {
            most = Math.max(most, Math.max(largest(part.bend.pieces()), largest(part.bend.offsets())));
        }
        short[] steps = new short[4 * TEXELS * vertices];
        int at = 0;
        for (Part part : parts) {
            for (int v = 0; v < part.bend.weights().length; v++) {
                for (int i = 0; i < TEXELS; i++) {
                    float[] of = i < Bend.PIECES ? part.bend.pieces() : part.bend.offsets();
                    int from = i < Bend.PIECES ? 3 * (Bend.PIECES * v + i) : 3 * v;
                    for (int d = 0; d < 3; d++) {
                        steps[at++] = (short) Math.rint(of[from + d] / most * MOST);
                    }
                    float share = i == Bend.PIECES
                            ? part.bend.weights()[v]
                            : i == Bend.PIECES - 1 && part.mask.length > 0 ? part.mask[v] : 0;
                    steps[at++] = (short) Math.rint(Math.max(0, Math.min(1, share)) * MOST);
                }
            }
        }
        bundle.facts().put(name + "Step", most / MOST);
        bundle.shorts(name, 4, steps);
    }

    private static double largest(float[] numbers) {
        double most = 0;
        for (float number : numbers) {
            most = Math.max(most, Math.abs(number));
        }
        return most;
    }
}
