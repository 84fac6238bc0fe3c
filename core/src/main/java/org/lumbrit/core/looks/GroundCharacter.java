package org.lumbrit.core.looks;

import org.lumbrit.core.drainage.Ways;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;

/**
 * What the shape of the ground says of what lies on it: where water gathers it is damp, in hollows soil collects, crests are bare. In the
 * ground's own scale, so that a log has it like a range.
 *
 * @param damp 0..255 of each node: the wetness index ln(a / tan β) (Beven and Kirkby 1979) with a in twentieths of the site's longer side,
 * dry up to {@value #DRY}, soaked from {@value #SOAKED}
 * @param hollow 0..255 of each node: about 128 on even slopes, more in hollows, less on crests
 */
public record GroundCharacter(Lattice lattice, byte[] damp, byte[] hollow) implements Results.Weighted {
    /** Nodes along the longer side at most. */
    public static final int NODES = 257;

    static final double DRY = 3;
    static final double SOAKED = 10;
    /** Share of the longer side that the area above is measured by, and the radius of the circle that hollows lie below. */
    private static final double UNIT = 0.05;

    private static final double CIRCLE = 0.02;
    /** A hollow, or a crest, of as many of its circle's radii counts in full. */
    private static final double TIGHTEST = 3;

    private static final double LEVEL = 1e-3;
    private static final int AROUND = 12;

    @Override
    public long bytes() {
        return damp.length + hollow.length;
    }

    /** @param nodes along the longer side, {@link #NODES} but for a draft */
    public static GroundCharacter of(Ground ground, int nodes, Cancel cancel) {
        Lattice lattice = ground.lattice(Math.min(NODES, nodes));
        int columns = lattice.columns();
        CellSize cell = new CellSize(lattice.x(1) - lattice.x(0), lattice.z(1) - lattice.z(0));
        double longer = Math.max(ground.width(), ground.depth());
        double[] heights = new double[lattice.count()];
        Chunks.run(heights.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                heights[i] = ground.height(lattice.x(i % columns), lattice.z(i / columns));
            }
        });
        double[] above = Ways.areaAbove(heights, columns, lattice.rows(), cell);
        byte[] damp = new byte[heights.length];
        byte[] hollow = new byte[heights.length];
        double contour = Math.sqrt(cell.area()) * UNIT * longer;
        double radius = CIRCLE * longer;
        Chunks.run(heights.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                double x = lattice.x(i % columns);
                double z = lattice.z(i / columns);
                double east = ground.height(x + cell.x(), z) - ground.height(x - cell.x(), z);
                double south = ground.height(x, z + cell.z()) - ground.height(x, z - cell.z());
                double slope = Math.max(LEVEL, Math.hypot(east / (2 * cell.x()), south / (2 * cell.z())));
                double index = StrictMath.log(above[i] / contour / slope);
                damp[i] = (byte) Math.rint(255 * Smooth.smoothstep(DRY, SOAKED, index));
                double sum = 0;
                for (int k = 0; k < AROUND; k++) {
                    double turn = 2 * StrictMath.PI * k / AROUND;
                    sum += ground.height(x + radius * StrictMath.cos(turn), z + radius * StrictMath.sin(turn));
                }
                double curved = 2 * (sum / AROUND - heights[i]) / radius * TIGHTEST;
                hollow[i] = (byte) Math.rint(127.5 + 127.5 * Math.max(-1, Math.min(1, curved)));
            }
        });
        return new GroundCharacter(lattice, damp, hollow);
    }

    /** How damp a place is, 0..1. */
    double dampAt(double x, double z) {
        return between(damp, x, z);
    }

    /** How hollow a place is, −1 a crest … 1 a hollow. */
    double hollowAt(double x, double z) {
        return 2 * between(hollow, x, z) - 1;
    }

    /** Bilinear, as a picture is read. */
    private double between(byte[] of, double x, double z) {
        Ground ground = lattice.ground();
        int columns = lattice.columns();
        int rows = lattice.rows();
        double column = Smooth.clamp(0, columns - 1, (x / ground.width() + 0.5) * (columns - 1));
        double row = Smooth.clamp(0, rows - 1, (z / ground.depth() + 0.5) * (rows - 1));
        int c = Math.min((int) column, columns - 2);
        int r = Math.min((int) row, rows - 2);
        double fc = column - c;
        double fr = row - r;
        int at = r * columns + c;
        double north = (of[at] & 255) + fc * ((of[at + 1] & 255) - (of[at] & 255));
        double south = (of[at + columns] & 255) + fc * ((of[at + columns + 1] & 255) - (of[at + columns] & 255));
        return (north + fr * (south - north)) / 255;
    }
}
