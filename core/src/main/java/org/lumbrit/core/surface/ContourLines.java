package org.lumbrit.core.surface;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Point3;

/**
 * Where a surface of heights cuts a level, by marching squares: nodes at or above the level are inside; where a cell's corners
 * lie crosswise, the mean of the four decides which are joined. Every crossing lies on one side of the grid and is computed
 * once from that side, so neighbouring cells meet in exactly the same point.
 */
public final class ContourLines {
    private final Ground ground;
    private final double level;
    /** Two sides of the grid a segment; side 2i runs from node i to the east, 2i+1 to the south. */
    private int[] sides = new int[2 * 256];

    private int used;

    private ContourLines(Ground ground, double level) {
        this.ground = ground;
        this.level = level;
        float[] heights = ground.heights();
        int columns = ground.columns();
        for (int row = 0; row < ground.rows() - 1; row++) {
            for (int column = 0; column < columns - 1; column++) {
                int i = row * columns + column;
                cell(
                        i,
                        heights[i] - level,
                        heights[i + 1] - level,
                        heights[i + columns + 1] - level,
                        heights[i + columns] - level);
            }
        }
    }

    /**
     * A line on which the surface has the level.
     *
     * @param closed whether it comes back to its start; otherwise it ends at the border of the ground
     */
    public record Line(List<Point3> points, boolean closed) {}

    /** Segments as x, y, z of both ends, six numbers each; empty where the level is not met. */
    public static double[] at(Ground ground, double level) {
        ContourLines contour = new ContourLines(ground, level);
        double[] ends = new double[3 * contour.used];
        for (int i = 0; i < contour.used; i++) {
            double[] place = contour.crossing(contour.sides[i]);
            ends[3 * i] = place[0];
            ends[3 * i + 1] = level;
            ends[3 * i + 2] = place[1];
        }
        return ends;
    }

    /** Segments in plan round the nodes of a lattice that lie above 0. @param values a number a node */
    public static double[] around(Lattice lattice, float[] values) {
        Ground of = lattice.ground();
        return at(new Ground(lattice.columns(), lattice.rows(), values, of.width(), of.depth(), new boolean[0], ""), 0);
    }

    /** The same joined to lines, those that end at the border first. */
    public static List<Line> lines(Ground ground, double level) {
        return new ContourLines(ground, level).joined();
    }

    /** Heights above the level at the corners, going round: north-west, north-east, south-east, south-west. */
    private void cell(int i, double nw, double ne, double se, double sw) {
        int inside = (nw >= 0 ? 1 : 0) | (ne >= 0 ? 2 : 0) | (se >= 0 ? 4 : 0) | (sw >= 0 ? 8 : 0);
        if (inside == 0 || inside == 15) {
            return;
        }
        int north = 2 * i;
        int west = 2 * i + 1;
        int east = 2 * (i + 1) + 1;
        int south = 2 * (i + ground.columns());
        boolean middle = nw + ne + se + sw >= 0;
        switch (inside) {
            case 1, 14 -> join(west, north);
            case 2, 13 -> join(north, east);
            case 4, 11 -> join(east, south);
            case 8, 7 -> join(south, west);
            case 3, 12 -> join(west, east);
            case 6, 9 -> join(north, south);
            case 5 -> cross(middle, west, south, north, east);
            default -> cross(!middle, west, south, north, east);
        }
    }

    /** Corners lie crosswise: either the north-west and south-east corners are cut off, or the other two. */
    private void cross(boolean joined, int west, int south, int north, int east) {
        if (joined) {
            join(north, east);
            join(south, west);
        } else {
            join(west, north);
            join(east, south);
        }
    }

    private void join(int a, int b) {
        if (used + 2 > sides.length) {
            sides = Arrays.copyOf(sides, 2 * sides.length);
        }
        sides[used++] = a;
        sides[used++] = b;
    }

    /** Where the level is crossed on a side of the grid: x and z. */
    private double[] crossing(int side) {
        int node = side >> 1;
        int other = (side & 1) == 0 ? node + 1 : node + ground.columns();
        double a = ground.heights()[node] - level;
        double b = ground.heights()[other] - level;
        double share = a == b ? 0.5 : a / (a - b);
        double x = ground.x(node % ground.columns());
        double z = ground.z(node / ground.columns());
        return (side & 1) == 0
                ? new double[] {x + ground.cellX() * share, z}
                : new double[] {x, z + ground.cellZ() * share};
    }

    private List<Line> joined() {
        int[] first = new int[2 * ground.heights().length];
        int[] second = new int[first.length];
        for (int i = 0; i < used; i++) {
            int[] slot = first[sides[i]] == 0 ? first : second;
            slot[sides[i]] = (i >> 1) + 1;
        }
        boolean[] taken = new boolean[used / 2];
        List<Line> lines = new ArrayList<>();
        for (int pass = 0; pass < 2; pass++) {
            for (int i = 0; i < used; i++) {
                boolean end = second[sides[i]] == 0;
                if (!taken[i >> 1] && (end || pass == 1)) {
                    lines.add(follow(sides[i], i >> 1, first, second, taken));
                }
            }
        }
        return lines;
    }

    private Line follow(int start, int segment, int[] first, int[] second, boolean[] taken) {
        List<Point3> points = new ArrayList<>();
        int side = start;
        int next = segment;
        do {
            points.add(point(side));
            taken[next] = true;
            side = sides[2 * next] == side ? sides[2 * next + 1] : sides[2 * next];
            int beyond = first[side] - 1 == next ? second[side] - 1 : first[side] - 1;
            next = beyond;
        } while (next >= 0 && !taken[next]);
        boolean closed = side == start;
        if (!closed) {
            points.add(point(side));
        }
        return new Line(points, closed);
    }

    private Point3 point(int side) {
        double[] place = crossing(side);
        return new Point3(place[0], level, place[1]);
    }
}
