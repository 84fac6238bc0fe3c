package org.lumbrit.core.surface;

import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Results;

/**
 * A batch of samples as parallel arrays of equal length.
 *
 * @param key content key of the positions and normals, so that what is computed on them can be kept
 * @param x metres to the east; @param y metres up; @param z metres to the south
 * @param nx unit normal; @param ny unit normal; @param nz unit normal
 * @param id identity of the plant at each sample, or of the sample itself where there is no plant
 * @param along how far from foot to tip of a plant, 0..1; empty where that is 0 of all, as on the ground
 * @param grid how the samples lie, where they are the nodes of a regular grid
 * @param origin the batch these were picked from, whose kept values hold theirs
 */
public record Samples(
        String key,
        double[] x,
        double[] y,
        double[] z,
        float[] nx,
        float[] ny,
        float[] nz,
        long[] id,
        float[] along,
        Optional<Grid> grid,
        Optional<Origin> origin)
        implements Results.Weighted {

    /** Key of samples that come once only: results on them are not kept. */
    public static final String NOT_KEPT = "";

    /**
     * Nodes row by row.
     *
     * @param cellX metres between two columns; @param cellZ metres between two rows
     * @param whole whether all rows of the grid are there, so that a node's neighbours are
     */
    public record Grid(int columns, int rows, double cellX, double cellZ, boolean whole) {}

    /** The same samples elsewhere: x, y, z, and their normals. */
    public Samples at(String otherKey, double[][] place, float[][] normal) {
        return new Samples(
                otherKey,
                place[0],
                place[1],
                place[2],
                normal[0],
                normal[1],
                normal[2],
                id,
                along,
                Optional.empty(),
                Optional.empty());
    }

    /**
     * A larger batch of which some samples were picked.
     *
     * @param key of the larger batch; @param indices of the picked ones in it
     */
    public record Origin(String key, int[] indices) {
        /** The picked ones of values at the larger batch. */
        public float[] of(float[] values) {
            float[] picked = new float[indices.length];
            for (int i = 0; i < picked.length; i++) {
                picked[i] = values[indices[i]];
            }
            return picked;
        }
    }

    /**
     * Samples with all arrays at 0.
     *
     * @param key content key of what they will be, or {@link #NOT_KEPT}
     */
    public static Samples allocate(String key, int count) {
        return allocate(key, count, Optional.empty(), Optional.empty());
    }

    /** Nodes of a regular grid. */
    static Samples allocate(String key, Grid grid) {
        return allocate(key, grid.columns * grid.rows, Optional.of(grid), Optional.empty());
    }

    /** The vertices of a plant, each with how far along it is. */
    public static Samples allocateAlong(String key, int count) {
        return allocate(key, count, count, Optional.empty(), Optional.empty());
    }

    private static Samples allocate(String key, int count, Optional<Grid> grid, Optional<Origin> origin) {
        return allocate(key, count, 0, grid, origin);
    }

    private static Samples allocate(String key, int count, int along, Optional<Grid> grid, Optional<Origin> origin) {
        return new Samples(
                key,
                new double[count],
                new double[count],
                new double[count],
                new float[count],
                new float[count],
                new float[count],
                new long[count],
                new float[along],
                grid,
                origin);
    }

    @Override
    public long bytes() {
        return 44L * count()
                + 4L * along.length
                + origin.map(from -> 4L * from.indices.length).orElse(0L);
    }

    /** How many samples these are. */
    public int count() {
        return x.length;
    }

    /** The same without the way back to the larger batch, to be kept for long. */
    public Samples alone() {
        return new Samples(key, x, y, z, nx, ny, nz, id, along, grid, Optional.empty());
    }

    /** How far from foot to tip of a plant a sample is, 0..1; 0 on the ground. */
    public float along(int sample) {
        return along.length == 0 ? 0 : along[sample];
    }

    /** The same, so far along. */
    public Samples along(float[] far) {
        return new Samples(key, x, y, z, nx, ny, nz, id, far, grid, origin);
    }

    /** Metres between neighbours of a grid, 0 where the samples are single places. */
    public double cell() {
        return grid.map(nodes -> Math.max(nodes.cellX, nodes.cellZ)).orElse(0.0);
    }

    /** Batches one after the other. */
    public static Samples joined(String key, java.util.List<Samples> parts) {
        int count = parts.stream().mapToInt(Samples::count).sum();
        boolean anyAlong = parts.stream().anyMatch(part -> part.along.length > 0);
        Samples all = anyAlong ? allocateAlong(key, count) : allocate(key, count);
        int at = 0;
        for (Samples part : parts) {
            int n = part.count();
            System.arraycopy(part.x, 0, all.x, at, n);
            System.arraycopy(part.y, 0, all.y, at, n);
            System.arraycopy(part.z, 0, all.z, at, n);
            System.arraycopy(part.nx, 0, all.nx, at, n);
            System.arraycopy(part.ny, 0, all.ny, at, n);
            System.arraycopy(part.nz, 0, all.nz, at, n);
            System.arraycopy(part.id, 0, all.id, at, n);
            if (part.along.length > 0) {
                System.arraycopy(part.along, 0, all.along, at, n);
            }
            at += n;
        }
        return all;
    }

    /** The samples at the given indices, in that order. */
    public Samples pick(String newKey, int[] indices) {
        int n = indices.length;
        Samples picked =
                allocate(newKey, n, along.length == 0 ? 0 : n, Optional.empty(), Optional.of(new Origin(key, indices)));
        Chunks.run(indices.length, Cancel.NEVER, (first, last) -> {
            for (int i = first; i < last; i++) {
                int from = indices[i];
                picked.x[i] = x[from];
                picked.y[i] = y[from];
                picked.z[i] = z[from];
                picked.nx[i] = nx[from];
                picked.ny[i] = ny[from];
                picked.nz[i] = nz[from];
                picked.id[i] = id[from];
                if (along.length > 0) {
                    picked.along[i] = along[from];
                }
            }
        });
        return picked;
    }
}
