package org.lumbrit.core.simulation;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;

/**
 * A state that is carried forward in fixed steps. Starting and stepping are pure: a state that was given is never changed, and the
 * same key means the same states, in whatever order they are asked for and on any machine.
 *
 * @param <S> the state after a step
 */
public interface Simulation<S> {
    /** Content key of everything that goes in and stays the same at all steps. */
    String key();

    /** Content key of what goes into one step besides; "" where nothing does. @param step from 1 on */
    default String inputs(int step) {
        return "";
    }

    /** The state before the first step; a new object. */
    S start();

    /** The state after a step, from the one before; a new object. @param step from 1 on */
    S next(S before, int step, Cancel cancel);

    /** How much memory a state takes. */
    long bytes(S state);

    /** How a state is written, so that it outlives the program. */
    Codec<S> codec();

    /** Whether nothing changes any more, so that later states are the same. */
    default boolean atRest(S state) {
        return false;
    }
}
