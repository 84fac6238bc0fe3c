package org.lumbrit.core.snow;

import java.util.List;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.surface.Samples;

/** How deep stuff lies that earlier layers have laid. */
public final class Lies {
    private Lies() {}

    /** The depth of all that earlier layers have laid on the ground, metres at each sample. */
    public static float[] depth(Surroundings site, Samples samples) {
        float[] depth = new float[samples.count()];
        for (Layer layer : site.earlier()) {
            if (layer.lying().isEmpty()
                    || !layer.liesOnGround()
                    || layer.lying().get().depth().isEmpty()) {
                continue;
            }
            float[] lies = site.field(layer, layer.lying().get().depth(), samples);
            for (int i = 0; i < depth.length; i++) {
                depth[i] += lies[i];
            }
        }
        return depth;
    }

    /** Places of the ground along a line. */
    static Samples along(Surroundings site, List<Point3> line) {
        return site.ground()
                .samplesAt(
                        line.stream().mapToDouble(Point3::x).toArray(),
                        line.stream().mapToDouble(Point3::z).toArray());
    }
}
