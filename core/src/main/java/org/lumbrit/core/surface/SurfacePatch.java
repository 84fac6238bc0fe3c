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
            double way = k % 2 == 0 ? by * Math.sqrt(0.5) : by;
            long c = Math.round((x + (k % 3 - 1) * way - west) / cell);
            long r = Math.round((z + (k / 3 - 1) * way - north) / cell);
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

    /** Light that reaches a place of it beside what reaches the ground there: of the sun and of the sky, 0..1. */
    public record Lit(Mesh mesh, float[] sun, float[] sky) implements Results.Weighted {
        @Override
        public long bytes() {
            return mesh.bytes() + 4L * (sun.length + sky.length);
        }
    }

    /** Nodes along a side of what is drawn as one where nothing is changed. */
    private static final int BLOCK = 8;
    /** Less is no change. */
    private static final float EVEN = 1e-5f;
    /** Steps towards the sun of a cell each; the next are longer each time. */
    private static final int SUNWARD = 24;

    private static final double LONGER = 1.08;
    /** Of the change itself: how far round it takes from the sky. */
    private static final double AROUND = 4;

    /** Eight ways round a place, x and z of each. */
    private static final double[] EIGHT = eight();

    private static double[] eight() {
        double[] ways = new double[16];
        for (int k = 0; k < 8; k++) {
            ways[2 * k] = StrictMath.cos(0.25 * StrictMath.PI * k);
            ways[2 * k + 1] = StrictMath.sin(0.25 * StrictMath.PI * k);
        }
        return ways;
    }

    /**
     * Its surface in the site, over the surface of a ground, with the shade that it throws on itself: as fine as it is where it is
     * changed, in blocks elsewhere.
     *
     * @param sx unit vector towards the sun; @param sy unit vector; @param sz unit vector
     */
    public Lit over(Ground ground, double sx, double sy, double sz) {
        int across = (columns + BLOCK - 2) / BLOCK;
        int down = (rows + BLOCK - 2) / BLOCK;
        boolean[] even = new boolean[across * down];
        for (int b = 0; b < even.length; b++) {
            int r = b / across * BLOCK;
            int c = b % across * BLOCK;
            even[b] = even(c, r, Math.min(c + BLOCK, columns - 1), Math.min(r + BLOCK, rows - 1));
        }
        int[] list = new int[24];
        int at = 0;
        for (int b = 0; b < even.length; b++) {
            int r = b / across * BLOCK;
            int c = b % across * BLOCK;
            int south = Math.min(r + BLOCK, rows - 1);
            int east = Math.min(c + BLOCK, columns - 1);
            if (list.length < at + 6 * BLOCK * BLOCK) {
                list = Arrays.copyOf(list, 2 * (at + 6 * BLOCK * BLOCK));
            }
            if (even[b]) {
                // without a crack where the next block is finer
                boolean[] whole = {
                    c > 0 && even[b - 1],
                    south < rows - 1 && even[b + across],
                    east < columns - 1 && even[b + 1],
                    r > 0 && even[b - across]
                };
                at = block(list, at, c, r, east, south, whole);
                continue;
            }
            for (int j = r; j < south; j++) {
                for (int i = c; i < east; i++) {
                    int a = j * columns + i;
                    if (inside[a] != 0
                            && inside[a + 1] != 0
                            && inside[a + columns] != 0
                            && inside[a + columns + 1] != 0) {
                        at = quad(list, at, a, a + 1, a + columns, a + columns + 1);
                    }
                }
            }
        }
        int[] number = new int[inside.length];
        Arrays.fill(number, -1);
        int used = 0;
        for (int k = 0; k < at; k++) {
            if (number[list[k]] < 0) {
                number[list[k]] = used++;
            }
        }
        int[] node = new int[used];
        for (int i = 0; i < number.length; i++) {
            if (number[i] >= 0) {
                node[number[i]] = i;
            }
        }
        int[] triangles = new int[at];
        for (int k = 0; k < at; k++) {
            triangles[k] = number[list[k]];
        }
        float[] positions = new float[3 * used];
        float[] sun = new float[used];
        float[] sky = new float[used];
        double top = 0;
        for (float each : change) {
            top = Math.max(top, each);
        }
        double highest = top;
        org.lumbrit.core.math.Chunks.run(used, 2048, org.lumbrit.core.math.Cancel.NEVER, (from, to) -> {
            for (int n = from; n < to; n++) {
                double x = x(node[n] % columns);
                double z = z(node[n] / columns);
                positions[3 * n] = (float) x;
                positions[3 * n + 1] = (float) (ground.height(x, z) + change[node[n]]);
                positions[3 * n + 2] = (float) z;
                sun[n] = (float) sunny(x, z, change[node[n]], highest, sx, sy, sz);
                sky[n] = (float) open(x, z, change[node[n]]);
            }
        });
        return new Lit(Mesh.of(positions, triangles), sun, sky);
    }

    /** A block as two triangles, or as a fan round its middle that has every node of the sides that are not whole: west, south, east, north. */
    private int block(int[] list, int from, int west, int north, int east, int south, boolean[] whole) {
        int nw = north * columns + west;
        int sw = south * columns + west;
        int se = south * columns + east;
        int ne = north * columns + east;
        if (whole[0] && whole[1] && whole[2] && whole[3]) {
            return quad(list, from, nw, ne, sw, se);
        }
        int middle = (north + south) / 2 * columns + (west + east) / 2;
        int[] corners = {nw, sw, se, ne, nw};
        int[] steps = {columns, 1, -columns, -1};
        int at = from;
        for (int side = 0; side < 4; side++) {
            int step = whole[side] ? corners[side + 1] - corners[side] : steps[side];
            for (int node = corners[side]; node != corners[side + 1]; node += step) {
                list[at++] = middle;
                list[at++] = node;
                list[at++] = node + step;
            }
        }
        return at;
    }

    private static int quad(int[] list, int at, int a, int b, int c, int d) {
        int[] two = {a, c, b, b, c, d};
        System.arraycopy(two, 0, list, at, 6);
        return at + 6;
    }

    /** Whether a block and a node all round lie inside and are not changed. */
    private boolean even(int west, int north, int east, int south) {
        for (int r = Math.max(0, north - 1); r <= Math.min(rows - 1, south + 1); r++) {
            for (int c = Math.max(0, west - 1); c <= Math.min(columns - 1, east + 1); c++) {
                int i = r * columns + c;
                if (inside[i] == 0 || Math.abs(change[i]) > EVEN) {
                    return false;
                }
            }
        }
        return true;
    }

    /** How much of the sun passes what is raised round a place: softly, as its disc does. @param highest of all change */
    private double sunny(double x, double z, double height, double highest, double sx, double sy, double sz) {
        double flat = Math.sqrt(sx * sx + sz * sz);
        if (flat < 1e-6 || sy <= 0) {
            return 1;
        }
        double worst = 1;
        double step = 0.9 * cell;
        double way = 0;
        for (int k = 1; k <= SUNWARD || height + way * sy / flat < highest; k++) {
            step = k <= SUNWARD ? step : LONGER * step;
            way += step;
            double above = height + way * sy / flat - at(x + way * sx / flat, z + way * sz / flat);
            // half in shade where the ray just grazes; wider the farther what throws it
            worst = Math.min(worst, 0.5 + above / (0.35 * cell + 0.06 * way));
        }
        return Math.max(0, Math.min(1, worst));
    }

    /** How much of the sky is seen past what is raised round a place, by eight ways. */
    private double open(double x, double z, double height) {
        double free = 0;
        for (int k = 0; k < 8; k++) {
            double steepest = 0;
            for (int step = 1; step <= 4; step++) {
                double way = step * AROUND * 0.75 * cell;
                steepest = Math.max(steepest, (at(x + way * EIGHT[2 * k], z + way * EIGHT[2 * k + 1]) - height) / way);
            }
            free += 1 / (1 + steepest * steepest);
        }
        return free / 8;
    }
}
