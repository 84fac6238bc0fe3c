package org.lumbrit.core.recipe;

import org.lumbrit.core.math.Colour;
import org.lumbrit.core.surface.Tint;

/**
 * Stuff that a layer lays over surfaces: it covers them and may raise them.
 *
 * @param weight name of the layer's field that says how far it covers each place, 0..1
 * @param depth name of the field that says how deep it lies, metres; "" where it only colours
 * @param colour of the stuff; @param opacity how much of what is below it hides where it covers wholly, 0..1
 * @param roughness 0 mirrors, 1 is dull
 * @param glint how much it glitters near the eye, 0..1
 */
public record Lying(String weight, String depth, Colour colour, double opacity, double roughness, double glint) {

    /** The colours of it over surfaces, as a layer's that lays it. */
    public Colouring colouring(Layer layer) {
        return (site, samples) -> {
            float[] covers = site.field(layer, weight, samples);
            float[] colours = new float[3 * covers.length];
            float[] strength = new float[covers.length];
            float[] even = new float[covers.length];
            for (int i = 0; i < covers.length; i++) {
                colours[3 * i] = (float) colour.red();
                colours[3 * i + 1] = (float) colour.green();
                colours[3 * i + 2] = (float) colour.blue();
                strength[i] = (float) (covers[i] * opacity);
                even[i] = 1;
            }
            return new Tint(colours, strength, even);
        };
    }
}
