package org.lumbrit.core.simulation;

import java.nio.ByteBuffer;
import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;

/**
 * The states of a simulation by their steps. States are kept at checkpoints whose keys chain: the key of the next is the hash of the last and
 * of what goes in between. Whatever state is asked for goes on from the nearest checkpoint that is kept, so going to and
 * fro costs little, and gives the same bytes as going straight.
 */
public final class Course<S> {
    /** No state larger than this is kept. */
    private static final long LARGEST = 64L << 20;

    private final Simulation<S> simulation;
    private final Results results;
    private final int every;

    private final ResultKind<Kept<S>> kind;

    private record Kept<S>(S state, long bytes) implements Results.Weighted {}

    /** A state with its size. */
    private record KeptCodec<S>(Simulation<S> simulation) implements Codec<Kept<S>> {
        @Override
        public ByteBuffer write(Kept<S> kept) {
            return simulation.codec().write(kept.state);
        }

        @Override
        public Kept<S> read(ByteBuffer bytes) {
            S state = simulation.codec().read(bytes);
            return new Kept<>(state, simulation.bytes(state));
        }
    }

    /** @param every so many steps lie between two checkpoints, at least 1 */
    public Course(Simulation<S> simulation, Results results, int every) {
        this.simulation = simulation;
        this.results = results;
        this.every = every;
        this.kind = new ResultKind<>("state/1", new KeptCodec<>(simulation));
    }

    /** A power of two, so that a course of about so many steps has at most eight checkpoints, and longer ones share theirs. */
    public static int every(int steps) {
        return Math.max(1, Integer.highestOneBit(Math.max(1, (steps - 1) / 4)));
    }

    /** The state after a step; must not be changed. @param step from 0 on, the state before the first step */
    public S at(int step, Cancel waiting) {
        int before = step - step % every;
        return onward(checkpoint(before, waiting), before, step, waiting);
    }

    private S onward(S from, int at, int step, Cancel cancel) {
        S state = from;
        for (int k = at + 1; k <= step && !simulation.atRest(state); k++) {
            cancel.check();
            state = simulation.next(state, k, cancel);
        }
        return state;
    }

    /** Goes back to the nearest checkpoint that is kept, and forward from there; each on the way is kept. */
    private S checkpoint(int step, Cancel waiting) {
        int from = step;
        Optional<S> known = known(from);
        while (from > 0 && known.isEmpty()) {
            from -= every;
            known = known(from);
        }
        S state = known.orElseGet(simulation::start);
        for (int at = from + every; at <= step; at += every) {
            state = next(state, at, waiting);
        }
        return state;
    }

    private S next(S before, int at, Cancel waiting) {
        if (simulation.bytes(before) > LARGEST) {
            return onward(before, at - every, at, waiting);
        }
        return results.get(key(at), waiting, shared -> {
                    S next = onward(before, at - every, at, shared);
                    return new Kept<>(next, simulation.bytes(next));
                })
                .state();
    }

    /** The start is never kept. */
    private Optional<S> known(int step) {
        return step == 0 ? Optional.empty() : results.known(key(step)).map(Kept::state);
    }

    /** The key of a state: of the simulation and of every step's inputs up to it, one after the other. */
    private ResultKind.Key<Kept<S>> key(int step) {
        String chain = simulation.key();
        for (int k = 1; k <= step; k++) {
            String inputs = simulation.inputs(k);
            if (!inputs.isEmpty()) {
                chain = new KeyBuilder("inputs/1").add(chain).add(inputs).add(k).key();
            }
        }
        return kind.key(kind.begin().add(chain).add(step));
    }
}
