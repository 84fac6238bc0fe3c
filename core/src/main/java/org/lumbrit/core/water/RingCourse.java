package org.lumbrit.core.water;

import java.util.function.Supplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.simulation.Simulation;
import org.lumbrit.core.surface.Lattice;

/** Rings frame by frame, from still water at the clock's start. @param water what they run on, asked for when a step is run */
record RingCourse(String key, Surroundings site, Rings rings, int seed, Lattice lattice, Supplier<Water> water)
        implements Simulation<RingCourse.State> {
    /** Cells over which a shore that swallows rings stills them. */
    private static final int RAMP = 16;

    /** What rings run on. @param wet whether each node is water; @param level of the water at rest */
    record Water(boolean[] wet, Rings.Level level) {}

    /** Heights now and a step earlier, metres. */
    record State(float[] now, float[] before) {}

    @Override
    public State start() {
        return new State(new float[lattice.count()], new float[lattice.count()]);
    }

    @Override
    public State next(State last, int step, Cancel cancel) {
        Rings.Runs runs = rings.runs().orElseThrow();
        boolean[] wet = water.get().wet();
        Frames frames = site.frames();
        double cellX = lattice.grid().cellX();
        double cellZ = lattice.grid().cellZ();
        int parts = Ripples.steps(frames.step(), runs.speed(), cellX, cellZ);
        float[] now = last.now.clone();
        float[] before = last.before.clone();
        rings.disturb(
                site,
                seed,
                new Rings.Span(
                        step - 1,
                        frames.step(),
                        lattice.ground().width(),
                        lattice.ground().depth(),
                        water.get().level()),
                (x, z, high, rim) -> bump(wet, now, before, x, z, high, rim, runs.size()));
        Ripples ripples = new Ripples(
                wet,
                lattice.columns(),
                lattice.rows(),
                cellX,
                cellZ,
                runs.speed(),
                damping(wet, runs),
                frames.step() / parts);
        float[] one = now;
        float[] other = before;
        for (int k = 0; k < parts; k++) {
            ripples.step(one, other, cancel);
            float[] held = one;
            one = other;
            other = held;
        }
        return new State(one, other);
    }

    /** A round bump of both moments, so that it begins at rest. */
    private void bump(
            boolean[] wet, float[] now, float[] before, double x, double z, double high, boolean rim, double size) {
        double cellX = lattice.grid().cellX();
        double cellZ = lattice.grid().cellZ();
        double sigma = Math.max(0.35 * size, 0.8 * Math.max(cellX, cellZ));
        double reach = 4 * sigma;
        int c0 = (int) Math.max(0, Math.ceil((x - reach + lattice.ground().width() / 2) / cellX));
        int c1 = (int) Math.min(
                lattice.columns() - 1.0,
                Math.floor((x + reach + lattice.ground().width() / 2) / cellX));
        int r0 = (int) Math.max(0, Math.ceil((z - reach + lattice.ground().depth() / 2) / cellZ));
        int r1 = (int) Math.min(
                lattice.rows() - 1.0, Math.floor((z + reach + lattice.ground().depth() / 2) / cellZ));
        for (int r = r0; r <= r1; r++) {
            for (int c = c0; c <= c1; c++) {
                int i = r * lattice.columns() + c;
                double dx = lattice.x(c) - x;
                double dz = lattice.z(r) - z;
                double q = (dx * dx + dz * dz) / (2 * sigma * sigma);
                if (wet[i]) {
                    float add = (float) (high * (rim ? 1 - q : 1) * StrictMath.exp(-q));
                    now[i] += add;
                    before[i] += add;
                }
            }
        }
    }

    private float[] damping(boolean[] wet, Rings.Runs runs) {
        float[] damping = new float[wet.length];
        java.util.Arrays.fill(damping, (float) runs.damping());
        if (runs.shores() == Rings.Shores.REFLECT) {
            return damping;
        }
        int columns = lattice.columns();
        int[] away = new int[wet.length];
        for (int i = 0; i < wet.length; i++) {
            int c = i % columns;
            int r = i / columns;
            boolean edge = c == 0 || r == 0 || c == columns - 1 || r == lattice.rows() - 1;
            away[i] = !wet[i] || edge ? 0 : RAMP;
        }
        for (int round = 1; round < RAMP; round++) {
            for (int i = 0; i < wet.length; i++) {
                if (away[i] == RAMP && beside(away, i, columns, round - 1)) {
                    away[i] = round;
                }
            }
        }
        double most = 6
                * runs.speed()
                / (RAMP * Math.min(lattice.grid().cellX(), lattice.grid().cellZ()));
        for (int i = 0; i < wet.length; i++) {
            double near = 1 - (double) away[i] / RAMP;
            damping[i] += (float) (most * near * near);
        }
        return damping;
    }

    private static boolean beside(int[] away, int i, int columns, int wanted) {
        return i % columns > 0 && away[i - 1] == wanted
                || i % columns + 1 < columns && away[i + 1] == wanted
                || i >= columns && away[i - columns] == wanted
                || i + columns < away.length && away[i + columns] == wanted;
    }

    @Override
    public long bytes(State state) {
        return 8L * state.now.length + 64;
    }

    @Override
    public Codec<State> codec() {
        return Codec.of(State.class);
    }
}
