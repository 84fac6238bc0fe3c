package org.lumbrit.core.cover;

import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.surface.Samples;

/**
 * The plants of one layer as parallel arrays: surface after surface, on each sorted by identity, then those placed by hand.
 *
 * @param feet place, normal and identity of each
 * @param surface index into {@code surfaces} of each; empty where all stand on the first
 * @param surfaces "" for the ground, else ids of props
 * @param turn unit quaternion x, y, z, w of each
 * @param length metres, sized; @param width metres, sized; @param tint 0..1 between the layer's two colours
 * @param sink metres below the surface along its own axis; @param growth 0..1; @param room metres across kept to itself; from length
 *     on each with one entry where all are alike
 * @param variant which of the layer's variants
 * @param limitedShare share of the candidates' area where the spacing floor keeps the density from being reached
 */
public record Plants(
        Samples feet,
        short[] surface,
        List<String> surfaces,
        float[] turn,
        Alike length,
        Alike width,
        Alike tint,
        Alike sink,
        Alike growth,
        Alike room,
        byte[] variant,
        double limitedShare)
        implements Results.Weighted {

    /** A number for each plant, kept once where it is the same for all. */
    public record Alike(float[] values) {
        static Alike of(float[] all) {
            for (float value : all) {
                if (value != all[0]) {
                    return new Alike(all);
                }
            }
            return new Alike(all.length == 0 ? new float[1] : new float[] {all[0]});
        }

        public float at(int plant) {
            return values.length == 1 ? values[0] : values[plant];
        }

        /** The greatest of them. */
        double most() {
            double most = values[0];
            for (float value : values) {
                most = Math.max(most, value);
            }
            return most;
        }

        /** Whether every plant has this value. */
        public boolean isAll(float value) {
            return values.length == 1 && values[0] == value;
        }
    }

    /** How many plants stand. */
    public int count() {
        return variant.length;
    }

    @Override
    public long bytes() {
        return feet.bytes()
                + 17L * count()
                + 2L * surface.length
                + 4L * (length.values.length + width.values.length + tint.values.length)
                + 4L * (sink.values.length + growth.values.length + room.values.length);
    }

    /** The prop that a plant stands on, "" for the ground. */
    public String surfaceOf(int plant) {
        return surfaces.get(surface.length == 0 ? 0 : surface[plant]);
    }

    /** The same plants elsewhere, turned otherwise. */
    Plants at(Samples elsewhere, float[] turned) {
        return new Plants(
                elsewhere, surface, surfaces, turned, length, width, tint, sink, growth, room, variant, limitedShare);
    }

    /** Where the foot of its mesh is put: x, y, z; the foot itself moved down its own axis by what it is sunk. */
    public double[] base(int plant) {
        double sunk = sink.at(plant);
        double[] at = {feet.x()[plant], feet.y()[plant], feet.z()[plant]};
        if (sunk != 0) {
            double[] up = axis(plant);
            for (int d = 0; d < 3; d++) {
                at[d] -= sunk * up[d];
            }
        }
        return at;
    }

    /** Its own up: a unit vector. */
    public double[] axis(int plant) {
        return new Quaternion(turn[4 * plant], turn[4 * plant + 1], turn[4 * plant + 2], turn[4 * plant + 3])
                .rotate(0, 1, 0);
    }

    /** The colour of each as 0xRRGGBB. */
    public int[] colours(CoverLayer layer) {
        double[] low = Colour.ofHex(layer.tintLow()).oklab();
        double[] high = Colour.ofHex(layer.tintHigh()).oklab();
        PropertyRange[] channels = new PropertyRange[3];
        for (int c = 0; c < 3; c++) {
            channels[c] = new PropertyRange(low[c], high[c], Combine.PRODUCT);
        }
        int[] colours = new int[count()];
        Chunks.run(colours.length, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                colours[i] = Colour.ofOklab(
                                channels[0].at(tint.at(i)), channels[1].at(tint.at(i)), channels[2].at(tint.at(i)))
                        .packed();
            }
        });
        return colours;
    }
}
