package org.lumbrit.core.surface;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;

/**
 * The ground as a quad-tree of tiles of {@value #NODES} × {@value #NODES} nodes, for looking at: as fine as an eye can tell, wherever it is.
 * A tile halves into four with nodes half as far apart; the finest have nodes no farther apart than the ground's own. Of two neighbours that
 * are chosen together one is at most once finer, so that they can be sewn to each other without a crack.
 */
public final class GroundTiles {
    /** Nodes along a side of a tile. */
    public static final int NODES = 129;

    private static final int CELLS = NODES - 1;
    /** Nodes of a tile with one more all round, for slopes at its border. */
    public static final int APRON = NODES + 2;

    private final Ground ground;
    private final Results results;
    private final Cancel cancel;
    private final int across;
    private final int down;
    private final int deepest;

    /** @param level 0 for the largest; @param column from the west; @param row from the north, among the tiles of the level */
    public record Tile(int level, int column, int row) {
        Tile parent() {
            return new Tile(level - 1, column >> 1, row >> 1);
        }

        /** One of its quarters: 0 north-west, 1 north-east, 2 south-west, 3 south-east. */
        public Tile child(int number) {
            return new Tile(level + 1, 2 * column + (number & 1), 2 * row + (number >> 1));
        }
    }

    /**
     * A tile that is drawn.
     *
     * @param coarser which neighbours are larger: 1 to the north, 2 to the east, 4 to the south, 8 to the west
     */
    public record Chosen(Tile tile, int coarser) {}

    /** Where the ground is looked at from. @param pixels of a radian in the picture */
    public record Eye(double x, double y, double z, double pixels) {}

    /** @param heights metres, {@value #APRON} a row; @param error metres that the ground lies off at most, as far as the next finer level tells */
    private record Known(float[] heights, double lowest, double highest, double error) implements Results.Weighted {
        @Override
        public long bytes() {
            return 4L * heights.length + 64;
        }
    }

    public GroundTiles(Ground ground, Results results, Cancel cancel) {
        this.ground = ground;
        this.results = results;
        this.cancel = cancel;
        double shorter = Math.min(ground.width(), ground.depth());
        this.across = Math.max(1, (int) Math.round(ground.width() / shorter));
        this.down = Math.max(1, (int) Math.round(ground.depth() / shorter));
        double cells = Math.max((ground.columns() - 1.0) / across, (ground.rows() - 1.0) / down) / CELLS;
        int level = 0;
        while (1 << level < cells) {
            level++;
        }
        this.deepest = level;
    }

    /** Level of the finest tiles. */
    public int deepest() {
        return deepest;
    }

    /** Tiles of a level from west to east. */
    public int across(int level) {
        return across << level;
    }

    /** Tiles of a level from north to south. */
    public int down(int level) {
        return down << level;
    }

    /** Metres of a tile from west to east. */
    public double width(int level) {
        return ground.width() / across(level);
    }

    /** Metres of a tile from north to south. */
    public double depth(int level) {
        return ground.depth() / down(level);
    }

    /** Metres of a tile's western border. */
    public double west(Tile tile) {
        return tile.column * width(tile.level) - ground.width() / 2;
    }

    /** Metres of a tile's northern border. */
    public double north(Tile tile) {
        return tile.row * depth(tile.level) - ground.depth() / 2;
    }

    /** Content key of a tile of this ground. */
    public String key(Tile tile) {
        return new KeyBuilder("ground tile/1")
                .add(ground.key())
                .add(tile.level)
                .add(tile.column)
                .add(tile.row)
                .key();
    }

    /** Heights of the nodes with one more all round, metres, {@value #APRON} a row from the north. Must not be changed. */
    public float[] heights(Tile tile) {
        return known(tile).heights;
    }

    /** Metres at the lowest of these nodes. */
    public double lowest(Tile tile) {
        return known(tile).lowest;
    }

    /** Metres at the highest of these nodes. */
    public double highest(Tile tile) {
        return known(tile).highest;
    }

    /** Metres that the ground lies above or below the tile at most, as far as the next finer level tells; 0 for the finest. */
    public double error(Tile tile) {
        return known(tile).error;
    }

    /** The nodes of a tile as samples of the ground, row by row from the north. @param nodes along a side */
    public Samples samples(Tile tile, int nodes) {
        double stepX = width(tile.level) / (nodes - 1);
        double stepZ = depth(tile.level) / (nodes - 1);
        String key = new KeyBuilder(key(tile)).add(nodes).key();
        return results.get(key, cancel, shared -> {
            Samples samples = Samples.allocate(key, new Samples.Grid(nodes, nodes, stepX, stepZ, false));
            for (int i = 0; i < samples.count(); i++) {
                samples.x()[i] = west(tile) + stepX * (i % nodes);
                samples.z()[i] = north(tile) + stepZ * (i / nodes);
                samples.id()[i] = i;
            }
            ground.settle(samples, 0, samples.count());
            return samples;
        });
    }

    private Known known(Tile tile) {
        return results.get(new KeyBuilder("known").add(key(tile)).key(), cancel, shared -> look(tile));
    }

    private Known look(Tile tile) {
        double stepX = width(tile.level) / CELLS;
        double stepZ = depth(tile.level) / CELLS;
        double west = west(tile);
        double north = north(tile);
        float[] heights = new float[APRON * APRON];
        double[] off = new double[APRON];
        Chunks.run(APRON, 8, cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                for (int column = 0; column < APRON; column++) {
                    heights[row * APRON + column] =
                            (float) ground.height(west + (column - 1) * stepX, north + (row - 1) * stepZ);
                }
            }
        });
        if (tile.level < deepest) {
            // the nodes that the next finer level adds, against the triangles between the nodes of this one
            Chunks.run(CELLS, 8, cancel, (from, to) -> {
                for (int row = from; row < to; row++) {
                    off[row] = off(heights, row, west, north + row * stepZ, stepX, stepZ);
                }
            });
        }
        double lowest = Double.POSITIVE_INFINITY;
        double highest = Double.NEGATIVE_INFINITY;
        for (float height : heights) {
            lowest = Math.min(lowest, height);
            highest = Math.max(highest, height);
        }
        double error = 0;
        for (double each : off) {
            error = Math.max(error, each);
        }
        return new Known(heights, lowest, highest, error);
    }

    private double off(float[] heights, int row, double west, double z, double stepX, double stepZ) {
        double most = 0;
        for (int column = 0; column < CELLS; column++) {
            int at = (row + 1) * APRON + column + 1;
            double x = west + column * stepX;
            double northWest = heights[at];
            double northEast = heights[at + 1];
            double southWest = heights[at + APRON];
            most = Math.max(most, Math.abs(ground.height(x + stepX / 2, z) - (northWest + northEast) / 2));
            most = Math.max(most, Math.abs(ground.height(x, z + stepZ / 2) - (northWest + southWest) / 2));
            most = Math.max(most, Math.abs(ground.height(x + stepX / 2, z + stepZ / 2) - (northEast + southWest) / 2));
        }
        return most;
    }

    /**
     * The tiles that a picture from an eye needs: split where the error would be seen the most, until it is nowhere a pixel or there are so
     * many.
     *
     * @param most tiles that may be drawn
     */
    public List<Chosen> chosen(Eye eye, int most) {
        Set<Tile> leaves = new HashSet<>();
        Map<Tile, Double> seen = new HashMap<>();
        PriorityQueue<Tile> waiting = new PriorityQueue<>(Comparator.comparingDouble((Tile tile) -> -seen.get(tile))
                .thenComparingInt(Tile::level)
                .thenComparingInt(Tile::row)
                .thenComparingInt(Tile::column));
        for (int row = 0; row < down; row++) {
            for (int column = 0; column < across; column++) {
                add(new Tile(0, column, row), eye, leaves, seen, waiting);
            }
        }
        while (!waiting.isEmpty() && leaves.size() < most) {
            Tile worst = waiting.poll();
            if (!leaves.contains(worst)) {
                continue;
            }
            if (seen.get(worst) <= 1) {
                break;
            }
            split(worst, eye, leaves, seen, waiting);
        }
        List<Chosen> chosen = new ArrayList<>();
        for (Tile tile : leaves) {
            chosen.add(new Chosen(tile, coarser(tile, leaves)));
        }
        chosen.sort(Comparator.comparingInt((Chosen each) -> each.tile.level)
                .thenComparingInt(each -> each.tile.row)
                .thenComparingInt(each -> each.tile.column));
        return chosen;
    }

    private void add(Tile tile, Eye eye, Set<Tile> leaves, Map<Tile, Double> seen, PriorityQueue<Tile> waiting) {
        leaves.add(tile);
        seen.put(tile, pixels(tile, eye));
        if (tile.level < deepest) {
            waiting.add(tile);
        }
    }

    /** Splits a tile, and before it the neighbours that would be twice as coarse as its quarters. */
    private void split(Tile tile, Eye eye, Set<Tile> leaves, Map<Tile, Double> seen, PriorityQueue<Tile> waiting) {
        Deque<Tile> first = new ArrayDeque<>();
        first.push(tile);
        while (!first.isEmpty()) {
            Tile next = first.peek();
            boolean waits = false;
            for (int side = 0; side < 4; side++) {
                Tile beside = beside(next, side);
                if (beside != null && next.level > 0 && leaves.contains(beside.parent())) {
                    first.push(beside.parent());
                    waits = true;
                }
            }
            if (waits) {
                continue;
            }
            first.pop();
            if (leaves.remove(next)) {
                for (int number = 0; number < 4; number++) {
                    add(next.child(number), eye, leaves, seen, waiting);
                }
            }
        }
    }

    /** The tile of the same level to the north, east, south or west (0 to 3); null beyond the border. */
    private Tile beside(Tile tile, int side) {
        int column = tile.column + (side == 1 ? 1 : side == 3 ? -1 : 0);
        int row = tile.row + (side == 2 ? 1 : side == 0 ? -1 : 0);
        return column < 0 || row < 0 || column >= across(tile.level) || row >= down(tile.level)
                ? null
                : new Tile(tile.level, column, row);
    }

    private int coarser(Tile tile, Set<Tile> leaves) {
        int coarser = 0;
        for (int side = 0; side < 4 && tile.level > 0; side++) {
            Tile beside = beside(tile, side);
            if (beside != null && leaves.contains(beside.parent())) {
                coarser |= 1 << side;
            }
        }
        return coarser;
    }

    /** How many pixels the error of a tile is in the picture where it is nearest to the eye. */
    private double pixels(Tile tile, Eye eye) {
        Known known = known(tile);
        double dx = beyond(eye.x, west(tile), west(tile) + width(tile.level));
        double dz = beyond(eye.z, north(tile), north(tile) + depth(tile.level));
        double dy = beyond(eye.y, known.lowest, known.highest);
        double near = Math.max(Math.sqrt(dx * dx + dy * dy + dz * dz), 1e-3 * width(deepest));
        return known.error / near * eye.pixels;
    }

    private static double beyond(double at, double low, double high) {
        return Math.max(0, Math.max(low - at, at - high));
    }
}
