package org.lumbrit.core.meshing;

import java.util.Arrays;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * The surface on which a field is 0, as a closed mesh. Each cube between the nodes is cut into the same six tetrahedra round its long
 * diagonal (H. Freudenthal, 1942; H. Kuhn, 1960), on which the field is straight: there is no case in which it is not clear what belongs together, so
 * that the mesh is always closed, and each side has two triangles.
 */
public final class LevelSurface {
    /** A node nearer to the surface than this share of a cell is moved away from it, so that no triangle becomes a line. */
    private static final double NEAREST = 0.05;

    /** Corners of the six tetrahedra, by bits of x, y and z; all turned the same way. */
    private static final int[][] SIX = {
        {0, 1, 3, 7}, {0, 3, 2, 7}, {0, 2, 6, 7}, {0, 6, 4, 7}, {0, 4, 5, 7}, {0, 5, 1, 7},
    };

    private final Field field;
    private float[] positions = new float[3 * 1024];
    private int vertices;
    private int[] triangles = new int[6 * 1024];
    private int corners;
    /** The vertex on each edge by where it begins and by its direction, 1 to 7, in two layers; −1 where there is none yet. */
    private int[] below;

    private int[] above;

    /**
     * Values at the nodes of a grid, negative inside; x runs fastest, then y, then z.
     *
     * @param cell metres between nodes; @param low x, y, z of the first node
     */
    public record Field(float[] values, int nx, int ny, int nz, double cell, double[] low) {
        int node(int x, int y, int z) {
            return (z * ny + y) * nx + x;
        }

        /**
         * The same evened out: each node becomes half itself and half the mean of its six neighbours, so often; nodes at the border stay. As it is still a
         * field, its surface still meets itself nowhere.
         */
        public Field smoothed(int times, Cancel cancel) {
            float[] now = values;
            for (int k = 0; k < times; k++) {
                float[] before = now;
                float[] next = before.clone();
                Chunks.run(nz, 1, cancel, (from, to) -> {
                    for (int z = Math.max(1, from); z < Math.min(to, nz - 1); z++) {
                        for (int y = 1; y < ny - 1; y++) {
                            int row = node(0, y, z);
                            for (int i = row + 1; i < row + nx - 1; i++) {
                                next[i] = 0.5f * before[i]
                                        + (before[i - 1]
                                                        + before[i + 1]
                                                        + before[i - nx]
                                                        + before[i + nx]
                                                        + before[i - nx * ny]
                                                        + before[i + nx * ny])
                                                / 12;
                            }
                        }
                    }
                });
                now = next;
            }
            return new Field(now, nx, ny, nz, cell, low);
        }

        double at(int node) {
            double v = values[node];
            double least = NEAREST * cell;
            return v < 0 ? Math.min(v, -least) : Math.max(v, least);
        }
    }

    private LevelSurface(Field field) {
        this.field = field;
        this.below = new int[8 * field.nx * field.ny];
        this.above = new int[8 * field.nx * field.ny];
        Arrays.fill(above, -1);
    }

    /**
     * The surface.
     *
     * @throws NotClosedException where the field is negative at its border, so that the surface would be cut there
     */
    public static HalfEdges of(Field field, Cancel cancel) {
        for (int z = 0; z < field.nz; z++) {
            for (int y = 0; y < field.ny; y++) {
                boolean edge = z == 0 || y == 0 || z == field.nz - 1 || y == field.ny - 1;
                for (int x = 0; x < field.nx; x += edge ? 1 : field.nx - 1) {
                    if (field.values[field.node(x, y, z)] < 0) {
                        throw new NotClosedException("What is to be a surface reaches the border of its grid.");
                    }
                }
            }
        }
        LevelSurface made = new LevelSurface(field);
        for (int z = 0; z + 1 < field.nz; z++) {
            cancel.check();
            made.layer(z);
        }
        double[] places = new double[3 * made.vertices];
        for (int i = 0; i < places.length; i++) {
            places[i] = made.positions[i];
        }
        return HalfEdges.closed(places, Arrays.copyOf(made.triangles, made.corners));
    }

    private void layer(int z) {
        int[] swap = below;
        below = above;
        above = swap;
        Arrays.fill(above, -1);
        int[] nodes = new int[8];
        for (int y = 0; y + 1 < field.ny; y++) {
            for (int x = 0; x + 1 < field.nx; x++) {
                int inside = 0;
                for (int k = 0; k < 8; k++) {
                    nodes[k] = field.node(x + (k & 1), y + (k >> 1 & 1), z + (k >> 2));
                    inside |= field.values[nodes[k]] < 0 ? 1 << k : 0;
                }
                if (inside == 0 || inside == 255) {
                    continue;
                }
                for (int[] four : SIX) {
                    tetrahedron(four, inside, x, y, z);
                }
            }
        }
    }

    private void tetrahedron(int[] four, int inside, int x, int y, int z) {
        int count = 0;
        for (int corner : four) {
            count += inside >> corner & 1;
        }
        if (count == 0 || count == 4) {
            return;
        }
        int wanted = count == 3 ? 0 : 1;
        int i = 0;
        while ((inside >> four[i] & 1) != wanted) {
            i++;
        }
        // even permutations, so that the four stay turned as they were
        int[][] even = {{0, 1, 2, 3}, {1, 0, 3, 2}, {2, 3, 0, 1}, {3, 2, 1, 0}};
        int a = four[even[i][0]];
        int b = four[even[i][1]];
        int c = four[even[i][2]];
        int d = four[even[i][3]];
        if (count != 2) {
            int ab = vertex(a, b, x, y, z);
            int ac = vertex(a, c, x, y, z);
            int ad = vertex(a, d, x, y, z);
            triangle(ab, count == 1 ? ac : ad, count == 1 ? ad : ac);
            return;
        }
        // the second one inside comes to the second place by turning the last three round
        while ((inside >> b & 1) == 0) {
            int first = b;
            b = c;
            c = d;
            d = first;
        }
        int ac = vertex(a, c, x, y, z);
        int ad = vertex(a, d, x, y, z);
        int bd = vertex(b, d, x, y, z);
        int bc = vertex(b, c, x, y, z);
        triangle(ac, ad, bd);
        triangle(ac, bd, bc);
    }

    private int vertex(int a, int b, int x, int y, int z) {
        // every edge runs from fewer bits to more, so that its beginning and its direction name it
        int from = a & b;
        int along = a ^ b;
        int fx = x + (from & 1);
        int fy = y + (from >> 1 & 1);
        int fz = z + (from >> 2);
        int[] layer = fz == z ? below : above;
        int slot = 8 * (fy * field.nx + fx) + along;
        if (layer[slot] < 0) {
            layer[slot] = added(fx, fy, fz, along);
        }
        return layer[slot];
    }

    private int added(int x, int y, int z, int along) {
        if (3 * vertices + 3 > positions.length) {
            positions = Arrays.copyOf(positions, 2 * positions.length);
        }
        int[] step = {along & 1, along >> 1 & 1, along >> 2};
        double v = field.at(field.node(x, y, z));
        double w = field.at(field.node(x + step[0], y + step[1], z + step[2]));
        double f = v / (v - w);
        int[] base = {x, y, z};
        for (int d = 0; d < 3; d++) {
            positions[3 * vertices + d] = (float) (field.low[d] + field.cell * (base[d] + f * step[d]));
        }
        return vertices++;
    }

    private void triangle(int a, int b, int c) {
        if (corners + 3 > triangles.length) {
            triangles = Arrays.copyOf(triangles, 2 * triangles.length);
        }
        triangles[corners++] = a;
        triangles[corners++] = b;
        triangles[corners++] = c;
    }
}
