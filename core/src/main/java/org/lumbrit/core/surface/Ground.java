package org.lumbrit.core.surface;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;

/**
 * The ground as a height grid. Nodes lie border to border: the first row at −Z, the first column at −X, the origin in the
 * middle; cells need not be square. Heights are bilinear between nodes; the gradient is by central differences at the nodes (one-sided at the border)
 * and bilinear between them. Beyond the border the border's values hold. Thread-safe: nothing changes after construction.
 */
public final class Ground implements Owner, Results.Weighted {
    /** Cells whose sides differ by no more than this share count as square. */
    private static final double SQUARE = 1e-9;

    private static final boolean[] NO_HOLES = {};

    private final int columns;
    private final int rows;
    private final float[] heights;
    private final double width;
    private final double depth;
    private final double cellX;
    private final double cellZ;
    private final String key;
    private final double lowest;
    private final double highest;
    private final boolean[] holes;
    private volatile Gradients gradients;
    private volatile double steepest = Double.NaN;
    private volatile HighestInBlocks blocks;

    /** Nodes from which on slopes are worked out wherever they are asked for: kept, they would take twice as much as the heights. */
    private static final int SLOPES_KEPT = 1 << 22;

    /** Slopes at the nodes, made when they are first asked for. */
    private record Gradients(float[] x, float[] z) {}

    /**
     * @param columns nodes from west to east, at least 2
     * @param rows nodes from north to south, at least 2
     * @param heights metres, row by row from the north, columns · rows values
     * @param width metres from the first to the last column; cells are square, so the depth follows
     */
    public Ground(int columns, int rows, float[] heights, double width) {
        this(columns, rows, heights, width, squareDepth(columns, rows, width), NO_HOLES, "");
    }

    /**
     * @param depth metres from the first to the last row
     * @param holes nodes without ground, row by row, or empty where there are none; they carry a height all the same
     * @param key content key of heights and size where one is known already, else empty
     */
    public Ground(int columns, int rows, float[] heights, double width, double depth, boolean[] holes, String key) {
        if (columns < 2 || rows < 2 || heights.length != (long) columns * rows || !(width > 0) || !(depth > 0)) {
            throw new IllegalArgumentException(
                    "a ground needs at least 2 × 2 nodes, one height each, and a width and a depth above 0");
        }
        this.columns = columns;
        this.rows = rows;
        this.heights = heights;
        this.width = width;
        double square = squareDepth(columns, rows, width);
        boolean even = Math.abs(depth - square) <= SQUARE * square;
        this.depth = even ? square : depth;
        this.cellX = width / (columns - 1);
        this.cellZ = even ? cellX : depth / (rows - 1);
        this.holes = holes;
        float[] ends = ends(heights);
        this.lowest = ends[0];
        this.highest = ends[1];
        this.key = key.isEmpty() ? contentKey() : key;
    }

    /** Least and greatest of them. */
    private static float[] ends(float[] heights) {
        float[] low = new float[Chunks.count(heights.length)];
        float[] high = new float[low.length];
        Chunks.run(heights.length, Cancel.NEVER, (from, to) -> {
            float least = Float.POSITIVE_INFINITY;
            float most = Float.NEGATIVE_INFINITY;
            for (int i = from; i < to; i++) {
                // plain comparisons take a sixth of the time of the language's own min and max
                least = heights[i] < least ? heights[i] : least;
                most = heights[i] > most ? heights[i] : most;
            }
            low[from / Chunks.SIZE] = least;
            high[from / Chunks.SIZE] = most;
        });
        float[] ends = {Float.POSITIVE_INFINITY, Float.NEGATIVE_INFINITY};
        for (int i = 0; i < low.length; i++) {
            ends[0] = Math.min(ends[0], low[i]);
            ends[1] = Math.max(ends[1], high[i]);
        }
        return ends;
    }

    /** The depth that square cells give. */
    public static double squareDepth(int columns, int rows, double width) {
        return width * (rows - 1) / (columns - 1);
    }

    private String contentKey() {
        KeyBuilder builder =
                new KeyBuilder("ground/2").add(columns).add(width).add(depth).add(heights);
        for (int i = 0; i < holes.length; i++) {
            if (holes[i]) {
                builder.add(i);
            }
        }
        return builder.key();
    }

    private Gradients gradients() {
        Gradients known = gradients;
        if (known == null) {
            // two threads may both do this; a lock would keep the cores that it works on
            known = differentiate();
            gradients = known;
        }
        return known;
    }

    private Gradients differentiate() {
        float[] gradientX = new float[heights.length];
        float[] gradientZ = new float[heights.length];
        Chunks.run(rows, 16, Cancel.NEVER, (from, to) -> {
            for (int row = from; row < to; row++) {
                for (int column = 0; column < columns; column++) {
                    gradientX[row * columns + column] = (float) slopeX(column, row);
                    gradientZ[row * columns + column] = (float) slopeZ(column, row);
                }
            }
        });
        return new Gradients(gradientX, gradientZ);
    }

    /** Rise to the east at a node, by the nodes beside it. */
    private double slopeX(int column, int row) {
        int west = Math.max(0, column - 1);
        int east = Math.min(columns - 1, column + 1);
        return ((double) heights[row * columns + east] - heights[row * columns + west]) / ((east - west) * cellX);
    }

    /** Rise to the south at a node, by the nodes beside it. */
    private double slopeZ(int column, int row) {
        int up = Math.max(0, row - 1);
        int down = Math.min(rows - 1, row + 1);
        return ((double) heights[down * columns + column] - heights[up * columns + column]) / ((down - up) * cellZ);
    }

    private double steepest(int west, int north, int east, int south) {
        double[] ofRow = new double[south - north + 1];
        Chunks.run(ofRow.length, 16, Cancel.NEVER, (from, to) -> {
            for (int r = from; r < to; r++) {
                double most = 0;
                for (int column = west; column <= east; column++) {
                    double gx = slopeX(column, north + r);
                    double gz = slopeZ(column, north + r);
                    most = Math.max(most, gx * gx + gz * gz);
                }
                ofRow[r] = most;
            }
        });
        double most = 0;
        for (double each : ofRow) {
            most = Math.max(most, each);
        }
        return Math.sqrt(most);
    }

    /** Nodes along x, border to border. */
    public int columns() {
        return columns;
    }

    /** Nodes along z, border to border. */
    public int rows() {
        return rows;
    }

    /** Whether it has more nodes on its longer side than so many. */
    public boolean finerThan(int nodes) {
        return Math.max(columns, rows) > nodes;
    }

    /** Metres from west to east. */
    public double width() {
        return width;
    }

    /** Metres from north to south. */
    public double depth() {
        return depth;
    }

    /** Metres between two nodes, the longer way where cells are not square: nothing finer than this is in the grid. */
    @Override
    public double cell() {
        return Math.max(cellX, cellZ);
    }

    /** Metres from one column to the next. */
    public double cellX() {
        return cellX;
    }

    /** Metres from one row to the next. */
    public double cellZ() {
        return cellZ;
    }

    /** Where a column lies, metres. */
    public double x(int column) {
        return column * cellX - width / 2;
    }

    /** Where a row lies, metres. */
    public double z(int row) {
        return row * cellZ - depth / 2;
    }

    @Override
    public long bytes() {
        return (heights.length > SLOPES_KEPT ? 4L : 12L) * heights.length + holes.length;
    }

    /** Content key of the heights and the size. */
    public String key() {
        return key;
    }

    /** Metres at each node, row by row from the north; must not be changed. */
    public float[] heights() {
        return heights;
    }

    /** Nodes without ground, row by row; empty where there are none. */
    public boolean[] holes() {
        return holes;
    }

    /** Whether a place lies in a cell that has a node without ground. */
    public boolean holeAt(double x, double z) {
        if (holes.length == 0) {
            return false;
        }
        int c = (int) Math.min(Math.max((x + width / 2) / cellX, 0), columns - 2);
        int r = (int) Math.min(Math.max((z + depth / 2) / cellZ, 0), rows - 2);
        return holeInCell(c, r);
    }

    /** Whether one of a cell's four nodes has no ground; columns and rows of cells count from 0. */
    public boolean holeInCell(int column, int row) {
        if (holes.length == 0) {
            return false;
        }
        int at = row * columns + column;
        return holes[at] || holes[at + 1] || holes[at + columns] || holes[at + columns + 1];
    }

    /** The same place with other heights; holes stay. */
    public Ground shaped(float[] newHeights, String newKey) {
        return new Ground(columns, rows, newHeights, width, depth, holes, newKey);
    }

    /** The same surface read at other nodes, so many along the longer side. */
    public Ground resampled(int longest, String newKey) {
        double longer = Math.max(width, depth);
        int across = Math.max(2, (int) StrictMath.round((longest - 1) * width / longer) + 1);
        int down = Math.max(2, (int) StrictMath.round((longest - 1) * depth / longer) + 1);
        float[] read = new float[across * down];
        boolean[] open = new boolean[holes.length == 0 ? 0 : read.length];
        Chunks.run(down, 8, Cancel.NEVER, (from, to) -> {
            for (int row = from; row < to; row++) {
                double z = depth * row / (down - 1) - depth / 2;
                for (int column = 0; column < across; column++) {
                    double x = width * column / (across - 1) - width / 2;
                    read[row * across + column] = (float) height(x, z);
                    if (open.length > 0) {
                        open[row * across + column] = holeAt(x, z);
                    }
                }
            }
        });
        return new Ground(across, down, read, width, depth, open, newKey);
    }

    /** Metres at the lowest node. */
    public double lowest() {
        return lowest;
    }

    /** Metres at the highest node. */
    public double highest() {
        return highest;
    }

    /** Greatest true area per plan area anywhere: √(1+|∇h|²). */
    public double greatestStretch() {
        double known = steepest;
        if (Double.isNaN(known)) {
            known = steepest(0, 0, columns - 1, rows - 1);
            steepest = known;
        }
        return Math.sqrt(1 + known * known);
    }

    /** The same within a part of it. */
    public double greatestStretch(Region region) {
        int west = node((region.x0() + width / 2) / cellX - 1, columns);
        int east = node((region.x1() + width / 2) / cellX + 2, columns);
        int north = node((region.z0() + depth / 2) / cellZ - 1, rows);
        int south = node((region.z1() + depth / 2) / cellZ + 2, rows);
        if (east - west >= columns - 1 && south - north >= rows - 1) {
            return greatestStretch();
        }
        if (east < west || south < north) {
            return 1;
        }
        double most = steepest(west, north, east, south);
        // normals are kept as floats
        return Math.sqrt(1 + most * most) * (1 + 1e-6);
    }

    private static int node(double at, int count) {
        return (int) Math.min(Math.max(at, 0), count - 1);
    }

    /** The highest heights within blocks of cells, made when they are first asked for. */
    HighestInBlocks blocks() {
        HighestInBlocks known = blocks;
        if (known == null) {
            known = new HighestInBlocks(heights, columns, rows);
            blocks = known;
        }
        return known;
    }

    /** The ground neither moves nor turns. */
    @Override
    public void toOwn(double[] place) {}

    @Override
    public void directionToOwn(double[] direction) {}

    @Override
    public long facet(Samples samples, int i) {
        double column = (samples.x()[i] + width / 2) / cellX;
        double row = (samples.z()[i] + depth / 2) / cellZ;
        double c = Math.min(Math.max(Math.floor(column), 0), columns - 2);
        double r = Math.min(Math.max(Math.floor(row), 0), rows - 2);
        return 2 * ((long) r * (columns - 1) + (long) c) + (column - c + row - r > 1 ? 1 : 0);
    }

    /** Directions whose extents are remembered, as every look at the site asks for the same few. */
    private static final int REMEMBERED = 64;

    private record Direction(double dx, double dy, double dz) {}

    private final Map<Direction, double[]> extents = new ConcurrentHashMap<>();

    /** Least and greatest x·dx + y·dy + z·dz over the nodes; worked out once for a direction. */
    @Override
    public double[] extentAlong(double dx, double dy, double dz) {
        if (extents.size() > REMEMBERED) {
            extents.clear();
        }
        return extents.computeIfAbsent(new Direction(dx, dy, dz), each -> extent(dx, dy, dz))
                .clone();
    }

    private double[] extent(double dx, double dy, double dz) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < heights.length; i++) {
            double x = x(i % columns);
            double z = z(i / columns);
            double along = x * dx + heights[i] * dy + z * dz;
            least = Math.min(least, along);
            most = Math.max(most, along);
        }
        return new double[] {least, most};
    }

    /** Metres at a place, bilinear between the nodes; beyond the border that of the border. */
    public double height(double x, double z) {
        return bilinear(heights, x, z);
    }

    /** True area per plan area at a place, √(1+|∇h|²), from the vertical part of the unit normal. */
    public static double stretch(float ny) {
        return 1.0 / ny;
    }

    private double bilinear(float[] grid, double x, double z) {
        double column = Math.min(Math.max((x + width / 2) / cellX, 0), columns - 1);
        double row = Math.min(Math.max((z + depth / 2) / cellZ, 0), rows - 1);
        int c = Math.min((int) column, columns - 2);
        int r = Math.min((int) row, rows - 2);
        double fc = column - c;
        double fr = row - r;
        int at = r * columns + c;
        return between(fc, fr, grid[at], grid[at + 1], grid[at + columns], grid[at + columns + 1]);
    }

    /** Writes height and normal of samples whose x and z are set. */
    public void settle(Samples samples, int from, int to) {
        if (heights.length > SLOPES_KEPT) {
            for (int i = from; i < to; i++) {
                settleLarge(samples, i);
            }
            return;
        }
        Gradients slopes = gradients();
        for (int i = from; i < to; i++) {
            double x = samples.x()[i];
            double z = samples.z()[i];
            samples.y()[i] = bilinear(heights, x, z);
            orient(samples, i, bilinear(slopes.x, x, z), bilinear(slopes.z, x, z));
        }
    }

    /** The same to the bit, with the slopes of the four nodes worked out here. */
    private void settleLarge(Samples samples, int i) {
        double x = samples.x()[i];
        double z = samples.z()[i];
        samples.y()[i] = bilinear(heights, x, z);
        double column = Math.min(Math.max((x + width / 2) / cellX, 0), columns - 1);
        double row = Math.min(Math.max((z + depth / 2) / cellZ, 0), rows - 1);
        int c = Math.min((int) column, columns - 2);
        int r = Math.min((int) row, rows - 2);
        double fc = column - c;
        double fr = row - r;
        orient(
                samples,
                i,
                between(fc, fr, (float) slopeX(c, r), (float) slopeX(c + 1, r), (float) slopeX(c, r + 1), (float)
                        slopeX(c + 1, r + 1)),
                between(fc, fr, (float) slopeZ(c, r), (float) slopeZ(c + 1, r), (float) slopeZ(c, r + 1), (float)
                        slopeZ(c + 1, r + 1)));
    }

    private static double between(
            double fc, double fr, float northWest, float northEast, float southWest, float southEast) {
        double north = northWest + fc * ((double) northEast - northWest);
        double south = southWest + fc * ((double) southEast - southWest);
        return north + fr * (south - north);
    }

    private static void orient(Samples samples, int i, double gx, double gz) {
        double length = Math.sqrt(1 + gx * gx + gz * gz);
        samples.nx()[i] = (float) (-gx / length);
        samples.ny()[i] = (float) (1 / length);
        samples.nz()[i] = (float) (-gz / length);
    }

    /** Samples at given places, with ids 0, 1, 2 …; nothing computed on them is kept. */
    public Samples samplesAt(double[] x, double[] z) {
        Samples samples = Samples.allocate(Samples.NOT_KEPT, x.length);
        for (int i = 0; i < x.length; i++) {
            samples.x()[i] = x[i];
            samples.z()[i] = z[i];
            samples.id()[i] = i;
        }
        settle(samples, 0, x.length);
        return samples;
    }

    /** The lattice that views and pictures use: border to border, no more than {@code longest} nodes on the longer side. */
    public Lattice lattice(int longest) {
        double scale = Math.min(1, (longest - 1.0) / (Math.max(columns, rows) - 1));
        int across = Math.max(2, (int) StrictMath.round((columns - 1) * scale) + 1);
        int down = Math.max(2, (int) StrictMath.round((rows - 1) * scale) + 1);
        return new Lattice(this, across, down);
    }
}
