package org.lumbrit.core.drawn;

import java.util.Arrays;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sides;
import org.lumbrit.core.surface.Welding;

/**
 * A surface of triangles with its edges, corners welded by position first.
 *
 * @param positions of the corners in the site; @param triangles three corners each; @param normals unit, three numbers a triangle
 * @param edges two corners each; @param beside the triangles to both sides of each edge, −1 where there is none; an edge of more than two has
 *     the first two
 * @param folded the cosine of the angle by which the two triangles of each edge turn from each other; −2 where there are not two
 * @param closed whether every edge has two triangles
 * @param cells of a ground: the first triangle of each cell, −1 in a hole; empty of a mesh
 */
record Shape(
        float[] positions,
        int[] triangles,
        float[] normals,
        int[] edges,
        int[] beside,
        float[] folded,
        boolean closed,
        int[] cells)
        implements Results.Weighted {
    static final float NO_FOLD = -2;
    /** Metres: what lies no higher above a level lies at it. */
    static final double LEVEL = 1e-4;

    @Override
    public long bytes() {
        return 4L
                * (positions.length
                        + triangles.length
                        + normals.length
                        + edges.length
                        + beside.length
                        + folded.length
                        + cells.length);
    }

    int count() {
        return triangles.length / 3;
    }

    /** Of a ground two triangles a cell, cut along the diagonal that rises less. */
    static Shape of(Ground ground) {
        int columns = ground.columns();
        int rows = ground.rows();
        float[] h = ground.heights();
        float[] positions = new float[3 * h.length];
        for (int i = 0; i < h.length; i++) {
            positions[3 * i] = (float) ground.x(i % columns);
            positions[3 * i + 1] = h[i];
            positions[3 * i + 2] = (float) ground.z(i / columns);
        }
        int[] cells = new int[(columns - 1) * (rows - 1)];
        int[] triangles = new int[6 * cells.length];
        int used = 0;
        for (int row = 0; row + 1 < rows; row++) {
            for (int column = 0; column + 1 < columns; column++) {
                int cell = row * (columns - 1) + column;
                if (ground.holeInCell(column, row)) {
                    cells[cell] = -1;
                    continue;
                }
                cells[cell] = used / 3;
                int a = row * columns + column;
                int b = a + 1;
                int c = a + columns;
                int d = c + 1;
                boolean falling = Math.abs(h[a] - h[d]) <= Math.abs(h[b] - h[c]);
                int[] two = falling ? new int[] {a, c, d, a, d, b} : new int[] {a, c, b, b, c, d};
                System.arraycopy(two, 0, triangles, used, 6);
                used += 6;
            }
        }
        return of(positions, Arrays.copyOf(triangles, used), cells);
    }

    /**
     * The same ground in larger triangles, two for a block of cells that is wholly at a level or wholly without it: for tones.
     *
     * @param block cells along a side of a block; @param level metres, −∞ for none
     */
    static Shape blocks(Ground ground, int block, double level) {
        if (block <= 1) {
            return of(ground);
        }
        Shape fine = of(ground);
        int columns = ground.columns();
        int across = columns - 1;
        int down = ground.rows() - 1;
        float[] h = ground.heights();
        int[] list = new int[fine.triangles.length];
        int used = 0;
        for (int row = 0; row < down; row += block) {
            for (int column = 0; column < across; column += block) {
                int south = Math.min(row + block, down);
                int east = Math.min(column + block, across);
                int wet = 0;
                boolean whole = true;
                for (int r = row; r <= south; r++) {
                    for (int c = column; c <= east; c++) {
                        wet += h[r * columns + c] <= level + LEVEL ? 1 : 0;
                        whole &= r == south || c == east || fine.cells[r * across + c] >= 0;
                    }
                }
                if (whole && (wet == 0 || wet == (south - row + 1) * (east - column + 1))) {
                    int a = row * columns + column;
                    int b = row * columns + east;
                    int c = south * columns + column;
                    int d = south * columns + east;
                    boolean falling = Math.abs(h[a] - h[d]) <= Math.abs(h[b] - h[c]);
                    int[] two = falling ? new int[] {a, c, d, a, d, b} : new int[] {a, c, b, b, c, d};
                    System.arraycopy(two, 0, list, used, 6);
                    used += 6;
                    continue;
                }
                for (int r = row; r < south; r++) {
                    for (int c = column; c < east; c++) {
                        int cell = fine.cells[r * across + c];
                        if (cell >= 0) {
                            System.arraycopy(fine.triangles, 3 * cell, list, used, 6);
                            used += 6;
                        }
                    }
                }
            }
        }
        int[] triangles = Arrays.copyOf(list, used);
        return new Shape(
                fine.positions,
                triangles,
                normals(fine.positions, triangles),
                new int[0],
                new int[0],
                new float[0],
                false,
                new int[0]);
    }

    /** @param toSite makes three numbers in the site of three in the mesh's own frame */
    static Shape of(Mesh mesh, java.util.function.UnaryOperator<double[]> toSite) {
        float[] p = mesh.positions();
        int[] first = Welding.firsts(p, 0);
        int[] corners = new int[mesh.triangles().length];
        int used = 0;
        for (int t = 0; t < corners.length; t += 3) {
            int a = first[mesh.triangles()[t]];
            int b = first[mesh.triangles()[t + 1]];
            int c = first[mesh.triangles()[t + 2]];
            if (a != b && b != c && c != a) {
                corners[used++] = a;
                corners[used++] = b;
                corners[used++] = c;
            }
        }
        float[] positions = new float[p.length];
        for (int v = 0; v < p.length; v += 3) {
            double[] at = toSite.apply(new double[] {p[v], p[v + 1], p[v + 2]});
            for (int d = 0; d < 3; d++) {
                positions[v + d] = (float) at[d];
            }
        }
        return of(positions, Arrays.copyOf(corners, used), new int[0]);
    }

    private static Shape of(float[] positions, int[] triangles, int[] cells) {
        float[] normals = normals(positions, triangles);
        Sides sides = new Sides(triangles);
        int count = sides.count();
        int[] edges = new int[2 * count];
        int[] beside = new int[2 * count];
        Arrays.fill(beside, -1);
        for (int i = 0; i < triangles.length; i++) {
            int a = triangles[i];
            int b = triangles[Sides.after(i)];
            int side = sides.of(a, b);
            edges[2 * side] = Math.min(a, b);
            edges[2 * side + 1] = Math.max(a, b);
            if (beside[2 * side] < 0) {
                beside[2 * side] = i / 3;
            } else if (beside[2 * side + 1] < 0) {
                beside[2 * side + 1] = i / 3;
            }
        }
        float[] folded = new float[count];
        boolean closed = true;
        for (int side = 0; side < count; side++) {
            int s = 3 * beside[2 * side];
            int t = 3 * beside[2 * side + 1];
            closed &= t >= 0;
            folded[side] = t < 0
                    ? NO_FOLD
                    : normals[s] * normals[t] + normals[s + 1] * normals[t + 1] + normals[s + 2] * normals[t + 2];
        }
        return new Shape(positions, triangles, normals, edges, beside, folded, closed, cells);
    }

    private static float[] normals(float[] p, int[] triangles) {
        float[] normals = new float[triangles.length];
        for (int t = 0; t < triangles.length; t += 3) {
            int a = 3 * triangles[t];
            int b = 3 * triangles[t + 1];
            int c = 3 * triangles[t + 2];
            double ux = (double) p[b] - p[a];
            double uy = (double) p[b + 1] - p[a + 1];
            double uz = (double) p[b + 2] - p[a + 2];
            double vx = (double) p[c] - p[a];
            double vy = (double) p[c + 1] - p[a + 1];
            double vz = (double) p[c + 2] - p[a + 2];
            double nx = uy * vz - uz * vy;
            double ny = uz * vx - ux * vz;
            double nz = ux * vy - uy * vx;
            double length = Math.max(1e-300, Math.sqrt(nx * nx + ny * ny + nz * nz));
            normals[t] = (float) (nx / length);
            normals[t + 1] = (float) (ny / length);
            normals[t + 2] = (float) (nz / length);
        }
        return normals;
    }
}
