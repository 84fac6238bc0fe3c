package org.lumbrit.core.snow;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.math.Smooth;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.SegmentTree;
import org.lumbrit.core.surface.Sides;
import org.lumbrit.core.surface.Welding;

/**
 * The surface of what lies on a prop, in the prop's own frame: the covered part of its mesh, cut finely enough for what lies there, and
 * raised straight up by the depth. Towards the border of the covered part it is rounded off like a quarter of an ellipse.
 *
 * @param mesh the raised surface; without triangles where nothing lies deep enough to be seen
 * @param weight how far it covers each vertex, 0..1
 */
public record Shell(Mesh mesh, float[] weight) implements Results.Weighted {
    /** Less than this is not covered. */
    private static final double BARE = 0.02;

    /** Triangles that are cut no more. */
    private static final int MOST = 40_000;

    /** Of the depth: how long the sides of its triangles are at most, where there are not too many. */
    private static final double SIDE = 0.4;

    /** Of the depth: how far from the border it has its whole depth. */
    private static final double RIM = 1.1;

    private static final Shell NONE = new Shell(Mesh.of(new float[0], new float[0], new int[0]), new float[0]);

    @Override
    public long bytes() {
        return mesh.bytes() + 4L * weight.length;
    }

    /**
     * @param placed where the prop stands; @param weight at its vertices, 0..1; @param depth at its vertices, metres
     * @return the shell in the prop's own frame
     */
    public static Shell of(PlacedMesh placed, float[] weight, float[] depth) {
        Mesh mesh = placed.mesh();
        double deepest = 0;
        for (float each : depth) {
            deepest = Math.max(deepest, each);
        }
        Part part = covered(mesh, weight, depth);
        if (deepest <= 0 || part.triangles.length == 0) {
            return NONE;
        }
        double own = deepest / placed.size();
        part = part.cut(SIDE * own);
        double[] up = placed.turn().inverse().rotate(0, 1, 0);
        float[] raised = part.raised(up, 1 / placed.size(), RIM * own);
        return new Shell(Mesh.of(raised, part.triangles), part.weight);
    }

    /** The triangles that are covered at a corner, their vertices joined where they stand at one place. */
    private static Part covered(Mesh mesh, float[] weight, float[] depth) {
        int[] first = Welding.firsts(mesh.positions(), 0);
        int[] renamed = new int[first.length];
        Arrays.fill(renamed, -1);
        float[] positions = new float[mesh.positions().length];
        float[] weights = new float[first.length];
        float[] depths = new float[first.length];
        int[] triangles = new int[mesh.triangles().length];
        int used = 0;
        int at = 0;
        for (int t = 0; t < triangles.length; t += 3) {
            int[] corners = {mesh.triangles()[t], mesh.triangles()[t + 1], mesh.triangles()[t + 2]};
            float most = Math.max(weight[corners[0]], Math.max(weight[corners[1]], weight[corners[2]]));
            if (most < BARE || mesh.area(t) <= 0) {
                continue;
            }
            for (int corner : corners) {
                int one = first[corner];
                if (renamed[one] < 0) {
                    System.arraycopy(mesh.positions(), 3 * one, positions, 3 * used, 3);
                    renamed[one] = used++;
                }
                int now = renamed[one];
                weights[now] = Math.max(weights[now], weight[corner]);
                depths[now] = Math.max(depths[now], depth[corner]);
                triangles[at++] = now;
            }
        }
        return new Part(
                Arrays.copyOf(positions, 3 * used),
                Arrays.copyOf(weights, used),
                Arrays.copyOf(depths, used),
                Arrays.copyOf(triangles, at));
    }

    /** A part of a surface with what lies on it. */
    private record Part(float[] positions, float[] weight, float[] depth, int[] triangles) {

        /** With sides no longer than so much, as long as there are not too many triangles: the longest sides are halved first. */
        Part cut(double side) {
            Part part = this;
            double longest = part.longest();
            while (longest > side && part.triangles.length / 3 < MOST) {
                part = part.halved(Math.max(side, 0.5 * longest));
                longest = part.longest();
            }
            return part;
        }

        private double longest() {
            double most = 0;
            for (int t = 0; t < triangles.length; t++) {
                most = Math.max(most, length(triangles[t], triangles[t % 3 == 2 ? t - 2 : t + 1]));
            }
            return most;
        }

        private double length(int a, int b) {
            double x = (double) positions[3 * a] - positions[3 * b];
            double y = (double) positions[3 * a + 1] - positions[3 * b + 1];
            double z = (double) positions[3 * a + 2] - positions[3 * b + 2];
            return Math.sqrt(x * x + y * y + z * z);
        }

        /** Every side longer than so much cut at its middle, in all triangles that share it. */
        private Part halved(double longerThan) {
            Map<Long, Integer> middles = new HashMap<>();
            Growing grown = new Growing(this, triangles.length);
            int[] list = new int[4 * triangles.length];
            int at = 0;
            for (int t = 0; t < triangles.length; t += 3) {
                int[] c = {triangles[t], triangles[t + 1], triangles[t + 2]};
                int[] m = new int[3];
                for (int k = 0; k < 3; k++) {
                    int a = c[k];
                    int b = c[(k + 1) % 3];
                    m[k] = length(a, b) > longerThan
                            ? middles.computeIfAbsent(
                                    (long) Math.min(a, b) << 32 | Math.max(a, b), side -> grown.between(a, b))
                            : -1;
                }
                at = Sides.cut(c, m, list, at);
            }
            return grown.part(Arrays.copyOf(list, at));
        }

        /**
         * Its vertices raised by what lies there.
         *
         * @param up unit vector; @param scale own lengths a metre; @param rim own lengths from the border to the whole depth
         */
        float[] raised(double[] up, double scale, double rim) {
            double[] border = border();
            SegmentTree edge = border.length == 0 ? null : new SegmentTree(border);
            float[] raised = positions.clone();
            Chunks.run(weight.length, 1024, Cancel.NEVER, (from, to) -> {
                for (int v = from; v < to; v++) {
                    double in = edge == null
                            ? 1
                            : Smooth.clamp01(
                                    edge.distance(positions[3 * v], positions[3 * v + 1], positions[3 * v + 2]) / rim);
                    double lift = depth[v] * scale * Math.sqrt(1 - (1 - in) * (1 - in));
                    for (int k = 0; k < 3; k++) {
                        raised[3 * v + k] += (float) (lift * up[k]);
                    }
                }
            });
            return raised;
        }

        /** The sides that only one triangle has, six numbers each. */
        private double[] border() {
            Map<Long, Integer> seen = new HashMap<>();
            for (int t = 0; t < triangles.length; t++) {
                seen.merge(side(t), 1, Integer::sum);
            }
            double[] ends = new double[2 * triangles.length * 3];
            int at = 0;
            for (int t = 0; t < triangles.length; t++) {
                if (seen.get(side(t)) == 1) {
                    for (int v : new int[] {triangles[t], triangles[t % 3 == 2 ? t - 2 : t + 1]}) {
                        for (int k = 0; k < 3; k++) {
                            ends[at++] = positions[3 * v + k];
                        }
                    }
                }
            }
            return Arrays.copyOf(ends, at);
        }

        private long side(int t) {
            int a = triangles[t];
            int b = triangles[t % 3 == 2 ? t - 2 : t + 1];
            return (long) Math.min(a, b) << 32 | Math.max(a, b);
        }
    }

    /** A part to which vertices are added. */
    private static final class Growing {
        private float[] positions;
        private float[] weight;
        private float[] depth;
        private int count;

        Growing(Part part, int more) {
            count = part.weight.length;
            positions = Arrays.copyOf(part.positions, 3 * (count + more));
            weight = Arrays.copyOf(part.weight, count + more);
            depth = Arrays.copyOf(part.depth, count + more);
        }

        int between(int a, int b) {
            for (int k = 0; k < 3; k++) {
                positions[3 * count + k] = 0.5f * (positions[3 * a + k] + positions[3 * b + k]);
            }
            weight[count] = 0.5f * (weight[a] + weight[b]);
            depth[count] = 0.5f * (depth[a] + depth[b]);
            return count++;
        }

        Part part(int[] triangles) {
            return new Part(
                    Arrays.copyOf(positions, 3 * count),
                    Arrays.copyOf(weight, count),
                    Arrays.copyOf(depth, count),
                    triangles);
        }
    }
}
