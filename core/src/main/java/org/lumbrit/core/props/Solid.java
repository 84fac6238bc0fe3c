package org.lumbrit.core.props;

import java.util.Arrays;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.surface.Mesh;

/** Puts simple bodies together into one mesh. Faces are flat: corners are not shared where the surface bends sharply. */
final class Solid {
    private float[] positions = new float[3 * 256];
    private float[] normals = new float[3 * 256];
    private int[] triangles = new int[3 * 512];
    private int vertices;
    private int corners;

    Mesh mesh() {
        return Mesh.of(
                Arrays.copyOf(positions, 3 * vertices),
                Arrays.copyOf(normals, 3 * vertices),
                Arrays.copyOf(triangles, corners));
    }

    int vertex(double x, double y, double z, double nx, double ny, double nz) {
        if (3 * vertices + 3 > positions.length) {
            positions = Arrays.copyOf(positions, 2 * positions.length);
            normals = Arrays.copyOf(normals, positions.length);
        }
        double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
        int at = 3 * vertices;
        positions[at] = (float) x;
        positions[at + 1] = (float) y;
        positions[at + 2] = (float) z;
        normals[at] = (float) (nx / length);
        normals[at + 1] = (float) (ny / length);
        normals[at + 2] = (float) (nz / length);
        return vertices++;
    }

    void triangle(int a, int b, int c) {
        if (corners + 3 > triangles.length) {
            triangles = Arrays.copyOf(triangles, 2 * triangles.length);
        }
        triangles[corners++] = a;
        triangles[corners++] = b;
        triangles[corners++] = c;
    }

    /** A flat face with its corners counter-clockwise seen from outside. */
    void face(double[]... outline) {
        double nx = 0;
        double ny = 0;
        double nz = 0;
        for (int i = 0; i < outline.length; i++) {
            double[] a = outline[i];
            double[] b = outline[(i + 1) % outline.length];
            nx += (a[1] - b[1]) * (a[2] + b[2]);
            ny += (a[2] - b[2]) * (a[0] + b[0]);
            nz += (a[0] - b[0]) * (a[1] + b[1]);
        }
        int first = vertices;
        for (double[] corner : outline) {
            vertex(corner[0], corner[1], corner[2], nx, ny, nz);
        }
        for (int i = 2; i < outline.length; i++) {
            triangle(first, first + i - 1, first + i);
        }
    }

    /** A box of a size about its middle, turned. */
    void box(double x, double y, double z, double width, double height, double depth, Quaternion turn) {
        block(x, y, z, width, height, depth, turn, 0, 0);
    }

    /** A box whose corners are moved about by up to a share of its shortest side: a hewn stone, a worn plank. */
    void block(
            double x,
            double y,
            double z,
            double width,
            double height,
            double depth,
            Quaternion turn,
            double uneven,
            long seed) {
        double[][] p = new double[8][];
        double most = uneven * Math.min(width, Math.min(height, depth));
        for (int i = 0; i < 8; i++) {
            double jx = most * (Hash.unit(Hash.of(seed, i, 1)) - 0.5);
            double jy = most * (Hash.unit(Hash.of(seed, i, 2)) - 0.5);
            double jz = most * (Hash.unit(Hash.of(seed, i, 3)) - 0.5);
            p[i] = turn.rotate(
                    ((i & 1) - 0.5) * width + jx,
                    ((i >> 1 & 1) - 0.5) * height + jy,
                    ((i >> 2 & 1) - 0.5) * depth + jz);
            p[i][0] += x;
            p[i][1] += y;
            p[i][2] += z;
        }
        face(p[0], p[2], p[3], p[1]);
        face(p[4], p[5], p[7], p[6]);
        face(p[0], p[1], p[5], p[4]);
        face(p[2], p[6], p[7], p[3]);
        face(p[0], p[4], p[6], p[2]);
        face(p[1], p[3], p[7], p[5]);
    }

    /**
     * A profile turned about an upright axis through (x, z), closed by discs at both ends: a post, a barrel, a tower.
     *
     * @param profile radius and height of each ring, from below
     * @param sharp whether each ring bends sharply
     */
    void turned(double x, double z, int sides, boolean sharp, double[]... profile) {
        for (int r = 0; r + 1 < profile.length; r++) {
            double[] low = profile[r];
            double[] high = profile[r + 1];
            double rise = high[1] - low[1];
            double out = low[0] - high[0];
            int first = vertices;
            for (int s = 0; s <= sides; s++) {
                double angle = 2 * StrictMath.PI * s / sides;
                double sine = StrictMath.sin(angle);
                double cosine = StrictMath.cos(angle);
                double[] a = sharp ? new double[] {rise, out} : slope(profile, r);
                double[] b = sharp ? a : slope(profile, r + 1);
                vertex(x + low[0] * sine, low[1], z + low[0] * cosine, a[0] * sine, a[1], a[0] * cosine);
                vertex(x + high[0] * sine, high[1], z + high[0] * cosine, b[0] * sine, b[1], b[0] * cosine);
            }
            for (int s = 0; s < sides; s++) {
                int at = first + 2 * s;
                triangle(at, at + 2, at + 3);
                triangle(at, at + 3, at + 1);
            }
        }
        disc(x, z, sides, profile[profile.length - 1], 1);
        disc(x, z, sides, profile[0], -1);
    }

    /** Outward and upward part of the normal at a ring of a round profile. */
    private static double[] slope(double[][] profile, int ring) {
        double[] low = profile[Math.max(0, ring - 1)];
        double[] high = profile[Math.min(profile.length - 1, ring + 1)];
        return new double[] {Math.max(1e-9, high[1] - low[1]), low[0] - high[0]};
    }

    private void disc(double x, double z, int sides, double[] ring, int up) {
        int first = vertices;
        for (int s = 0; s < sides; s++) {
            double angle = 2 * StrictMath.PI * s / sides;
            vertex(x + ring[0] * StrictMath.sin(angle), ring[1], z + ring[0] * StrictMath.cos(angle), 0, up, 0);
        }
        for (int s = 2; s < sides; s++) {
            triangle(first, first + (up > 0 ? s - 1 : s), first + (up > 0 ? s : s - 1));
        }
    }

    /** A lying round log from one end to the other. */
    void log(double x0, double y0, double z0, double x1, double y1, double z1, double radius, int sides) {
        double[] d = {x1 - x0, y1 - y0, z1 - z0};
        double length = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
        double flat = Math.sqrt(d[0] * d[0] + d[2] * d[2]);
        Quaternion turn = flat == 0
                ? Quaternion.NONE
                : Quaternion.about(d[2] / flat, 0, -d[0] / flat, StrictMath.toDegrees(StrictMath.atan2(flat, d[1])));
        Solid upright = new Solid();
        upright.turned(0, 0, sides, true, new double[] {radius, 0}, new double[] {radius, length});
        add(upright, turn, x0, y0, z0);
    }

    /** Another body, turned and then moved. */
    void add(Solid other, Quaternion turn, double x, double y, double z) {
        int first = vertices;
        for (int v = 0; v < other.vertices; v++) {
            double[] p = turn.rotate(other.positions[3 * v], other.positions[3 * v + 1], other.positions[3 * v + 2]);
            double[] n = turn.rotate(other.normals[3 * v], other.normals[3 * v + 1], other.normals[3 * v + 2]);
            vertex(p[0] + x, p[1] + y, p[2] + z, n[0], n[1], n[2]);
        }
        for (int i = 0; i < other.corners; i += 3) {
            triangle(first + other.triangles[i], first + other.triangles[i + 1], first + other.triangles[i + 2]);
        }
    }

    static Quaternion heading(double degrees) {
        return Quaternion.about(0, 1, 0, -degrees);
    }
}
