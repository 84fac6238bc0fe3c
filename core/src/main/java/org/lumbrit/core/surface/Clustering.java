package org.lumbrit.core.surface;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * A coarser mesh: vertices that share a cell of a grid become one at their mean place, and triangles that fall together go
 * (J. Rossignac and P. Borrel, "Multi-resolution 3D approximations for rendering complex scenes", 1993). No place moves farther
 * than the cell's diagonal.
 */
public final class Clustering {
    private Clustering() {}

    /** @param cells along the longest side of the bounds, at least 2 */
    public static Mesh reduced(Mesh mesh, int cells) {
        double[] b = mesh.bounds();
        double side = Math.max(1e-9, Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2]))) / Math.max(2, cells);
        float[] p = mesh.positions();
        Map<Long, Integer> known = new HashMap<>();
        int[] to = new int[mesh.vertices()];
        double[] sums = new double[p.length];
        int[] members = new int[to.length];
        for (int v = 0; v < to.length; v++) {
            long x = (long) ((p[3 * v] - b[0]) / side);
            long y = (long) ((p[3 * v + 1] - b[1]) / side);
            long z = (long) ((p[3 * v + 2] - b[2]) / side);
            to[v] = known.computeIfAbsent((x << 42) + (y << 21) + z, missing -> known.size());
            members[to[v]]++;
            for (int d = 0; d < 3; d++) {
                sums[3 * to[v] + d] += p[3 * v + d];
            }
        }
        float[] positions = new float[3 * known.size()];
        for (int i = 0; i < positions.length; i++) {
            positions[i] = (float) (sums[i] / members[i / 3]);
        }
        return Mesh.of(positions, kept(mesh.triangles(), to));
    }

    private static int[] kept(int[] triangles, int[] to) {
        int[] kept = new int[triangles.length];
        int n = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int a = to[triangles[t]];
            int b = to[triangles[t + 1]];
            int c = to[triangles[t + 2]];
            if (a != b && b != c && c != a) {
                kept[n++] = a;
                kept[n++] = b;
                kept[n++] = c;
            }
        }
        return Arrays.copyOf(kept, n);
    }
}
