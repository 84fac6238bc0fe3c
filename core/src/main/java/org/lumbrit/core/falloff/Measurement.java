package org.lumbrit.core.falloff;

import org.lumbrit.core.surface.Samples;

/**
 * The costly part of a source that does not depend on all of its settings; it is kept under its own content key.
 *
 * @param settings what the measurement depends on, written canonically into the key
 * @param preparation makes ready, once for a batch, what all of its chunks read
 */
public record Measurement(Record settings, Preparation preparation) {

    public Measurement(Record settings, Operation operation) {
        this(settings, (scene, samples) -> (from, to, out) -> operation.measure(scene, samples, from, to, out));
    }

    /** The measuring of samples from..to−1, in the quantity's unit. */
    @FunctionalInterface
    public interface Operation {
        void measure(Scene scene, Samples samples, int from, int to, float[] out);
    }

    /** What is costly, before the batch is cut into chunks. */
    @FunctionalInterface
    public interface Preparation {
        Chunk ready(Scene scene, Samples samples);
    }

    /** The measuring with everything at hand. */
    @FunctionalInterface
    public interface Chunk {
        void measure(int from, int to, float[] out);
    }
}
