package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;

/**
 * Triangles in space. Immutable; the arrays must not be changed.
 *
 * @param positions x, y, z of each vertex, metres
 * @param normals unit vectors, three numbers a vertex
 * @param triangles three vertices each, counter-clockwise seen from outside
 * @param key content key
 */
public record Mesh(float[] positions, float[] normals, int[] triangles, String key) implements Results.Weighted {

    /** Makes missing normals, angle-weighted over the triangles at each vertex (G. Thürmer and C. Wüthrich, 1998). */
    public static Mesh of(float[] positions, int[] triangles) {
        return of(positions, angleWeighted(positions, triangles), triangles);
    }

    public static Mesh of(float[] positions, float[] normals, int[] triangles) {
        KeyBuilder key = new KeyBuilder("mesh/1").add(positions).add(normals).add(triangles.length);
        long mixed = 17;
        for (int corner : triangles) {
            mixed = org.lumbrit.core.math.Hash.mix(mixed * 31 + corner);
        }
        return new Mesh(positions, normals, triangles, key.add(mixed).key());
    }

    @Override
    public long bytes() {
        return 4L * (positions.length + normals.length + triangles.length);
    }

    /** How many vertices it has. */
    public int vertices() {
        return positions.length / 3;
    }

    /** How many triangles it has. */
    public int count() {
        return triangles.length / 3;
    }

    /** Least x, y, z and greatest x, y, z; all 0 where there is no vertex. */
    public double[] bounds() {
        double[] bounds = new double[6];
        Arrays.fill(bounds, 0, 3, positions.length == 0 ? 0 : Double.POSITIVE_INFINITY);
        Arrays.fill(bounds, 3, 6, positions.length == 0 ? 0 : Double.NEGATIVE_INFINITY);
        for (int i = 0; i < positions.length; i++) {
            bounds[i % 3] = Math.min(bounds[i % 3], positions[i]);
            bounds[3 + i % 3] = Math.max(bounds[3 + i % 3], positions[i]);
        }
        return bounds;
    }

    /** Least and greatest p·d over the vertices. */
    public double[] extentAlong(double dx, double dy, double dz) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < positions.length; i += 3) {
            double along = positions[i] * dx + positions[i + 1] * dy + positions[i + 2] * dz;
            least = Math.min(least, along);
            most = Math.max(most, along);
        }
        return new double[] {least, most};
    }

    /** Square metres. */
    public double area() {
        double sum = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            sum += area(t);
        }
        return sum;
    }

    /** Area of the triangle whose first corner stands at {@code t} of the list. */
    public double area(int t) {
        double[] n = facing(t);
        return 0.5 * Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
    }

    /** Out of the triangle whose first corner stands at {@code t} of the list, twice as long as its area. */
    public double[] facing(int t) {
        int a = 3 * triangles[t];
        int b = 3 * triangles[t + 1];
        int c = 3 * triangles[t + 2];
        double ux = (double) positions[b] - positions[a];
        double uy = (double) positions[b + 1] - positions[a + 1];
        double uz = (double) positions[b + 2] - positions[a + 2];
        double vx = (double) positions[c] - positions[a];
        double vy = (double) positions[c + 1] - positions[a + 1];
        double vz = (double) positions[c + 2] - positions[a + 2];
        return new double[] {uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx};
    }

    /**
     * How much each corner of a triangle says at a place in it: 1 in all.
     *
     * @param triangle its place in the mesh; @param at x, y, z of the place
     */
    public double[] shares(int triangle, double[] at) {
        double[] shares = new double[3];
        double whole = 0;
        for (int k = 0; k < 3; k++) {
            shares[k] = twiceArea(at, triangles[3 * triangle + (k + 1) % 3], triangles[3 * triangle + (k + 2) % 3]);
            whole += shares[k];
        }
        for (int k = 0; k < 3; k++) {
            shares[k] = whole > 0 ? shares[k] / whole : k == 0 ? 1 : 0;
        }
        return shares;
    }

    private double twiceArea(double[] at, int b, int c) {
        double ux = positions[3 * b] - at[0];
        double uy = positions[3 * b + 1] - at[1];
        double uz = positions[3 * b + 2] - at[2];
        double vx = positions[3 * c] - at[0];
        double vy = positions[3 * c + 1] - at[1];
        double vz = positions[3 * c + 2] - at[2];
        double x = uy * vz - uz * vy;
        double y = uz * vx - ux * vz;
        double z = ux * vy - uy * vx;
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** A third of the triangles' area around each vertex, square metres. */
    public float[] vertexAreas() {
        double[] sums = new double[vertices()];
        for (int t = 0; t < triangles.length; t += 3) {
            double third = area(t) / 3;
            for (int k = 0; k < 3; k++) {
                sums[triangles[t + k]] += third;
            }
        }
        float[] areas = new float[sums.length];
        for (int i = 0; i < areas.length; i++) {
            areas[i] = (float) sums[i];
        }
        return areas;
    }

    /** Mean length of the triangles' sides, metres; 0 where there are none. */
    public double meanEdge() {
        double sum = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            for (int k = 0; k < 3; k++) {
                sum += Math.sqrt(squareBetween(triangles[t + k], triangles[t + (k + 1) % 3]));
            }
        }
        return triangles.length == 0 ? 0 : sum / triangles.length;
    }

    private double squareBetween(int a, int b) {
        double x = (double) positions[3 * a] - positions[3 * b];
        double y = (double) positions[3 * a + 1] - positions[3 * b + 1];
        double z = (double) positions[3 * a + 2] - positions[3 * b + 2];
        return x * x + y * y + z * z;
    }

    /** Each triangle cut into four at the middles of its sides; the surface stays where it is. */
    public Mesh subdivided() {
        int corners = vertices();
        Sides sides = new Sides(triangles);
        float[] newPositions = Arrays.copyOf(positions, positions.length + 3 * sides.count());
        float[] newNormals = Arrays.copyOf(normals, newPositions.length);
        for (int side = 0; side < sides.count(); side++) {
            between(newPositions, newNormals, sides.low(side), sides.high(side), corners + side);
        }
        int[] newTriangles = new int[4 * triangles.length];
        for (int t = 0; t < triangles.length; t += 3) {
            int a = triangles[t];
            int b = triangles[t + 1];
            int c = triangles[t + 2];
            int ab = corners + sides.of(a, b);
            int bc = corners + sides.of(b, c);
            int ca = corners + sides.of(c, a);
            int[] four = {a, ab, ca, ab, b, bc, ca, bc, c, ab, bc, ca};
            System.arraycopy(four, 0, newTriangles, 4 * t, 12);
        }
        return of(newPositions, newNormals, newTriangles);
    }

    /**
     * Sides longer than so much cut at their middles, in all triangles that have them, the longest first; the surface stays where it is.
     *
     * @param longest metres; @param most triangles: where there are as many, nothing more is cut
     */
    public Mesh cut(double longest, int most) {
        Mesh at = this;
        double now = at.longestSide();
        while (now > longest && at.count() < most) {
            at = at.halved(Math.max(longest, 0.5 * now));
            now = at.longestSide();
        }
        return at;
    }

    private double longestSide() {
        double square = 0;
        for (int i = 0; i < triangles.length; i++) {
            square = Math.max(square, squareBetween(triangles[i], triangles[Sides.after(i)]));
        }
        return Math.sqrt(square);
    }

    private Mesh halved(double longerThan) {
        Sides sides = new Sides(triangles);
        int[] middle = new int[sides.count()];
        int corners = vertices();
        int used = 0;
        for (int side = 0; side < middle.length; side++) {
            boolean cut = squareBetween(sides.low(side), sides.high(side)) > longerThan * longerThan;
            middle[side] = cut ? corners + used++ : -1;
        }
        float[] newPositions = Arrays.copyOf(positions, positions.length + 3 * used);
        float[] newNormals = Arrays.copyOf(normals, newPositions.length);
        for (int side = 0; side < middle.length; side++) {
            if (middle[side] >= 0) {
                between(newPositions, newNormals, sides.low(side), sides.high(side), middle[side]);
            }
        }
        int[] list = new int[4 * triangles.length];
        int at = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int[] c = {triangles[t], triangles[t + 1], triangles[t + 2]};
            int[] m = {middle[sides.of(c[0], c[1])], middle[sides.of(c[1], c[2])], middle[sides.of(c[2], c[0])]};
            at = Sides.cut(c, m, list, at);
        }
        return of(newPositions, newNormals, Arrays.copyOf(list, at));
    }

    private static void between(float[] positions, float[] normals, int a, int b, int to) {
        double length = 0;
        for (int k = 0; k < 3; k++) {
            positions[3 * to + k] = (float) (0.5 * ((double) positions[3 * a + k] + positions[3 * b + k]));
            double n = (double) normals[3 * a + k] + normals[3 * b + k];
            normals[3 * to + k] = (float) n;
            length += n * n;
        }
        double scale = length > 1e-12 ? 1 / Math.sqrt(length) : 0;
        for (int k = 0; k < 3; k++) {
            normals[3 * to + k] = length > 1e-12 ? (float) (normals[3 * to + k] * scale) : normals[3 * a + k];
        }
    }

    /** Every number times a scale. */
    public Mesh scaled(double scale) {
        if (scale == 1) {
            return this;
        }
        float[] larger = new float[positions.length];
        for (int i = 0; i < larger.length; i++) {
            larger[i] = (float) (positions[i] * scale);
        }
        return of(larger, normals, triangles);
    }

    /** A copy whose triangles are seen from the other side. */
    public Mesh turnedInsideOut() {
        int[] turned = triangles.clone();
        for (int t = 0; t < turned.length; t += 3) {
            turned[t + 1] = triangles[t + 2];
            turned[t + 2] = triangles[t + 1];
        }
        float[] away = normals.clone();
        for (int i = 0; i < away.length; i++) {
            away[i] = -away[i];
        }
        return of(positions, away, turned);
    }

    static float[] angleWeighted(float[] positions, int[] triangles) {
        double[] sums = new double[positions.length];
        double[] u = new double[3];
        double[] v = new double[3];
        double[] n = new double[3];
        for (int t = 0; t < triangles.length; t += 3) {
            for (int k = 0; k < 3; k++) {
                int a = 3 * triangles[t + k];
                int b = 3 * triangles[t + (k + 1) % 3];
                int c = 3 * triangles[t + (k + 2) % 3];
                double uu = 0;
                double vv = 0;
                double uv = 0;
                for (int d = 0; d < 3; d++) {
                    u[d] = (double) positions[b + d] - positions[a + d];
                    v[d] = (double) positions[c + d] - positions[a + d];
                    uu += u[d] * u[d];
                    vv += v[d] * v[d];
                    uv += u[d] * v[d];
                }
                n[0] = u[1] * v[2] - u[2] * v[1];
                n[1] = u[2] * v[0] - u[0] * v[2];
                n[2] = u[0] * v[1] - u[1] * v[0];
                double length = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
                if (length > 0) {
                    double angle = StrictMath.atan2(length, uv);
                    for (int d = 0; d < 3; d++) {
                        sums[a + d] += angle * n[d] / length;
                    }
                }
            }
        }
        float[] normals = new float[positions.length];
        for (int i = 0; i < sums.length; i += 3) {
            double length = Math.sqrt(sums[i] * sums[i] + sums[i + 1] * sums[i + 1] + sums[i + 2] * sums[i + 2]);
            for (int d = 0; d < 3; d++) {
                normals[i + d] = length > 0 ? (float) (sums[i + d] / length) : d == 1 ? 1 : 0;
            }
        }
        return normals;
    }
}
