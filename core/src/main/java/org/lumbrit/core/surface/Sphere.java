package org.lumbrit.core.surface;

import java.util.HashMap;
import java.util.Map;

/** A ball of radius 1 from an icosahedron whose triangles are cut into four again and again; a closed mesh. */
public final class Sphere {
    private static final double GOLDEN = (1 + Math.sqrt(5)) / 2;
    private static final double[][] CORNERS = {
        {-1, GOLDEN, 0}, {1, GOLDEN, 0}, {-1, -GOLDEN, 0}, {1, -GOLDEN, 0}, {0, -1, GOLDEN}, {0, 1, GOLDEN},
        {0, -1, -GOLDEN}, {0, 1, -GOLDEN}, {GOLDEN, 0, -1}, {GOLDEN, 0, 1}, {-GOLDEN, 0, -1}, {-GOLDEN, 0, 1}
    };
    private static final int[] FACES = {
        0, 11, 5, 0, 5, 1, 0, 1, 7, 0, 7, 10, 0, 10, 11, 1, 5, 9, 5, 11, 4, 11, 10, 2, 10, 7, 6, 7, 1, 8, 3, 9, 4, 3, 4,
        2, 3, 2, 6, 3, 6, 8, 3, 8, 9, 4, 9, 5, 2, 4, 11, 6, 2, 10, 8, 6, 7, 9, 8, 1
    };

    private final float[] positions;
    private int[] triangles = FACES;
    private int used = 12;

    private Sphere(int detail) {
        positions = new float[3 * (10 * (1 << 2 * detail) + 2)];
        for (int v = 0; v < 12; v++) {
            put(v, CORNERS[v][0], CORNERS[v][1], CORNERS[v][2]);
        }
        for (int level = 0; level < detail; level++) {
            refine();
        }
    }

    /** @param detail times that triangles are cut; x, y, z of 10 · 4^detail + 2 vertices */
    public static float[] positions(int detail) {
        return new Sphere(detail).positions;
    }

    /**
     * Three vertices a triangle, counter-clockwise seen from outside.
     *
     * @param detail as for the vertices
     */
    public static int[] triangles(int detail) {
        return new Sphere(detail).triangles;
    }

    private void put(int v, double x, double y, double z) {
        double length = Math.sqrt(x * x + y * y + z * z);
        positions[3 * v] = (float) (x / length);
        positions[3 * v + 1] = (float) (y / length);
        positions[3 * v + 2] = (float) (z / length);
    }

    private void refine() {
        Map<Long, Integer> middles = new HashMap<>();
        int[] finer = new int[4 * triangles.length];
        for (int t = 0; t < triangles.length; t += 3) {
            int a = triangles[t];
            int b = triangles[t + 1];
            int c = triangles[t + 2];
            int ab = middle(middles, a, b);
            int bc = middle(middles, b, c);
            int ca = middle(middles, c, a);
            System.arraycopy(new int[] {a, ab, ca, b, bc, ab, c, ca, bc, ab, bc, ca}, 0, finer, 4 * t, 12);
        }
        triangles = finer;
    }

    private int middle(Map<Long, Integer> middles, int a, int b) {
        return middles.computeIfAbsent((long) Math.min(a, b) << 32 | Math.max(a, b), missing -> {
            put(
                    used,
                    (double) positions[3 * a] + positions[3 * b],
                    (double) positions[3 * a + 1] + positions[3 * b + 1],
                    (double) positions[3 * a + 2] + positions[3 * b + 2]);
            return used++;
        });
    }
}
