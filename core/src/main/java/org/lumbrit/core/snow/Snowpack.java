package org.lumbrit.core.snow;

import java.util.Arrays;
import java.util.function.Supplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.season.WeatherHour;
import org.lumbrit.core.simulation.Simulation;

/**
 * Snow on the ground hour by hour: it falls, slides where it is too steep, is carried by the wind, and melts. A node stands for one cell.
 *
 * @param key of everything that goes in; @param bed what it lies on, made when it is first needed; @param count of its nodes
 * @param hours gives the weather of an hour, from 1 on, and says what goes into it
 * @param density kg/m³ of the snow as it lies
 */
record Snowpack(String key, Supplier<Bed> bed, int count, Hours hours, double density, double relax, double within)
        implements Simulation<Snowpack.State> {
    /** Steps of sliding in an hour. */
    private static final int SLIDES = 24;

    /**
     * What it lies on and what drives it, row by row.
     *
     * @param heights metres, of a prop's top where one stands; @param stands 1 where one does; @param obstacles metres with what stands on the ground
     * @param caught share of what falls that lands there; @param tangents of the angle of repose, one for all or one a node
     * @param mobile how readily the wind moves it; @param melting mm of water a day and °C
     */
    record Bed(
            int columns,
            int rows,
            double cellX,
            double cellZ,
            double[] heights,
            float[] stands,
            float[] obstacles,
            float[] caught,
            double[] tangents,
            float[] mobile,
            float[] melting) {}

    /** The weather by its hours. */
    interface Hours {
        WeatherHour of(int step);
    }

    /**
     * Snow at an hour.
     *
     * @param depth metres; @param flux kg/(m·s) that the wind carried over each node in the last hour
     * @param fallen metres that have landed on each node; @param melted that have melted on it; @param drifted that the wind has brought it, or taken below 0
     * @param stands 1 at nodes on top of props, 0 on the ground
     * @param account metres · m²: fallen, melted, blown away, for each hour so far, none at its start
     */
    record State(
            double[] depth,
            float[] flux,
            float[] fallen,
            float[] melted,
            float[] drifted,
            float[] stands,
            double[] account) {
        /** One of its sums after an hour. @param which 0 fallen, 1 melted, 2 blown away */
        double sum(int hour, int which) {
            return account[SUMS * hour + which];
        }
    }

    /** How many sums an hour has. */
    static final int SUMS = 3;

    @Override
    public String inputs(int step) {
        WeatherHour hour = hours.of(step);
        return Long.toHexString(Hash.mix(Double.doubleToLongBits(hour.from()))
                ^ Hash.mix(Double.doubleToLongBits(hour.speed()) + 1)
                ^ Hash.mix(Double.doubleToLongBits(hour.temperature()) + 2)
                ^ Hash.mix(Double.doubleToLongBits(hour.snowfall()) + 3));
    }

    @Override
    public State start() {
        return new State(
                new double[count],
                new float[count],
                new float[count],
                new float[count],
                new float[count],
                new float[count],
                new double[SUMS]);
    }

    @Override
    public State next(State before, int step, Cancel cancel) {
        cancel.doing("snow, hour " + step);
        Bed ground = bed.get();
        WeatherHour hour = hours.of(step);
        double[] depth = before.depth.clone();
        float[] flux = new float[depth.length];
        float[] fallen = before.fallen.clone();
        float[] melted = before.melted.clone();
        float[] drifted = before.drifted.clone();
        int hours = before.account.length;
        double[] account = Arrays.copyOf(before.account, hours + SUMS);
        System.arraycopy(account, hours - SUMS, account, hours, SUMS);
        double cell = ground.cellX * ground.cellZ;
        double fall = hour.snowfall() / 1000;
        if (fall > 0) {
            double sum = 0;
            for (int i = 0; i < depth.length; i++) {
                double lands = fall * ground.caught[i];
                depth[i] += lands;
                fallen[i] += (float) lands;
                sum += lands;
            }
            account[hours] += sum * cell;
        }
        if (hour.temperature() > 0) {
            double sum = 0;
            for (int i = 0; i < depth.length; i++) {
                double melts = Math.min(depth[i], meltOf(at(ground.melting, i), hour.temperature()) / density);
                depth[i] -= melts;
                melted[i] += (float) melts;
                sum += melts;
            }
            account[hours + 1] += sum * cell;
        }
        if (hour.speed() * 1.4 > Drift.threshold(hour.temperature()) && any(depth)) {
            float[] surface = ground.obstacles.clone();
            for (int i = 0; i < surface.length; i++) {
                surface[i] = (float) Math.max(surface[i], ground.heights[i] + depth[i]);
            }
            Drift drift = new Drift(ground.columns, ground.rows, ground.cellX, ground.cellZ);
            float[] shelter = drift.shelter(surface, hour.from(), within, cancel);
            double[] lay = depth.clone();
            account[hours + 2] += drift.carry(
                    depth,
                    shelter,
                    flux,
                    hour.from(),
                    hour.speed(),
                    hour.temperature(),
                    1,
                    relax,
                    density,
                    ground.mobile);
            for (int i = 0; i < lay.length; i++) {
                drifted[i] += (float) (depth[i] - lay[i]);
            }
        }
        if (fall > 0 || hour.speed() * 1.4 > Drift.threshold(hour.temperature())) {
            depth = slid(ground, depth, SLIDES, cancel);
        }
        return new State(depth, flux, fallen, melted, drifted, ground.stands, account);
    }

    /** Melt water of an hour by degree-days, mm (R. Hock, "Temperature index melt modelling in mountain areas", 2003). */
    static double meltOf(double perDay, double temperature) {
        return Math.max(0, temperature) * perDay / 24;
    }

    private static double[] slid(Bed ground, double[] depth, int steps, Cancel cancel) {
        Repose repose =
                new Repose(ground.heights, ground.columns, ground.rows, ground.cellX, ground.cellZ, ground.tangents);
        double[] now = depth;
        double[] next = new double[depth.length];
        for (int k = 0; k < steps; k++) {
            repose.step(now, next, cancel);
            double[] held = now;
            now = next;
            next = held;
        }
        return now;
    }

    private static float at(float[] values, int i) {
        return values[values.length == 1 ? 0 : i];
    }

    private static boolean any(double[] depth) {
        for (double each : depth) {
            if (each > 0) {
                return true;
            }
        }
        return false;
    }

    @Override
    public long bytes(State state) {
        return 28L * state.depth.length + 8L * state.account.length + 64;
    }

    @Override
    public Codec<State> codec() {
        return Codec.of(State.class);
    }
}
