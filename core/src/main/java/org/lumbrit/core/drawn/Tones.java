package org.lumbrit.core.drawn;

import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Smooth;

/** The flat colour of a facet: one colour made lighter and darker in OKLab, its hue turned on the way. */
final class Tones {
    /** Of lightness, at the full depth of tones. */
    private static final double DEEP = 0.7;

    private static final double LIGHT_ELEVATION = 38;

    private final DrawnLayer look;
    private final double[] light;
    private final double lightness;
    private final double chroma;
    private final double hue;

    Tones(DrawnLayer look, Colour of) {
        this.look = look;
        this.light = Headings.direction(look.lightHeading(), LIGHT_ELEVATION);
        double[] lab = of.oklab();
        this.lightness = lab[0];
        this.chroma = look.saturation() * Math.sqrt(lab[1] * lab[1] + lab[2] * lab[2]);
        this.hue = StrictMath.atan2(lab[2], lab[1]);
    }

    /** 0xRRGGBB. @param nx of its unit normal; @param own what it is told apart by from others */
    int of(double nx, double ny, double nz, long own) {
        // what is level has the colour itself
        double shift = look.tones() == DrawnLayer.Tone.EACH
                ? Hash.unit(Hash.of(look.seed(), own)) - 0.5
                : 0.5 * (nx * light[0] + (ny - 1) * light[1] + nz * light[2]);
        double turned = hue + StrictMath.toRadians(look.hueShift()) * shift;
        double lit = Smooth.clamp(0, 1, lightness + DEEP * look.depth() * shift);
        return Colour.ofOklab(lit, chroma * StrictMath.cos(turned), chroma * StrictMath.sin(turned))
                .packed();
    }
}
