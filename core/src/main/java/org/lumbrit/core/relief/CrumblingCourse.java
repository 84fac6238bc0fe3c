package org.lumbrit.core.relief;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.CellSize;

/**
 * The course of {@link ThermalErosion}, some steps a time: after each it is looked whether all is at rest.
 *
 * @param below metres before the first step
 */
record CrumblingCourse(String key, double[] below, int columns, int rows, CellSize cell, NodeValues talus)
        implements Simulation<CrumblingCourse.State> {
    /** Steps of the erosion in one of the course. */
    static final int ROUND = ThermalErosion.LOOK;

    /** Heights in metres, and whether no slope is steeper than its talus. */
    record State(double[] heights, boolean settled) {}

    @Override
    public State start() {
        return new State(below.clone(), false);
    }

    @Override
    public State next(State before, int step, Cancel cancel) {
        return onward(before, ROUND, cancel);
    }

    /** So many steps of the erosion onward, at most. */
    State onward(State before, int steps, Cancel cancel) {
        ThermalErosion erosion = new ThermalErosion(before.heights().clone(), columns, rows, cell, talus);
        erosion.run(steps, cancel);
        return new State(erosion.heights(), erosion.settled());
    }

    @Override
    public boolean atRest(State state) {
        return state.settled();
    }

    @Override
    public Codec<State> codec() {
        return Codec.of(State.class);
    }

    @Override
    public long bytes(State state) {
        return 8L * state.heights().length;
    }
}
