package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.surface.Samples;

/** 0 at the foot of a plant, 1 at its tip: path length from the root over the longest such path. */
@Kind(name = "along", title = "Along the plant", help = "Rises from 0 at the foot of each plant to 1 at its tip.")
public record AlongSource() implements Source {

    @Override
    public Domain domain() {
        return Domain.ALONG;
    }

    @Override
    public void evaluate(Scene scene, Samples samples, float[] measured, int from, int to, float[] out) {
        for (int i = from; i < to; i++) {
            out[i] = samples.along(i);
        }
    }

    @Override
    public String title(Names names) {
        return "Along the plant";
    }

    @Override
    public String reading(Scene scene, Samples samples, float[] measured, int index) {
        return Decimal.write(100 * samples.along(index), 0) + " % of the way to the tip";
    }
}
