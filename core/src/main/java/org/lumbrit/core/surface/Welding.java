package org.lumbrit.core.surface;

import java.util.Arrays;

/** Finds vertices that stand at the same place, through a hashed grid of cells some tolerances wide. */
public final class Welding {
    /** Of a cell in tolerances: few vertices reach into a second cell, and few that stay apart share one. */
    private static final int WIDTH = 4;
    /** How far is looked, in tolerances: a hair more than one, for the rounding. */
    private static final double REACH = 1.001;

    private Welding() {}

    /**
     * For each vertex the first one within the tolerance of it, itself where there is none before.
     *
     * @param tolerance metres; 0 joins only what stands at exactly the same place
     */
    public static int[] firsts(float[] positions, double tolerance) {
        int count = positions.length / 3;
        int[] first = new int[count];
        int room = Integer.highestOneBit(Math.max(16, count)) * 2;
        int[] heads = new int[room];
        int[] next = new int[count];
        Arrays.fill(heads, -1);
        long[] low = new long[3];
        long[] high = new long[3];
        for (int v = 0; v < count; v++) {
            for (int axis = 0; axis < 3; axis++) {
                low[axis] =
                        cell((double) positions[3 * v + axis] - REACH * tolerance, positions[3 * v + axis], tolerance);
                high[axis] =
                        cell((double) positions[3 * v + axis] + REACH * tolerance, positions[3 * v + axis], tolerance);
            }
            int known = v;
            for (long x = low[0]; x <= high[0]; x++) {
                for (long y = low[1]; y <= high[1]; y++) {
                    for (long z = low[2]; z <= high[2]; z++) {
                        known = Math.min(known, known(positions, heads, next, slot(x, y, z, room), v, tolerance));
                    }
                }
            }
            first[v] = known;
            if (known == v) {
                int slot = slot(
                        cell(positions[3 * v], positions[3 * v], tolerance),
                        cell(positions[3 * v + 1], positions[3 * v + 1], tolerance),
                        cell(positions[3 * v + 2], positions[3 * v + 2], tolerance),
                        room);
                next[v] = heads[slot];
                heads[slot] = v;
            }
        }
        return first;
    }

    /** @param exact what stands for its own cell where nothing but the same place is joined */
    private static long cell(double value, float exact, double tolerance) {
        return tolerance > 0 ? (long) Math.floor(value / (WIDTH * tolerance)) : Float.floatToIntBits(exact + 0f);
    }

    /** Cells beside each other along x mostly get slots beside each other, as files give near vertices after each other. */
    private static int slot(long x, long y, long z, int room) {
        long h = x + y * 0x9E3779B1L + z * 0x85EBCA77L;
        return (int) (h + (h >> 15) * 0xC2B2AE35L & room - 1);
    }

    private static int known(float[] p, int[] heads, int[] next, int slot, int v, double tolerance) {
        int best = v;
        for (int w = heads[slot]; w >= 0; w = next[w]) {
            double x = (double) p[3 * v] - p[3 * w];
            double y = (double) p[3 * v + 1] - p[3 * w + 1];
            double z = (double) p[3 * v + 2] - p[3 * w + 2];
            if (x * x + y * y + z * z <= tolerance * tolerance) {
                best = Math.min(best, w);
            }
        }
        return best;
    }

    /** The mesh with joined vertices, without triangles that have become lines; normals are made anew. */
    public static Mesh weld(Mesh mesh, double tolerance) {
        int[] first = firsts(mesh.positions(), tolerance);
        int[] renamed = new int[first.length];
        float[] positions = new float[mesh.positions().length];
        int used = 0;
        for (int v = 0; v < first.length; v++) {
            if (first[v] == v) {
                System.arraycopy(mesh.positions(), 3 * v, positions, 3 * used, 3);
                renamed[v] = used++;
            } else {
                renamed[v] = renamed[first[v]];
            }
        }
        int[] triangles = new int[mesh.triangles().length];
        int at = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int a = renamed[mesh.triangles()[t]];
            int b = renamed[mesh.triangles()[t + 1]];
            int c = renamed[mesh.triangles()[t + 2]];
            if (a != b && b != c && c != a) {
                triangles[at++] = a;
                triangles[at++] = b;
                triangles[at++] = c;
            }
        }
        return Mesh.of(Arrays.copyOf(positions, 3 * used), Arrays.copyOf(triangles, at));
    }
}
