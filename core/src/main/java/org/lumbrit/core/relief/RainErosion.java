package org.lumbrit.core.relief;

import java.util.Arrays;
import org.lumbrit.core.drainage.RunOff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.surface.CellSize;

/**
 * Rain that runs off, cuts channels and drops what it carries. Each step routes the rain over the ground as it is
 * ({@link RunOff}); what runs through a node, Q, cuts it by {@code softness · Q^1.25 · slope}, solved implicitly from the outlets
 * upward so that any length of step is stable (J. Braun and S. Willett, "A very efficient O(n), implicit and parallel method to
 * solve the stream power equation", Geomorphology 2013). What is cut goes down with the water: what a stream cannot carry, at
 * most {@code capacity · Q · slope}, settles on its way, pools take what they have room for, and what reaches the border is
 * carried off.
 *
 * <p>In double, ground + what was carried off stays as it was, and water rained = evaporated + run off, to rounding.
 */
public final class RainErosion {
    /** Metres of water in which nothing settles. */
    private static final double SHALLOW = 0.05;
    /** Of the height to the highest neighbour upstream that one step may fill up. */
    private static final double NO_HIGHER = 0.25;

    private final int columns;
    private final int rows;
    private final CellSize cell;
    private final Climate climate;
    private final NodeValues shower;
    private final NodeValues softness;
    private final double[] start;
    private final double[] ground;
    private final double[] water;
    private final double[] load;
    private final double[] cut;
    private double rained;
    private double evaporated;
    private double runOff;
    private double carriedOff;

    /**
     * What the rain does.
     *
     * @param evaporation share of running water that dries up on each metre
     * @param capacity cubic metres of ground that a step can carry for each cubic metre of water on a slope of 1
     * @param settling share of what is too much for a stream that settles at each node, 0..1
     * @param deepest ground is cut no deeper than this, metres
     */
    public record Climate(double evaporation, double capacity, double settling, double deepest) {}

    /**
     * @param ground metres, row by row; worked on in place
     * @param cell metres between nodes
     * @param shower metres of rain in one step at each node
     * @param softness metres that a step cuts where 1 m³ runs through on a slope of 1: 0 is rock
     */
    public RainErosion(
            double[] ground,
            int columns,
            int rows,
            CellSize cell,
            Climate climate,
            NodeValues shower,
            NodeValues softness) {
        this(ground.clone(), ground, columns, rows, cell, climate, shower, softness);
    }

    /** Goes on from ground that has been worked on already. @param start as it was before the first step */
    RainErosion(
            double[] start,
            double[] ground,
            int columns,
            int rows,
            CellSize cell,
            Climate climate,
            NodeValues shower,
            NodeValues softness) {
        this.columns = columns;
        this.rows = rows;
        this.cell = cell;
        this.climate = climate;
        this.shower = shower;
        this.softness = softness;
        this.start = start;
        this.ground = ground;
        this.water = new double[ground.length];
        this.load = new double[ground.length];
        this.cut = new double[ground.length];
    }

    /** Metres at each node as they are now, row by row from the north; worked on by the next step. */
    public double[] ground() {
        return ground;
    }

    /** Cubic metres of water that ran through each node in the last step. */
    public double[] water() {
        return water;
    }

    /** Cubic metres of water that have rained. */
    public double rained() {
        return rained;
    }

    /** Cubic metres of water that have dried up. */
    public double evaporated() {
        return evaporated;
    }

    /** Cubic metres of water that have left over the border. */
    public double runOff() {
        return runOff;
    }

    /** Cubic metres of ground that have left over the border. */
    public double carriedOff() {
        return carriedOff;
    }

    /**
     * So many steps, one after the other.
     *
     * @throws Cancel.CancelledException between two steps
     */
    public void run(int steps, Cancel cancel) {
        for (int step = 0; step < steps; step++) {
            cancel.check();
            step();
        }
    }

    /** One step: routing, cutting from the outlets upward, carrying from the heights downward. */
    public void step() {
        RunOff off = new RunOff(ground, columns, rows, cell);
        gather(off);
        cut(off);
        carry(off);
    }

    private void gather(RunOff off) {
        int[] order = off.order();
        double dries = Math.min(1, climate.evaporation * Math.sqrt(cell.area()));
        double area = cell.area();
        for (int i = 0; i < water.length; i++) {
            water[i] = shower.at(i) * area;
            rained += water[i];
        }
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            int down = off.to(i);
            double dried = water[i] * dries;
            evaporated += dried;
            if (down < 0) {
                runOff += water[i] - dried;
            } else {
                water[down] += water[i] - dried;
            }
        }
    }

    /** h = (h₀ + F·h↓)/(1 + F), F = softness · Q^1.25 / distance; the node downstream has its new height already. */
    private void cut(RunOff off) {
        Chunks.run(cut.length, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                double f = softness.at(i) * water[i] * Math.sqrt(Math.sqrt(water[i])) * off.perStep(i) / cell.x();
                cut[i] = f / (1 + f);
            }
        });
        for (int i : off.order()) {
            int down = off.to(i);
            if (down < 0 || off.pool(i) > 0 || ground[i] <= ground[down]) {
                cut[i] = 0;
                continue;
            }
            double lowered = (ground[i] - ground[down]) * cut[i];
            cut[i] = Math.max(0, Math.min(lowered, climate.deepest - (start[i] - ground[i])));
            ground[i] -= cut[i];
        }
    }

    private void carry(RunOff off) {
        double area = cell.area();
        double capacity = climate.capacity / (area * cell.x());
        int[] order = off.order();
        Arrays.fill(load, 0);
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            int down = off.to(i);
            double carried = load[i] + cut[i];
            if (down < 0) {
                carriedOff += carried * area;
                continue;
            }
            double room = off.pool(i) - SHALLOW;
            double dropped;
            if (room > 0) {
                dropped = Math.min(carried, room);
            } else {
                double could = capacity * water[i] * Math.max(0, ground[i] - ground[down]) * off.perStep(i);
                double surplus = climate.settling * Math.max(0, carried - could);
                dropped = surplus == 0 ? 0 : Math.min(surplus, NO_HIGHER * Math.max(0, above(i) - ground[i]));
            }
            ground[i] += dropped;
            load[down] += carried - dropped;
        }
    }

    /** The highest of the four neighbours. */
    private double above(int i) {
        return Math.max(Math.max(ground[i - 1], ground[i + 1]), Math.max(ground[i - columns], ground[i + columns]));
    }
}
