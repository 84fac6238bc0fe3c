package org.lumbrit.core.surface;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What of a closed mesh lies below a plane, closed by a flat cap.
 *
 * @param mesh the clipped triangles, then those of the cap, which face along the plane's normal
 * @param cap how many triangles come before the cap
 * @param rim corners of the cap as indices of the mesh's vertices, loop after loop
 */
public record PlaneCut(Mesh mesh, int cap, List<int[]> rim) {

    /**
     * @param mesh closed below the plane, its triangles counter-clockwise seen from outside, corners shared
     * @param nx of a unit normal; @param level along it: what lies lower is kept
     */
    public static PlaneCut below(Mesh mesh, double nx, double ny, double nz, double level) {
        return new Cutting(mesh, new double[] {nx, ny, nz}, level, true).cut();
    }

    /** Only the cap of it. */
    public static PlaneCut cap(Mesh mesh, double nx, double ny, double nz, double level) {
        return new Cutting(mesh, new double[] {nx, ny, nz}, level, false).cut();
    }

    /** Square units of the cap. */
    public double capArea() {
        double sum = 0;
        for (int t = 3 * cap; t < mesh.triangles().length; t += 3) {
            sum += mesh.area(t);
        }
        return sum;
    }

    private static final class Cutting {
        private final float[] p;
        private final int[] t;
        private final double[] normal;
        private final double[] high;
        private final int[] kept;
        private final List<float[]> points = new ArrayList<>();
        private final List<int[]> faces = new ArrayList<>();
        private final Map<Long, Integer> cuts = new HashMap<>();
        /** From where the cap's edge enters a triangle to where it leaves it. */
        private final Map<Integer, Integer> onward = new HashMap<>();

        private final boolean whole;

        Cutting(Mesh mesh, double[] normal, double level, boolean whole) {
            this.whole = whole;
            this.p = mesh.positions();
            this.t = mesh.triangles();
            this.normal = normal;
            this.high = new double[mesh.vertices()];
            this.kept = new int[high.length];
            for (int v = 0; v < high.length; v++) {
                high[v] = normal[0] * p[3 * v] + normal[1] * p[3 * v + 1] + normal[2] * p[3 * v + 2] - level;
                kept[v] = -1;
            }
        }

        PlaneCut cut() {
            for (int i = 0; i < t.length; i += 3) {
                clip(t[i], t[i + 1], t[i + 2]);
            }
            int before = faces.size();
            List<int[]> loops = loops();
            FlatCap cap = new FlatCap(points, normal);
            cap.fill(loops, faces);
            float[] positions = new float[3 * points.size()];
            for (int v = 0; v < points.size(); v++) {
                System.arraycopy(points.get(v), 0, positions, 3 * v, 3);
            }
            int[] triangles = new int[3 * faces.size()];
            for (int f = 0; f < faces.size(); f++) {
                System.arraycopy(faces.get(f), 0, triangles, 3 * f, 3);
            }
            return new PlaneCut(Mesh.of(positions, triangles), before, loops);
        }

        private void clip(int a, int b, int c) {
            boolean under = high[a] <= 0;
            if (under == high[b] <= 0 && under == high[c] <= 0) {
                if (under && whole) {
                    faces.add(new int[] {keep(a), keep(b), keep(c)});
                }
                return;
            }
            int[] corner = {a, b, c};
            int[] out = new int[4];
            int count = 0;
            int enters = -1;
            int leaves = -1;
            for (int k = 0; k < 3; k++) {
                int from = corner[k];
                int to = corner[(k + 1) % 3];
                if (high[from] <= 0) {
                    out[count++] = whole ? keep(from) : 0;
                }
                if (high[from] <= 0 != high[to] <= 0) {
                    int cut = between(from, to);
                    out[count++] = cut;
                    // the cap's edge runs against the clipped face's
                    if (high[from] <= 0) {
                        leaves = cut;
                    } else {
                        enters = cut;
                    }
                }
            }
            if (whole) {
                faces.add(new int[] {out[0], out[1], out[2]});
            }
            if (whole && count == 4) {
                faces.add(new int[] {out[0], out[2], out[3]});
            }
            onward.put(enters, leaves);
        }

        private int keep(int v) {
            if (kept[v] < 0) {
                kept[v] = points.size();
                points.add(new float[] {p[3 * v], p[3 * v + 1], p[3 * v + 2]});
            }
            return kept[v];
        }

        private int between(int a, int b) {
            int low = Math.min(a, b);
            int top = Math.max(a, b);
            return cuts.computeIfAbsent((long) low << 32 | top, key -> {
                double share = high[low] / (high[low] - high[top]);
                float[] at = new float[3];
                for (int d = 0; d < 3; d++) {
                    at[d] = (float) (p[3 * low + d] + share * ((double) p[3 * top + d] - p[3 * low + d]));
                }
                points.add(at);
                return points.size() - 1;
            });
        }

        private List<int[]> loops() {
            List<int[]> loops = new ArrayList<>();
            while (!onward.isEmpty()) {
                List<Integer> loop = new ArrayList<>();
                Integer at = onward.keySet().iterator().next();
                while (at != null) {
                    Integer next = onward.remove(at);
                    if (next == null) {
                        break;
                    }
                    loop.add(at);
                    at = next;
                }
                if (loop.size() >= 3) {
                    loops.add(loop.stream().mapToInt(Integer::intValue).toArray());
                }
            }
            return loops;
        }
    }
}
