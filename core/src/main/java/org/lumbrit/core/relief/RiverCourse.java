package org.lumbrit.core.relief;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.TurnedNoise;
import org.lumbrit.core.surface.CellSize;

/**
 * The course of {@link RiverErosion}: first on a coarse grid, on which the rivers find their ways soon, then on ever finer ones with the
 * finer features of the ground below. As the coarsest is much the same whatever the resolution, valleys lie in the same places.
 *
 * @param below metres before the first step, row by row
 * @param steps in all
 */
record RiverCourse(
        String key,
        double[] below,
        int columns,
        int rows,
        CellSize cell,
        RiverErosion.Land land,
        int steps,
        Drives drives)
        implements HeightCourse {

    /** What drives the land, at the nodes of the ground as it has become: water that cuts into a bed of rock meets its hardness there. */
    @FunctionalInterface
    interface Drives {
        /**
         * @param property of the layer, in its unit; @param ground metres at each node, of which there may be fewer than of the whole ground
         * @param step from 1
         */
        NodeValues at(String property, double[] ground, int columns, int rows, int step);
    }

    /** Cells along the longer side of the coarsest grid, at most. */
    private static final int COARSE = 128;
    /** Of the steps that are left, those that a grid takes before the next finer one. */
    private static final double SHARE = 0.6;
    /** Coarser cells of the size of a bend, and how far at most one looks aside for it; less far from the coarsest grid. */
    private static final double WINDING = 3;

    private static final double FIRST_ASIDE = 0.9;

    private static final double ASIDE = 1.8;
    /** Of the years that are left, those. */
    private static final double YEARS = 0.85;

    private static final double MILLIMETRE = 1e-3;
    /** How much of the ground's finer features a finer grid begins with. */
    private static final double DETAIL = 1;

    @Override
    public double[] start() {
        return coarse(below, halvings());
    }

    /** How often the grid is halved for the first step. */
    int halvings() {
        int halvings = 0;
        while ((Math.max(columns, rows) - 1) >> halvings > COARSE && halvings < 12) {
            halvings++;
        }
        return Math.min(halvings, steps - 1);
    }

    /** How often it is halved for a step, from 1. */
    int halvings(int step) {
        int halvings = halvings();
        double done = 0;
        for (int left = halvings; left > 0; left--) {
            done += SHARE * (steps - done);
            if (step <= Math.max(halvings - left + 1, Math.rint(done))) {
                return left;
            }
        }
        return 0;
    }

    private static int halved(int nodes, int halvings) {
        return Math.min(nodes, Math.max(2, (int) Math.rint((nodes - 1.0) / (1 << halvings))) + 1);
    }

    private double[] coarse(double[] values, int halvings) {
        return halvings == 0
                ? values.clone()
                : Resampled.coarser(values, columns, rows, halved(columns, halvings), halved(rows, halvings));
    }

    /** The ground of a state that is halved so often, on one halved once less. */
    private double[] refined(double[] state, int halvings) {
        int[] from = {halved(columns, halvings), halved(rows, halvings)};
        int[] to = {halved(columns, halvings - 1), halved(rows, halvings - 1)};
        double[][] aside = aside(from, to, halvings() - halvings);
        double[] fine = Resampled.shifted(state, from[0], from[1], to[0], to[1], aside[0], aside[1]);
        double[] wanted = coarse(below, halvings - 1);
        double[] had = Resampled.finer(coarse(below, halvings), from[0], from[1], to[0], to[1]);
        for (int i = 0; i < fine.length; i++) {
            fine[i] += DETAIL * (wanted[i] - had[i]);
        }
        for (int c = 0; c < to[0]; c++) {
            fine[c] = wanted[c];
            fine[fine.length - 1 - c] = wanted[fine.length - 1 - c];
        }
        for (int r = 0; r < to[1]; r++) {
            fine[r * to[0]] = wanted[r * to[0]];
            fine[(r + 1) * to[0] - 1] = wanted[(r + 1) * to[0] - 1];
        }
        return fine;
    }

    /** How far each finer node looks aside, coarser cells east and south, so that a valley that ran along the grid winds; nowhere at the border. */
    private static double[][] aside(int[] from, int[] to, int refined) {
        double[][] aside = new double[2][to[0] * to[1]];
        Chunks.run(to[1], 8, Cancel.NEVER, (first, end) -> {
            TurnedNoise noise = new TurnedNoise(to[0]);
            double[] x = new double[to[0]];
            double[] y = new double[to[0]];
            double[] z = new double[to[0]];
            double[] row = new double[to[0]];
            for (int r = first; r < end; r++) {
                for (int c = 0; c < to[0]; c++) {
                    x[c] = c * (from[0] - 1.0) / (to[0] - 1) / WINDING;
                    z[c] = r * (from[1] - 1.0) / (to[1] - 1) / WINDING;
                }
                for (int axis = 0; axis < 2; axis++) {
                    java.util.Arrays.fill(row, 0);
                    noise.add(
                            TurnedNoise.Lattice.CUBES,
                            2 * refined + axis,
                            Hash.of(refined, 41, axis),
                            0,
                            TurnedNoise.Change.NONE,
                            x,
                            y,
                            z,
                            to[0],
                            refined == 0 ? FIRST_ASIDE : ASIDE,
                            row);
                    System.arraycopy(row, 0, aside[axis], r * to[0], to[0]);
                }
            }
        });
        return aside;
    }

    @Override
    public double[] next(double[] before, int step, Cancel cancel) {
        RiverErosion erosion = at(before, step, cancel);
        erosion.step(cancel);
        return erosion.ground();
    }

    /** Ready for a step: the ground before it, on the grid of the step. */
    private RiverErosion at(double[] before, int step, Cancel cancel) {
        cancel.doing("rivers, step " + step);
        int now = halvings(step);
        double[] ground = before;
        for (int h = step == 1 ? now : halvings(step - 1); h > now; h--) {
            ground = refined(ground, h);
        }
        return erosion(ground == before ? before.clone() : ground, now, step);
    }

    /** What moves in so many steps. Where a finer grid begins, features come in that the coarser one could not hold. */
    Account account(int steps, Cancel cancel) {
        double first = Account.volume(below, cell);
        double now = first;
        double grids = 0;
        double risen = 0;
        double off = 0;
        double rained = 0;
        double ran = 0;
        double[] state = start();
        for (int step = 1; step <= steps; step++) {
            RiverErosion erosion = at(state, step, cancel);
            grids += erosion.volume() - now;
            erosion.step(cancel);
            now = erosion.volume();
            risen += erosion.risen();
            off += erosion.carriedOff();
            rained += erosion.rained();
            ran += erosion.ranOff();
            state = erosion.ground();
        }
        double last = Account.volume(whole(state, steps), cell);
        return Account.empty()
                .came(Account.GROUND, "before", first)
                .came(Account.GROUND, "by other grids", grids + last - now)
                .came(Account.GROUND, "risen", risen)
                .left(Account.GROUND, "carried over the border", off)
                .left(Account.GROUND, "after", last)
                .came(Account.WATER, "rained", rained)
                .left(Account.WATER, "ran over the border", ran);
    }

    /** Years of one step on a grid halved so often. */
    private double years(int halvings) {
        int most = halvings();
        double share = 1;
        for (int h = most; h > halvings; h--) {
            share *= 1 - YEARS;
        }
        share *= halvings == 0 ? 1 : YEARS;
        int taken = 0;
        for (int step = 1; step <= steps; step++) {
            taken += halvings(step) == halvings ? 1 : 0;
        }
        return land.years() * share / taken;
    }

    private RiverErosion erosion(double[] ground, int halvings, int step) {
        int c = halved(columns, halvings);
        int r = halved(rows, halvings);
        CellSize wide = new CellSize(cell.x() * (columns - 1) / (c - 1), cell.z() * (rows - 1) / (r - 1));
        return new RiverErosion(
                ground,
                c,
                r,
                wide,
                new RiverErosion.Land(years(halvings), land.exponent(), land.rounding(), land.deposit(), land.talus()),
                drives.at(RiverRelief.UPLIFT, ground, c, r, step).times(MILLIMETRE),
                drives.at(RiverRelief.RAIN, ground, c, r, step),
                drives.at(RiverRelief.HARDNESS, ground, c, r, step));
    }

    /** The ground after a step on all nodes. */
    double[] whole(double[] state, int step) {
        double[] ground = state;
        for (int h = step == 0 ? halvings() : halvings(step); h > 0; h--) {
            ground = refined(ground, h);
        }
        return ground;
    }
}
