package org.lumbrit.core.bodies;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Simulation;

/** The whole way of a body that meets no other, as one step of a simulation, so that it is kept apart from the time. */
record LetGo(RollLayer layer, String key, Surroundings site) implements Simulation<Path> {
    @Override
    public Path start() {
        return new Path(1, new double[0], Path.End.MOVES);
    }

    @Override
    public Path next(Path before, int step, Cancel cancel) {
        Runner runner = new Runner(layer, site, layer.rate());
        for (int k = 1; !runner.over() && !runner.rests(); k++) {
            if (k % 1024 == 0) {
                cancel.check();
                cancel.doing("rolling, second " + k / layer.rate());
            }
            runner.step();
            runner.note();
        }
        return runner.path();
    }

    @Override
    public long bytes(Path path) {
        return path.bytes();
    }

    @Override
    public Codec<Path> codec() {
        return Codec.of(Path.class);
    }
}
