package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Hash;

/** Finds vertices that stand at the same place, through a hashed grid of cells as wide as the tolerance. */
public final class Welding {
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
        int reach = tolerance > 0 ? 1 : 0;
        for (int v = 0; v < count; v++) {
            long cx = cell(positions[3 * v], tolerance);
            long cy = cell(positions[3 * v + 1], tolerance);
            long cz = cell(positions[3 * v + 2], tolerance);
            first[v] = v;
            for (long x = cx - reach; x <= cx + reach && first[v] == v; x++) {
                for (long y = cy - reach; y <= cy + reach && first[v] == v; y++) {
                    for (long z = cz - reach; z <= cz + reach && first[v] == v; z++) {
                        first[v] = known(positions, heads, next, slot(x, y, z, room), v, tolerance);
                    }
                }
            }
            if (first[v] == v) {
                int slot = slot(cx, cy, cz, room);
                next[v] = heads[slot];
                heads[slot] = v;
            }
        }
        return first;
    }

    private static long cell(float value, double tolerance) {
        return tolerance > 0 ? (long) Math.floor(value / tolerance) : Float.floatToIntBits(value + 0f);
    }

    private static int slot(long x, long y, long z, int room) {
        return (int) (Hash.of(7, x, y, z) & room - 1);
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
