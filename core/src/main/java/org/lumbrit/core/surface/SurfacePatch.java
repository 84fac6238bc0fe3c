package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.Results;

/**
 * A part of a surface seen on a finer grid than the ground's: how far it is raised or pressed there. Immutable; the arrays must not be
 * changed.
 *
 * @param west metres of the first column; @param north metres of the first row; @param cell metres between nodes
 * @param inside 1 at nodes that belong to it; @param change metres at each node, 0 outside
 */
public record SurfacePatch(double west, double north, double cell, int columns, int rows, byte[] inside, float[] change)
        implements Results.Weighted {
    /** Nodes of one patch; a finer grid than these allow is made coarser. */
    public static final long MOST = 6_000_000;

    @Override
    public long bytes() {
        return 5L * change.length;
    }

    /**
     * Room for what lies within so many metres of a line, with no change yet.
     *
     * @param line corners in their order; @param half metres to each side; @param wished metres between nodes, made larger where there would be too many
     */
    public static SurfacePatch along(java.util.List<Point3> line, double half, double wished) {
        double x0 = Double.POSITIVE_INFINITY;
        double z0 = Double.POSITIVE_INFINITY;
        double x1 = Double.NEGATIVE_INFINITY;
        double z1 = Double.NEGATIVE_INFINITY;
        for (Point3 corner : line) {
            x0 = Math.min(x0, corner.x() - half);
            z0 = Math.min(z0, corner.z() - half);
            x1 = Math.max(x1, corner.x() + half);
            z1 = Math.max(z1, corner.z() + half);
        }
        double cell = Math.max(wished, Math.sqrt((x1 - x0) * (z1 - z0) / MOST));
        int columns = (int) Math.ceil((x1 - x0) / cell) + 1;
        int rows = (int) Math.ceil((z1 - z0) / cell) + 1;
        byte[] inside = new byte[columns * rows];
        for (int k = 0; k < line.size(); k++) {
            Point3 a = line.get(k);
            Point3 b = line.get(Math.min(k + 1, line.size() - 1));
            mark(inside, columns, rows, x0, z0, cell, a, b, half);
        }
        return new SurfacePatch(x0, z0, cell, columns, rows, inside, new float[inside.length]);
    }

    private static void mark(
            byte[] inside,
            int columns,
            int rows,
            double west,
            double north,
            double cell,
            Point3 a,
            Point3 b,
            double half) {
        int c0 = (int) Math.max(0, Math.floor((Math.min(a.x(), b.x()) - half - west) / cell));
        int c1 = (int) Math.min(columns - 1, Math.ceil((Math.max(a.x(), b.x()) + half - west) / cell));
        int r0 = (int) Math.max(0, Math.floor((Math.min(a.z(), b.z()) - half - north) / cell));
        int r1 = (int) Math.min(rows - 1, Math.ceil((Math.max(a.z(), b.z()) + half - north) / cell));
        double ux = b.x() - a.x();
        double uz = b.z() - a.z();
        double square = ux * ux + uz * uz;
        for (int r = r0; r <= r1; r++) {
            for (int c = c0; c <= c1; c++) {
                double px = west + c * cell - a.x();
                double pz = north + r * cell - a.z();
                double t = square > 0 ? Math.max(0, Math.min(1, (px * ux + pz * uz) / square)) : 0;
                double dx = px - t * ux;
                double dz = pz - t * uz;
                if (dx * dx + dz * dz <= half * half) {
                    inside[r * columns + c] = 1;
                }
            }
        }
    }

    /** Metres to the east of the middle. */
    public double x(int column) {
        return west + column * cell;
    }

    /** Metres to the south of the middle. */
    public double z(int row) {
        return north + row * cell;
    }

    /** The numbers of the nodes that belong to it, in their order. */
    public int[] nodes() {
        int[] nodes = new int[inside.length];
        int count = 0;
        for (int i = 0; i < inside.length; i++) {
            if (inside[i] != 0) {
                nodes[count++] = i;
            }
        }
        return Arrays.copyOf(nodes, count);
    }

    /** The same with other changes. */
    public SurfacePatch with(float[] other) {
        return new SurfacePatch(west, north, cell, columns, rows, inside, other);
    }

    /** The change at a place, bilinear between the nodes; 0 beyond it. */
    public double at(double x, double z) {
        double column = (x - west) / cell;
        double row = (z - north) / cell;
        if (!(column >= 0 && row >= 0 && column <= columns - 1 && row <= rows - 1)) {
            return 0;
        }
        int c = Math.min((int) column, columns - 2);
        int r = Math.min((int) row, rows - 2);
        double fc = column - c;
        double fr = row - r;
        int i = r * columns + c;
        double upper = change[i] + fc * ((double) change[i + 1] - change[i]);
        double lower = change[i + columns] + fc * ((double) change[i + columns + 1] - change[i + columns]);
        return upper + fr * (lower - upper);
    }

    /** Whether a place lies in it by at least so many metres. */
    public boolean holds(double x, double z, double by) {
        for (int k = 0; k < 9; k++) {
            long c = Math.round((x + (k % 3 - 1) * by - west) / cell);
            long r = Math.round((z + (k / 3 - 1) * by - north) / cell);
            if (c < 0 || r < 0 || c >= columns || r >= rows || inside[(int) (r * columns + c)] == 0) {
                return false;
            }
        }
        return true;
    }

    /** How far it is pressed at most, metres. */
    public double deepest() {
        double least = 0;
        for (float each : change) {
            least = Math.min(least, each);
        }
        return -least;
    }

    /** Its surface in the site, over the surface of a ground. */
    public Mesh over(Ground ground) {
        int[] nodes = nodes();
        int[] number = new int[inside.length];
        Arrays.fill(number, -1);
        float[] positions = new float[3 * nodes.length];
        for (int n = 0; n < nodes.length; n++) {
            int i = nodes[n];
            number[i] = n;
            double x = x(i % columns);
            double z = z(i / columns);
            positions[3 * n] = (float) x;
            positions[3 * n + 1] = (float) (ground.height(x, z) + change[i]);
            positions[3 * n + 2] = (float) z;
        }
        int[] triangles = new int[6 * nodes.length];
        int at = 0;
        for (int i : nodes) {
            if (i % columns == columns - 1 || i / columns == rows - 1) {
                continue;
            }
            int a = number[i];
            int b = number[i + 1];
            int c = number[i + columns];
            int d = number[i + columns + 1];
            if (b >= 0 && c >= 0 && d >= 0) {
                int[] two = {a, c, b, b, c, d};
                System.arraycopy(two, 0, triangles, at, 6);
                at += 6;
            }
        }
        return Mesh.of(positions, Arrays.copyOf(triangles, at));
    }
}
