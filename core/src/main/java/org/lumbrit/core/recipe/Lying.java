package org.lumbrit.core.recipe;

import org.lumbrit.core.math.Colour;

/**
 * Stuff that a layer lays over surfaces: it covers them and may raise them.
 *
 * @param weight name of the layer's field that says how far it covers each place, 0..1
 * @param depth name of the field that says how deep it lies, metres; "" where it only colours
 * @param colour of the stuff; @param opacity how much of what is below it hides where it covers wholly, 0..1
 * @param roughness 0 mirrors, 1 is dull
 * @param glint how much it glitters near the eye, 0..1
 */
public record Lying(String weight, String depth, Colour colour, double opacity, double roughness, double glint) {}
