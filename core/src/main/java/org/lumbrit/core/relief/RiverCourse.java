package org.lumbrit.core.relief;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.TurnedNoise;

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
        NodeValues uplift,
        NodeValues rain,
        NodeValues hardness)
        implements HeightCourse {
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

    private NodeValues coarse(NodeValues values, int halvings) {
        if (values.even() || halvings == 0) {
            return values;
        }
        double[] coarse = coarse(Grids.doubles(values.grid()), halvings);
        float[] narrow = new float[coarse.length];
        for (int i = 0; i < narrow.length; i++) {
            narrow[i] = (float) coarse[i];
        }
        return NodeValues.of(narrow);
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
        cancel.doing("rivers, step " + step);
        int now = halvings(step);
        double[] ground = before;
        for (int h = step == 1 ? now : halvings(step - 1); h > now; h--) {
            ground = refined(ground, h);
        }
        RiverErosion erosion = erosion(ground == before ? before.clone() : ground, now, years(now));
        erosion.step(cancel);
        return erosion.ground();
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

    private RiverErosion erosion(double[] ground, int halvings, double years) {
        int c = halved(columns, halvings);
        int r = halved(rows, halvings);
        CellSize wide = new CellSize(cell.x() * (columns - 1) / (c - 1), cell.z() * (rows - 1) / (r - 1));
        return new RiverErosion(
                ground,
                c,
                r,
                wide,
                new RiverErosion.Land(years, land.exponent(), land.rounding(), land.deposit(), land.talus()),
                coarse(uplift, halvings),
                coarse(rain, halvings),
                coarse(hardness, halvings));
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
