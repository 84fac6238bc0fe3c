package org.lumbrit.core.cover;

import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

/** The properties of a layer at samples, in their units; whoever evaluates the site's drives provides them. */
public interface PropertyValues {
    float[] at(String property, Samples samples);

    /** Whether any falloff drives the property. */
    boolean driven(String property);

    /** Where on the ground the property may be anything else than 0, in plan. */
    Region support(String property);

    /** Content key of everything the property depends on but the samples. */
    String key(String property);
}
