package org.lumbrit.core.recipe;

import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Tint;

/** What a layer lays of colour over the ground and props. */
@FunctionalInterface
public interface Colouring {
    /** @return the colours at all samples, a new object */
    Tint over(Surroundings site, Samples samples);
}
