package org.lumbrit.core.relief;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Powers;

/**
 * Land that rivers wear over long times: ∂h/∂t = U − K·Qᵐ·S + D·∇²h + deposits. Water runs over all lower neighbours by their slope
 * (P. Quinn et al., "The prediction of hillslope flow paths", Hydrol. Process. 5, 1991, with the slope to the power 1.5 between theirs and that of
 * T. G. Freeman, 1991), so that no valley knows the directions of the grid. Rivers cut by their discharge Q and slope S, solved implicitly
 * from the outlets upward (J. Braun and S. Willett, Geomorphology 180, 2013) over all ways that the water takes. What is cut goes down with
 * the water and settles by G·(sediment)/(area above) (X. P. Yuan et al., "A new efficient method to solve the stream power law model taking
 * into account sediment deposition", JGR Earth Surface 124, 2019) and in lakes. Slopes creep with
 * D = K·L^(2m+1), so that below the length L creep is stronger than water, solved by rows and columns in turn (D. W. Peaceman and
 * H. H. Rachford, 1955).
 *
 * <p>The border keeps its height: it is what rivers run to. In double, ground = ground before + what rose − what left over the border.
 */
public final class RiverErosion {
    /** K where a metre of rain falls a year on ground of hardness 1, in m^(1−2m) a year. */
    static final double CUT = 1e-5;
    /** Of the height to the highest neighbour that deposits of one step may fill. */
    private static final double NO_HIGHER = 0.25;
    /** Of the depth of a lake that deposits of one step may fill. */
    private static final double LAKE_FILLED = 0.3;
    /** Steps of crumbling in one of rivers. */
    private static final int CRUMBLINGS = 8;
    /** From this talus on nothing crumbles, degrees. */
    private static final double MOST_TALUS = 89.9;
    /** How unevenly water parts where all ways are alike, 0..1. */
    private static final double UNEVEN = 0.6;

    private final int columns;
    private final int rows;
    private final CellSize cell;
    private final Land land;
    private final NodeValues uplift;
    private final NodeValues rain;
    private final NodeValues hardness;
    private final double[] ground;
    private final double[] level;
    private final double[] water;
    private final double[] load;
    /** When the flood came to each node. */
    private final int[] rank;

    private final int[] apart;
    private final double[] length;
    private final double[] side;
    private double risen;
    private double carriedOff;

    /**
     * How the land wears.
     *
     * @param years of one step
     * @param exponent m of the discharge; slopes of a land in balance fall with the area above to this power
     * @param rounding metres up to which creep is stronger than water
     * @param deposit G, how readily what is carried settles, 0..2
     * @param talus degrees; steeper slopes crumble, 90: none do
     */
    public record Land(double years, double exponent, double rounding, double deposit, double talus) {}

    /**
     * @param ground metres, row by row; worked on in place
     * @param cell metres between nodes
     * @param uplift metres a year; @param rain metres a year; @param hardness of the ground, 1 as usual, above 0
     */
    public RiverErosion(
            double[] ground,
            int columns,
            int rows,
            CellSize cell,
            Land land,
            NodeValues uplift,
            NodeValues rain,
            NodeValues hardness) {
        this.ground = ground;
        this.columns = columns;
        this.rows = rows;
        this.cell = cell;
        this.land = land;
        this.uplift = uplift;
        this.rain = rain;
        this.hardness = hardness;
        this.level = new double[ground.length];
        this.water = new double[ground.length];
        this.load = new double[ground.length];
        this.rank = new int[ground.length];
        double diagonal = cell.diagonal();
        this.apart = new int[] {-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1};
        this.length = new double[] {cell.x(), cell.x(), cell.z(), cell.z(), diagonal, diagonal, diagonal, diagonal};
        // lengths of contour: half of the side that is crossed, and what is left at the corners
        double corner = 0.354 * Math.sqrt(cell.area());
        this.side =
                new double[] {cell.z() / 2, cell.z() / 2, cell.x() / 2, cell.x() / 2, corner, corner, corner, corner};
    }

    /** Metres at each node as they are now, row by row from the north. */
    public double[] ground() {
        return ground;
    }

    /** Cubic metres of water that ran through each node a year in the last step. */
    public double[] water() {
        return water;
    }

    /** Cubic metres of ground that have risen. */
    public double risen() {
        return risen;
    }

    /** Cubic metres of ground that have left over the border. */
    public double carriedOff() {
        return carriedOff;
    }

    /** One step: creep, crumbling, routing, rising and cutting from the outlets upward, carrying down. */
    public void step(Cancel cancel) {
        creep(cancel);
        crumble(cancel);
        RunOff off = new RunOff(ground, columns, rows, cell);
        cancel.check();
        for (int i = 0; i < level.length; i++) {
            level[i] = ground[i] + off.pool(i);
        }
        int[] order = off.order();
        for (int k = 0; k < order.length; k++) {
            rank[order[k]] = k;
        }
        double[] share = new double[8];
        gather(off, share);
        cancel.check();
        cut(off, share);
        carry(off, share);
    }

    private boolean inside(int i) {
        int column = i % columns;
        return i >= columns && i < ground.length - columns && column > 0 && column < columns - 1;
    }

    /** Which share of the water of a node inside goes to each of its neighbours: by slope, and on level water to all that lie toward the outlet. */
    private void parts(int i, double[] share) {
        double here = level[i];
        double sum = 0;
        for (int n = 0; n < 8; n++) {
            double slope = (here - level[i + apart[n]]) / length[n];
            share[n] = slope > 0 ? slope * Math.sqrt(slope) * side[n] * uneven(i, n) : 0;
            sum += share[n];
        }
        if (sum <= 0) {
            for (int n = 0; n < 8; n++) {
                share[n] = rank[i + apart[n]] < rank[i] ? side[n] * uneven(i, n) : 0;
                sum += share[n];
            }
        }
        for (int n = 0; n < 8; n++) {
            share[n] /= sum;
        }
    }

    private static double uneven(int i, int n) {
        return 1 - UNEVEN + 2 * UNEVEN * Hash.unit(Hash.mix(8L * i + n));
    }

    private void gather(RunOff off, double[] share) {
        int[] order = off.order();
        double area = cell.area();
        for (int i = 0; i < water.length; i++) {
            water[i] = rain.at(i) * area;
        }
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            if (!inside(i)) {
                continue;
            }
            parts(i, share);
            for (int n = 0; n < 8; n++) {
                water[i + apart[n]] += water[i] * share[n];
            }
        }
    }

    /** h = (h₀ + ΣF·h↓)/(1 + ΣF), F = K·Qᵐ·dt·share / distance; the nodes downstream have their new height already. */
    private void cut(RunOff off, double[] share) {
        double area = cell.area();
        Arrays.fill(load, 0);
        for (int i : off.order()) {
            if (!inside(i)) {
                continue;
            }
            double rise = uplift.at(i) * land.years();
            risen += rise * area;
            double before = ground[i] + rise;
            ground[i] = before;
            if (off.pool(i) > 0) {
                continue;
            }
            double strength = CUT / hardness.at(i) * Powers.pow(water[i], land.exponent()) * land.years();
            double f = 0;
            double base = 0;
            parts(i, share);
            for (int n = 0; n < 8; n++) {
                int down = i + apart[n];
                double of = strength * share[n] / length[n];
                f += of;
                base += of * (off.pool(down) > 0 ? Math.max(ground[down], level[down]) : ground[down]);
            }
            ground[i] = Math.min(before, (before + base) / (1 + f));
            load[i] = (before - ground[i]) * area;
        }
    }

    private void carry(RunOff off, double[] share) {
        double area = cell.area();
        int[] order = off.order();
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            if (!inside(i)) {
                carriedOff += load[i];
                continue;
            }
            double most = off.pool(i) > 0
                    ? LAKE_FILLED * Math.max(0, level[i] - ground[i])
                    : Math.min(
                            land.deposit() * load[i] * rain.at(i) / water[i],
                            NO_HIGHER * Math.max(0, above(i) - ground[i]));
            double settled = Math.min(most, load[i] / area);
            ground[i] += settled;
            double onward = load[i] - settled * area;
            parts(i, share);
            for (int n = 0; n < 8; n++) {
                load[i + apart[n]] += onward * share[n];
            }
        }
    }

    /** The highest of the four neighbours. */
    private double above(int i) {
        return Math.max(Math.max(ground[i - 1], ground[i + 1]), Math.max(ground[i - columns], ground[i + columns]));
    }

    private void creep(Cancel cancel) {
        double d = CUT * StrictMath.pow(land.rounding(), 2 * land.exponent() + 1) * land.years();
        if (d == 0) {
            return;
        }
        double before = sum();
        double alongX = d / (cell.x() * cell.x());
        double alongZ = d / (cell.z() * cell.z());
        Chunks.run(rows - 2, 8, cancel, (from, to) -> {
            Tridiagonal line = new Tridiagonal(columns);
            for (int row = from + 1; row < to + 1; row++) {
                line.solve(ground, row * columns, 1, alongX);
            }
        });
        Chunks.run(columns - 2, 8, cancel, (from, to) -> {
            Tridiagonal line = new Tridiagonal(rows);
            for (int column = from + 1; column < to + 1; column++) {
                line.solve(ground, column, columns, alongZ);
            }
        });
        carriedOff += (before - sum()) * cell.area();
    }

    /** Slopes steeper than the talus give way, as {@link ThermalErosion} has it; the border stays. */
    private void crumble(Cancel cancel) {
        if (land.talus() >= MOST_TALUS) {
            return;
        }
        double before = sum();
        ThermalErosion crumbling =
                new ThermalErosion(ground.clone(), columns, rows, cell, NodeValues.constant(land.talus()));
        for (int step = 0; step < CRUMBLINGS; step++) {
            cancel.check();
            crumbling.step(cancel);
        }
        double[] crumbled = crumbling.heights();
        for (int row = 1; row < rows - 1; row++) {
            System.arraycopy(crumbled, row * columns + 1, ground, row * columns + 1, columns - 2);
        }
        carriedOff += (before - sum()) * cell.area();
    }

    private double sum() {
        double sum = 0;
        for (double height : ground) {
            sum += height;
        }
        return sum;
    }

    /** h′ − a·(h′₋ − 2h′ + h′₊) = h along a line whose ends stay, by the Thomas algorithm. */
    private static final class Tridiagonal {
        private final int count;
        private final double[] upper;
        private final double[] value;

        Tridiagonal(int count) {
            this.count = count;
            this.upper = new double[count];
            this.value = new double[count];
        }

        void solve(double[] h, int first, int apart, double a) {
            upper[0] = 0;
            value[0] = h[first];
            for (int k = 1; k < count - 1; k++) {
                double per = 1 / (1 + 2 * a + a * upper[k - 1]);
                upper[k] = -a * per;
                value[k] = (h[first + k * apart] + a * value[k - 1]) * per;
            }
            double next = h[first + (count - 1) * apart];
            for (int k = count - 2; k > 0; k--) {
                next = value[k] - upper[k] * next;
                h[first + k * apart] = next;
            }
        }
    }
}
