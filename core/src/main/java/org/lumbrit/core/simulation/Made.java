package org.lumbrit.core.simulation;

import java.util.function.Function;
import java.util.function.ToLongFunction;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;

/**
 * Something that is made once for all times, as a simulation of one step: kept like its states, it outlives the program.
 *
 * @param key of all that goes into it; @param none what stands for it before it is made; @param make makes it
 * @param size how much memory it takes, bytes
 */
public record Made<S extends Record>(String key, S none, Function<Cancel, S> make, ToLongFunction<S> size)
        implements Simulation<S> {
    @Override
    public S start() {
        return none;
    }

    @Override
    public S next(S before, int step, Cancel cancel) {
        return make.apply(cancel);
    }

    @Override
    public long bytes(S state) {
        return size.applyAsLong(state);
    }

    @Override
    @SuppressWarnings("unchecked")
    public Codec<S> codec() {
        return Codec.of((Class<S>) none.getClass());
    }
}
