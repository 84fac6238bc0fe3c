package org.lumbrit.core.stills;

import org.lumbrit.core.math.Results;

/**
 * A finished picture.
 *
 * @param width pixels; @param height pixels; @param rgb red, green and blue of each pixel, row by row from the top, sRGB encoded
 * @param shown the least share of a cover's plants that stand in it, 0..1
 */
public record Still(int width, int height, byte[] rgb, double shown) implements Results.Weighted {
    @Override
    public long bytes() {
        return rgb.length;
    }

    /** 0xRRGGBB of a pixel. */
    public int at(int x, int y) {
        int i = 3 * (y * width + x);
        return (rgb[i] & 255) << 16 | (rgb[i + 1] & 255) << 8 | rgb[i + 2] & 255;
    }
}
