package org.lumbrit.core.slices;

import java.util.Arrays;
import org.lumbrit.core.surface.Mesh;

/**
 * Level plates as one mesh without holes: of each the part of a grid where a number is not below 0, cut by marching squares (a saddle by its
 * mean), with a top, a bottom and walls between them.
 */
final class Plates {
    private final int columns;
    private final int rows;
    private final double west;
    private final double north;
    private final double cell;
    private float[] positions = new float[3 * 1024];
    private float[] normals = new float[3 * 1024];
    private int[] triangles = new int[3 * 2048];
    private float[] shares = new float[1024];
    private int vertices;
    private int corners;
    /** Of the plate that is being made: the lower vertex of each node and of each crossed side, −1 where there is none yet; the upper one follows. */
    private final int[] atNode;

    private final int[] atSide;

    /** @param west metres of the first column; @param north metres of the first row; @param cell metres */
    Plates(int columns, int rows, double west, double north, double cell) {
        this.columns = columns;
        this.rows = rows;
        this.west = west;
        this.north = north;
        this.cell = cell;
        this.atNode = new int[columns * rows];
        this.atSide = new int[2 * columns * rows];
    }

    /**
     * One more plate.
     *
     * @param inside a number a node; those at the border must lie below 0
     * @param bottom metres; @param top metres; @param share what its vertices tell, 0..1
     * @return square metres of it
     */
    double add(float[] inside, double bottom, double top, float share) {
        Arrays.fill(atNode, -1);
        Arrays.fill(atSide, -1);
        double area = 0;
        int[] ring = new int[8];
        for (int r = 0; r + 1 < rows; r++) {
            for (int c = 0; c + 1 < columns; c++) {
                int i = r * columns + c;
                int[] node = {i, i + columns, i + columns + 1, i + 1};
                int[] side = {2 * i + 1, 2 * (i + columns), 2 * (i + 1) + 1, 2 * i};
                boolean[] in = new boolean[4];
                int count = 0;
                for (int k = 0; k < 4; k++) {
                    in[k] = inside[node[k]] >= 0;
                    count += in[k] ? 1 : 0;
                }
                if (count == 0) {
                    continue;
                }
                boolean saddle = count == 2 && in[0] == in[2];
                boolean joined =
                        !saddle || (double) inside[node[0]] + inside[node[1]] + inside[node[2]] + inside[node[3]] >= 0;
                if (joined) {
                    area += polygon(ring, round(ring, inside, node, side, in, bottom, top, share));
                } else {
                    for (int k = 0; k < 4; k++) {
                        if (in[k]) {
                            // a corner by itself
                            ring[0] = crossing(inside, side[(k + 3) % 4], bottom, top, share);
                            ring[1] = node(node[k], bottom, top, share);
                            ring[2] = crossing(inside, side[k], bottom, top, share);
                            area += polygon(ring, 3);
                            wall(ring[2], ring[0]);
                        }
                    }
                }
            }
        }
        return area;
    }

    /** The corners of what lies inside a cell, going round from north-west by south-west; walls from each way out to the next way in. */
    private int round(
            int[] ring, float[] inside, int[] node, int[] side, boolean[] in, double bottom, double top, float share) {
        int used = 0;
        int ways = 0;
        int[] way = new int[4];
        boolean[] out = new boolean[4];
        for (int k = 0; k < 4; k++) {
            if (in[k]) {
                ring[used++] = node(node[k], bottom, top, share);
            }
            if (in[k] != in[(k + 1) % 4]) {
                out[ways] = in[k];
                way[ways++] = crossing(inside, side[k], bottom, top, share);
                ring[used++] = way[ways - 1];
            }
        }
        for (int k = 0; k < ways; k++) {
            if (out[k]) {
                wall(way[k], way[(k + 1) % ways]);
            }
        }
        return used;
    }

    private int node(int node, double bottom, double top, float share) {
        if (atNode[node] < 0) {
            atNode[node] = vertex(west + node % columns * cell, north + (node / columns) * cell, bottom, top, share);
        }
        return atNode[node];
    }

    private int crossing(float[] inside, int side, double bottom, double top, float share) {
        if (atSide[side] < 0) {
            int a = side >> 1;
            int b = (side & 1) == 0 ? a + 1 : a + columns;
            // never at a node itself, so that no triangle is a line
            double at = Math.max(1e-3, Math.min(1 - 1e-3, inside[a] / ((double) inside[a] - inside[b])));
            double x = west + (a % columns + ((side & 1) == 0 ? at : 0)) * cell;
            double z = north + (a / columns + ((side & 1) == 0 ? 0 : at)) * cell;
            atSide[side] = vertex(x, z, bottom, top, share);
        }
        return atSide[side];
    }

    /** A lower vertex that faces down and the upper one above it that faces up. */
    private int vertex(double x, double z, double bottom, double top, float share) {
        vertex((float) x, (float) bottom, (float) z, 0, -1, 0, share);
        return vertex((float) x, (float) top, (float) z, 0, 1, 0, share) - 1;
    }

    private int vertex(float x, float y, float z, float nx, float ny, float nz, float share) {
        if (positions.length < 3 * vertices + 3) {
            positions = Arrays.copyOf(positions, 2 * positions.length);
            normals = Arrays.copyOf(normals, 2 * normals.length);
            shares = Arrays.copyOf(shares, 2 * shares.length);
        }
        int at = 3 * vertices;
        positions[at] = x;
        positions[at + 1] = y;
        positions[at + 2] = z;
        normals[at] = nx;
        normals[at + 1] = ny;
        normals[at + 2] = nz;
        shares[vertices] = share;
        return vertices++;
    }

    /** Top and bottom of a part of a cell. @return its area */
    private double polygon(int[] ring, int count) {
        double area = 0;
        for (int k = 1; k + 1 < count; k++) {
            triangle(ring[0] + 1, ring[k] + 1, ring[k + 1] + 1);
            triangle(ring[0], ring[k + 1], ring[k]);
            float[] p = positions;
            int a = 3 * ring[0];
            int b = 3 * ring[k];
            int c = 3 * ring[k + 1];
            area += 0.5
                    * Math.abs(((double) p[b] - p[a]) * ((double) p[c + 2] - p[a + 2])
                            - ((double) p[b + 2] - p[a + 2]) * ((double) p[c] - p[a]));
        }
        return area;
    }

    /** Between the way out of what is inside and the way back in; it faces outward. */
    private void wall(int out, int in) {
        float x0 = positions[3 * out];
        float z0 = positions[3 * out + 2];
        float x1 = positions[3 * in];
        float z1 = positions[3 * in + 2];
        float bottom = positions[3 * out + 1];
        float top = positions[3 * out + 4];
        double length = Math.max(1e-12, StrictMath.hypot(x1 - x0, z1 - z0));
        float nx = (float) (-(z1 - z0) / length);
        float nz = (float) ((x1 - x0) / length);
        int a = vertex(x0, bottom, z0, nx, 0, nz, shares[out]);
        int b = vertex(x0, top, z0, nx, 0, nz, shares[out]);
        int c = vertex(x1, bottom, z1, nx, 0, nz, shares[out]);
        int d = vertex(x1, top, z1, nx, 0, nz, shares[out]);
        triangle(a, d, b);
        triangle(a, c, d);
    }

    private void triangle(int a, int b, int c) {
        if (triangles.length < corners + 3) {
            triangles = Arrays.copyOf(triangles, 2 * triangles.length);
        }
        triangles[corners++] = a;
        triangles[corners++] = b;
        triangles[corners++] = c;
    }

    Mesh mesh() {
        return Mesh.of(
                Arrays.copyOf(positions, 3 * vertices),
                Arrays.copyOf(normals, 3 * vertices),
                Arrays.copyOf(triangles, corners));
    }

    /** What each vertex tells. */
    float[] shares() {
        return Arrays.copyOf(shares, vertices);
    }
}
