package org.lumbrit.core.relief;

import java.util.Arrays;
import org.lumbrit.core.drainage.RunOff;
import org.lumbrit.core.drainage.Ways;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Powers;
import org.lumbrit.core.surface.CellSize;

/**
 * Land that rivers wear over long times: ∂h/∂t = U − K·Qᵐ·S + D·∇²h + deposits. Water runs over all lower neighbours ({@link Ways}). Rivers cut by their discharge Q and slope S, solved implicitly
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
    /** A bed is at most so much steeper than its talus, as a tangent: what falls into running water is carried off and lays bare the rock. */
    private static final double BED_STEEPER = 2;
    /** Cells whose rain makes the first of a bed; and square metres of it by the square of the length that creep rounds. */
    private static final double BED_CELLS = 10;

    private static final double BED_ROUNDINGS = 3;
    /** So many times the water of its first makes a whole bed. */
    private static final double WHOLE_BED = 4;
    /** From this talus on nothing crumbles, degrees. */
    private static final double MOST_TALUS = 89.9;

    private final int columns;
    private final int rows;
    private final CellSize cell;
    private final Land land;
    private final NodeValues uplift;
    private final NodeValues rain;
    private final NodeValues hardness;
    private final double[] ground;
    private final double[] water;
    private final double[] load;
    private final Ways ways;
    private final int[] apart;
    private final double[] length;
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
        this.water = new double[ground.length];
        this.load = new double[ground.length];
        this.ways = new Ways(columns, rows, cell);
        this.apart = ways.apart();
        this.length = ways.length();
    }

    /** Metres at each node as they are now, row by row from the north. */
    public double[] ground() {
        return ground;
    }

    /** Cubic metres of water that ran through each node a year in the last step. */
    public double[] water() {
        return water;
    }

    /** Cubic metres under the ground, from height 0. */
    double volume() {
        return Account.volume(ground, cell);
    }

    /** Cubic metres of ground that have risen. */
    public double risen() {
        return risen;
    }

    /** Cubic metres of ground that have left over the border. */
    public double carriedOff() {
        return carriedOff;
    }

    /** Cubic metres of rain that fell in the last step. */
    public double rained() {
        double sum = 0;
        for (int i = 0; i < ground.length; i++) {
            sum += rain.at(i);
        }
        return sum * cell.area() * land.years();
    }

    /** Cubic metres of water that left over the border in the last step. */
    public double ranOff() {
        double sum = 0;
        for (int i = 0; i < ground.length; i++) {
            sum += ways.inside(i) ? 0 : water[i];
        }
        return sum * land.years();
    }

    /** One step: creep, routing, rising and cutting from the outlets upward, carrying down, crumbling. */
    public void step(Cancel cancel) {
        creep(cancel);
        RunOff off = new RunOff(ground, columns, rows, cell);
        cancel.check();
        ways.lay(off);
        double[] share = new double[Ways.NEIGHBOURS];
        gather();
        cancel.check();
        cut(off, share);
        carry(off, share);
        crumble(cancel);
    }

    private void gather() {
        double area = cell.area();
        for (int i = 0; i < water.length; i++) {
            water[i] = rain.at(i) * area;
        }
        ways.gather(water);
    }

    /** h = (h₀ + ΣF·h↓)/(1 + ΣF), F = K·Qᵐ·dt·share / distance; the nodes downstream have their new height already. */
    private void cut(RunOff off, double[] share) {
        double area = cell.area();
        Arrays.fill(load, 0);
        for (int i : ways.downFirst()) {
            if (!ways.inside(i)) {
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
            ways.parts(i, share);
            for (int n = 0; n < Ways.NEIGHBOURS; n++) {
                int down = i + apart[n];
                double of = strength * share[n] / length[n];
                f += of;
                base += of * (off.pool(down) > 0 ? Math.max(ground[down], ways.level(down)) : ground[down]);
            }
            ground[i] = Math.min(before, (before + base) / (1 + f));
            load[i] = (before - ground[i]) * area;
        }
    }

    private void carry(RunOff off, double[] share) {
        double area = cell.area();
        int[] order = ways.downFirst();
        for (int k = order.length - 1; k >= 0; k--) {
            int i = order[k];
            if (!ways.inside(i)) {
                carriedOff += load[i];
                continue;
            }
            double most = off.pool(i) > 0
                    ? LAKE_FILLED * Math.max(0, ways.level(i) - ground[i])
                    : Math.min(
                            land.deposit() * load[i] * rain.at(i) / water[i],
                            NO_HIGHER * Math.max(0, above(i) - ground[i]));
            double settled = Math.min(most, load[i] / area);
            ground[i] += settled;
            double onward = load[i] - settled * area;
            ways.parts(i, share);
            for (int n = 0; n < Ways.NEIGHBOURS; n++) {
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

    /** Slopes steeper than the talus give way, as {@link ThermalErosion} has it, beds of water later than others; the border stays. */
    private void crumble(Cancel cancel) {
        if (land.talus() >= MOST_TALUS) {
            return;
        }
        double before = sum();
        ThermalErosion crumbling = new ThermalErosion(ground.clone(), columns, rows, cell, talus());
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

    /** Degrees at each node. */
    private NodeValues talus() {
        double least = Math.max(BED_CELLS * cell.area(), BED_ROUNDINGS * land.rounding() * land.rounding());
        double tangent = StrictMath.tan(StrictMath.toRadians(land.talus()));
        double whole = StrictMath.log(WHOLE_BED);
        float[] talus = new float[ground.length];
        Chunks.run(talus.length, Chunks.SIZE, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                double over = water[i] / (least * rain.at(i));
                double bed = over <= 1 ? 0 : over >= WHOLE_BED ? 1 : StrictMath.log(over) / whole;
                talus[i] = (float) StrictMath.toDegrees(StrictMath.atan(tangent * (1 + BED_STEEPER * bed)));
            }
        });
        return NodeValues.of(talus);
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
