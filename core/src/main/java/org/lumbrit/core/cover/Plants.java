package org.lumbrit.core.cover;

import org.lumbrit.core.drive.PropertyRange;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Samples;

/**
 * The plants of one layer as parallel arrays, sorted by identity.
 *
 * @param feet place, normal and identity of each
 * @param turn unit quaternion x, y, z, w of each
 * @param length metres; @param width metres; @param tint 0..1 between the layer's two colours
 * @param variant which of the layer's variants
 * @param limitedShare share of the candidates' area where the spacing floor keeps the density from being reached
 */
public record Plants(
        Samples feet, float[] turn, float[] length, float[] width, float[] tint, byte[] variant, double limitedShare)
        implements Results.Weighted {

    public int count() {
        return length.length;
    }

    @Override
    public long bytes() {
        return feet.bytes() + 29L * count();
    }

    /** The colour of each as 0xRRGGBB. */
    public int[] colours(CoverLayer layer) {
        double[] low = Colour.ofHex(layer.tintLow()).oklab();
        double[] high = Colour.ofHex(layer.tintHigh()).oklab();
        PropertyRange[] channels = new PropertyRange[3];
        for (int c = 0; c < 3; c++) {
            channels[c] = new PropertyRange(low[c], high[c], org.lumbrit.core.drive.Combine.PRODUCT);
        }
        int[] colours = new int[count()];
        org.lumbrit.core.math.Chunks.run(colours.length, org.lumbrit.core.math.Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                colours[i] = Colour.ofOklab(channels[0].at(tint[i]), channels[1].at(tint[i]), channels[2].at(tint[i]))
                        .packed();
            }
        });
        return colours;
    }
}
