package org.lumbrit.core.falloff;

import org.lumbrit.core.surface.Samples;

/**
 * The costly part of a source that does not depend on all of its settings; it is kept under its own content key.
 *
 * @param settings what the measurement depends on, written canonically into the key
 * @param operation writes the measured quantity, in its unit, for samples from..to−1
 */
public record Measurement(Record settings, Operation operation) {

    /** The measuring itself. */
    @FunctionalInterface
    public interface Operation {
        void measure(Scene scene, Samples samples, int from, int to, float[] out);
    }
}
