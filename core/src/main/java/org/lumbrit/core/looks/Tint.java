package org.lumbrit.core.looks;

import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Powers;
import org.lumbrit.core.math.Smooth;

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

    /**
     * @param value driven place on the ramp; @param strength driven strength
     * @param lit how much light falls on the surface, 0..1
     */
    public static Tint of(TintLayer layer, float[] value, float[] strength, float[] lit) {
        int count = value.length;
        ColourRamp ramp = new ColourRamp(layer.ramp());
        float[] colour = new float[3 * count];
        float[] laidOn = new float[count];
        float[] tone = new float[count];
        TintLayer.Tones tones = layer.tones();
        for (int i = 0; i < count; i++) {
            Colour c = ramp.at(Powers.pow(Smooth.clamp01(value[i]), layer.contrast()));
            colour[3 * i] = (float) c.red();
            colour[3 * i + 1] = (float) c.green();
            colour[3 * i + 2] = (float) c.blue();
            int band = tones.band(lit[i]);
            boolean brightest = tones == TintLayer.Tones.NONE ? lit[i] > 0 : band == tones.brightest();
            laidOn[i] = layer.onlyLit() && !brightest ? 0 : (float) Smooth.clamp01(strength[i]);
            tone[i] = (float) tones.brightness(band);
        }
        return new Tint(colour, laidOn, tone);
    }
}
