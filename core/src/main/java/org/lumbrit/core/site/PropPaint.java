package org.lumbrit.core.site;

import java.util.List;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;

/**
 * The colours of a prop with what layers lay over them.
 *
 * @param colours red, green and blue of each vertex in linear light; @param covered how far stuff lies on each, 0..1
 */
public record PropPaint(float[] colours, float[] covered) {

    /** One colour all over. */
    public static PropPaint even(Colour colour, int vertices) {
        float[] rgb = new float[3 * vertices];
        for (int i = 0; i < rgb.length; i += 3) {
            rgb[i] = (float) colour.red();
            rgb[i + 1] = (float) colour.green();
            rgb[i + 2] = (float) colour.blue();
        }
        return new PropPaint(rgb, new float[vertices]);
    }

    /** The shown layers that lay colours over a prop, the first below. */
    public static List<Layer> layers(SiteEvaluation site, Prop prop) {
        return site.plan().recipe().layers().stream()
                .filter(layer -> !layer.hidden() && layer.colouring().isPresent() && layer.liesOn(prop))
                .toList();
    }

    /** At the vertices of a prop where it stands. */
    public static PropPaint of(SiteEvaluation site, Prop prop) {
        PropPaint paint =
                even(Colour.ofHex(prop.colour()), site.placed(prop.id()).mesh().vertices());
        for (Layer layer : layers(site, prop)) {
            Samples vertices = site.samples(site.placed(prop.id()));
            Tint tint = site.on(prop.id()).tint(layer, vertices);
            tint.over(paint.colours);
            for (int v = 0; v < paint.covered.length && layer.lying().isPresent(); v++) {
                paint.covered[v] += tint.strength()[v] * (1 - paint.covered[v]);
            }
        }
        return paint;
    }
}
