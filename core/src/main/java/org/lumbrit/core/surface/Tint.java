package org.lumbrit.core.surface;

import org.lumbrit.core.math.Colour;

/**
 * The colours that a tint gives to samples, as parallel arrays.
 *
 * @param colour red, green and blue of the ramp in linear light, three numbers each
 * @param strength how much of it is laid on, 0..1
 * @param tone brightness of the tone of shading, 0..1
 */
public record Tint(float[] colour, float[] strength, float[] tone) implements org.lumbrit.core.math.Results.Weighted {

    @Override
    public long bytes() {
        return 20L * strength.length;
    }

    /** A sample's colour and strength as 0xAARRGGBB, sRGB encoded. */
    public int argb(int i) {
        int rgb = new Colour(colour[3 * i], colour[3 * i + 1], colour[3 * i + 2]).packed();
        return (int) (strength[i] * 255 + 0.5) << 24 | rgb;
    }

    /** Lays the colours over others in linear light, three numbers a sample, and dims them by the tones. */
    public void over(float[] rgb) {
        for (int i = 0; i < strength.length; i++) {
            for (int c = 0; c < 3; c++) {
                float below = rgb[3 * i + c];
                rgb[3 * i + c] = (below + strength[i] * (colour[3 * i + c] - below)) * tone[i];
            }
        }
    }
}
