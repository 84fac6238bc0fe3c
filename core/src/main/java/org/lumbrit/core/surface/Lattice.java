package org.lumbrit.core.surface;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;

/** Regular nodes over the ground, border to border, row by row from the north-west corner. */
public record Lattice(Ground ground, int columns, int rows) {

    /** So many nodes along the longer side of the ground, the other in proportion. */
    public static Lattice along(Ground ground, int nodes) {
        double longer = Math.max(ground.width(), ground.depth());
        return new Lattice(
                ground,
                Math.max(2, (int) StrictMath.round((nodes - 1) * ground.width() / longer) + 1),
                Math.max(2, (int) StrictMath.round((nodes - 1) * ground.depth() / longer) + 1));
    }

    /** Content key of the ground and the numbers of nodes. */
    public String key() {
        return new KeyBuilder("lattice/1")
                .add(ground.key())
                .add(columns)
                .add(rows)
                .key();
    }

    /** How many nodes it has. */
    public int count() {
        return columns * rows;
    }

    /** Metres to the east of the middle. */
    public double x(int column) {
        return -ground.width() / 2 + ground.width() * column / (columns - 1);
    }

    /** Metres to the south of the middle. */
    public double z(int row) {
        return -ground.depth() / 2 + ground.depth() * row / (rows - 1);
    }

    /** All nodes as samples of the ground, row by row from the north. */
    public Samples samples() {
        Samples samples = Samples.allocate(key(), grid());
        Chunks.run(count(), Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                samples.x()[i] = x(i % columns);
                samples.z()[i] = z(i / columns);
                samples.id()[i] = i;
            }
            ground.settle(samples, from, to);
        });
        return samples;
    }

    /** How its nodes lie. */
    public Samples.Grid grid() {
        return new Samples.Grid(columns, rows, ground.width() / (columns - 1), ground.depth() / (rows - 1), true);
    }

    /** The samples of some rows only; nothing computed on them is kept. */
    public Samples band(int fromRow, int toRow) {
        Samples samples = Samples.allocate(
                Samples.NOT_KEPT,
                new Samples.Grid(columns, toRow - fromRow, grid().cellX(), grid().cellZ(), toRow - fromRow == rows));
        Chunks.run(samples.count(), Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                samples.x()[i] = x(i % columns);
                samples.z()[i] = z(fromRow + i / columns);
                samples.id()[i] = (long) fromRow * columns + i;
            }
            ground.settle(samples, from, to);
        });
        return samples;
    }

    /** A value of this lattice's nodes at a place, bilinear between them; beyond the border the border's values hold. */
    public double between(float[] values, double x, double z) {
        double column = Math.min(Math.max((x + ground.width() / 2) / ground.width() * (columns - 1), 0), columns - 1);
        double row = Math.min(Math.max((z + ground.depth() / 2) / ground.depth() * (rows - 1), 0), rows - 1);
        int c = Math.min((int) column, columns - 2);
        int r = Math.min((int) row, rows - 2);
        double fc = column - c;
        double fr = row - r;
        int at = r * columns + c;
        double north = values[at] + fc * ((double) values[at + 1] - values[at]);
        double south = values[at + columns] + fc * ((double) values[at + columns + 1] - values[at + columns]);
        return north + fr * (south - north);
    }

    /** True surface area that each node stands for, m²; border nodes stand for half a cell, corners for a quarter. */
    public float[] areas(Samples samples) {
        double cell = ground.width() / (columns - 1) * (ground.depth() / (rows - 1));
        float[] areas = new float[count()];
        for (int i = 0; i < areas.length; i++) {
            int column = i % columns;
            int row = i / columns;
            double share = (column == 0 || column == columns - 1 ? 0.5 : 1) * (row == 0 || row == rows - 1 ? 0.5 : 1);
            areas[i] = (float) (cell * share * Ground.stretch(samples.ny()[i]));
        }
        return areas;
    }
}
