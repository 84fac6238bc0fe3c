package org.lumbrit.core.stills;

import static org.lumbrit.core.math.Smooth.clamp01;

import java.util.function.BiFunction;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/**
 * Numbers that are shown in place of colours.
 *
 * @param low the number at the dark end; @param high at the bright end
 * @param signed whether they run both ways from the middle
 * @param grey in grey, else in colours
 * @param onGround their values at samples of the finished ground
 * @param onProp their values at the vertices of a prop; none where there are none
 */
public record Values(
        double low,
        double high,
        boolean signed,
        boolean grey,
        BiFunction<SiteEvaluation, Samples, float[]> onGround,
        BiFunction<SiteEvaluation, Prop, float[]> onProp) {
    /** Those of a falloff, from 0 to 1. */
    public static Values of(Falloff falloff, boolean grey) {
        return new Values(
                0,
                1,
                false,
                grey,
                (site, nodes) -> site.falloff(falloff.id(), nodes),
                (site, prop) -> site.on(prop.id()).falloff(falloff.id(), site.samples(site.placed(prop.id()))));
    }

    /** Those of a layer's field, from end to end of its legend. @param field one that the layer has */
    public static Values of(SiteEvaluation site, Layer layer, String field, boolean grey) {
        double[] ends = site.ends(layer, field);
        return new Values(
                ends[0],
                ends[1],
                layer.field(field).orElseThrow().signed(),
                grey,
                (at, nodes) -> at.seenFor(layer, field).field(layer, field, nodes),
                (at, prop) -> layer.liesOn(prop)
                        ? at.on(prop.id()).field(layer, field, at.samples(at.placed(prop.id())))
                        : new float[0]);
    }

    /** Evenly lighter from deep water over pine and lichen to paper. */
    private static final double[][] RAMP = {
        {0.018, 0.020, 0.060},
        {0.032, 0.098, 0.190},
        {0.060, 0.230, 0.175},
        {0.400, 0.420, 0.110},
        {0.900, 0.800, 0.520}
    };

    private static final double[] PAPER = {0.74, 0.71, 0.62};
    private static final double[] BELOW = {0.030, 0.145, 0.270};
    private static final double[] ABOVE = {0.440, 0.085, 0.022};
    private static final double[] DARK = {0.018, 0.028, 0.024};
    private static final double[] PALE = {0.86, 0.82, 0.70};
    private static final double[] TOO_LOW = {0.042, 0.155, 0.262};
    private static final double[] TOO_HIGH = {0.46, 0.085, 0.022};
    /** Beyond its ends a value is hatched. */
    private static final double ENDS = 0.004;

    /** Where a value lies between the ends, 0..1. */
    double share(double value) {
        return (value - low) / (high > low ? high - low : 1);
    }

    /** @param v 0..1, hatched beyond; @param stripe whether a stripe of the hatching lies there; @param out linear light */
    void colour(double v, boolean stripe, double[] out) {
        double inside = clamp01(v);
        if (signed) {
            double s = 2 * inside - 1;
            between(
                    PAPER,
                    s < 0 ? BELOW : ABOVE,
                    s < 0 ? StrictMath.pow(-s, 0.6) : s == 0 ? 0 : StrictMath.pow(s, 0.6),
                    out);
            return;
        }
        boolean beyond = v < -ENDS || v > 1 + ENDS;
        if (grey || beyond) {
            between(DARK, PALE, inside * inside * (1.6 - 0.6 * inside), out);
        } else {
            double t = 4 * inside;
            int k = (int) Math.min(3, t);
            between(RAMP[k], RAMP[k + 1], t - k, out);
        }
        if (beyond) {
            double[] low = out.clone();
            between(low, v > 1 ? TOO_HIGH : TOO_LOW, stripe ? 1 : 0.35, out);
        }
    }

    private static void between(double[] a, double[] b, double share, double[] out) {
        for (int c = 0; c < 3; c++) {
            out[c] = a[c] + share * (b[c] - a[c]);
        }
    }
}
