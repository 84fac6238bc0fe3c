package org.lumbrit.core.plants;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.lumbrit.core.math.Hash;

/**
 * The centre lines of a plant, followed from the foot: each vertex lies beside a place on one of them, and each such place knows
 * the one before it on the way down. Within a piece of the mesh that is the neighbour that the line comes from; where a piece
 * begins in the air, as a branch or a leaf does, it is the nearest place of another one nearer to the foot along the plant.
 */
public final class CentreLines {
    /** What counts as nearer to the foot, as a share of the longest way. */
    private static final float NEARER = 1e-6f;
    /** Cells of the search over the plant's largest extent. */
    private static final int CELLS = 24;

    private final int[] placeOf;
    private final float[] centres;
    private final float[] along;
    private final int[] before;
    private final int[] upward;

    public CentreLines(PlantMesh mesh) {
        placeOf = new int[mesh.vertices()];
        int[] vertexOf = new int[mesh.vertices()];
        int count = gather(mesh, vertexOf);
        centres = new float[3 * count];
        along = new float[count];
        for (int i = 0; i < count; i++) {
            System.arraycopy(mesh.centres(), 3 * vertexOf[i], centres, 3 * i, 3);
            along[i] = mesh.along()[vertexOf[i]];
        }
        before = new int[count];
        Arrays.fill(before, -1);
        descend(mesh.indices());
        upward = upward();
        attach();
    }

    /** Vertices that share a centre and a way along share a place. */
    private int gather(PlantMesh mesh, int[] vertexOf) {
        record At(float x, float y, float z, float along) {}
        Map<At, Integer> known = new HashMap<>();
        float[] c = mesh.centres();
        for (int v = 0; v < placeOf.length; v++) {
            At at = new At(c[3 * v] + 0f, c[3 * v + 1] + 0f, c[3 * v + 2] + 0f, mesh.along()[v] + 0f);
            Integer place = known.putIfAbsent(at, known.size());
            placeOf[v] = place == null ? known.size() - 1 : place;
            if (place == null) {
                vertexOf[placeOf[v]] = v;
            }
        }
        return known.size();
    }

    /** The neighbour nearer to the foot from which the way is shortest for what it gains along. */
    private void descend(int[] corners) {
        double[] best = new double[before.length];
        Arrays.fill(best, Double.POSITIVE_INFINITY);
        for (int t = 0; t < corners.length; t += 3) {
            for (int k = 0; k < 3; k++) {
                int a = placeOf[corners[t + k]];
                int b = placeOf[corners[t + (k + 1) % 3]];
                int upper = along[a] > along[b] ? a : b;
                int lower = upper == a ? b : a;
                double gain = along[upper] - along[lower];
                if (gain > NEARER) {
                    double way = Math.sqrt(square(upper, lower)) / gain;
                    if (way < best[upper]) {
                        best[upper] = way;
                        before[upper] = lower;
                    }
                }
            }
        }
    }

    private double square(int a, int b) {
        double x = (double) centres[3 * a] - centres[3 * b];
        double y = (double) centres[3 * a + 1] - centres[3 * b + 1];
        double z = (double) centres[3 * a + 2] - centres[3 * b + 2];
        return x * x + y * y + z * z;
    }

    private int[] upward() {
        long[] keys = new long[along.length];
        for (int i = 0; i < keys.length; i++) {
            // floats from 0 up keep their order as whole numbers
            keys[i] = (long) Float.floatToIntBits(Math.max(0, along[i])) << 32 | i;
        }
        Arrays.sort(keys);
        return Arrays.stream(keys).mapToInt(key -> (int) key).toArray();
    }

    /** What begins in the air goes on from the nearest place, in space and along, that is nearer to the foot. */
    private void attach() {
        double extent = 1e-12;
        for (int axis = 0; axis < 3; axis++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = axis; i < centres.length; i += 3) {
                low = Math.min(low, centres[i]);
                high = Math.max(high, centres[i]);
            }
            extent = Math.max(extent, (double) high - low);
        }
        Cells cells = new Cells(extent / CELLS, extent);
        int added = 0;
        for (int n = 0; n < upward.length; n++) {
            int place = upward[n];
            while (along[upward[added]] < along[place] - NEARER) {
                cells.add(upward[added++]);
            }
            if (before[place] < 0 && along[place] > NEARER && added > 0) {
                before[place] = cells.nearest(place);
            }
        }
    }

    /** Places nearer to the foot than the one that is looked at, in cells of space. */
    private final class Cells {
        private final double cell;
        private final double longest;
        private final int[] head;
        private final int[] next;

        Cells(double cell, double longest) {
            this.cell = cell;
            this.longest = longest;
            head = new int[Integer.highestOneBit(Math.max(16, along.length)) * 2];
            next = new int[along.length];
            Arrays.fill(head, -1);
        }

        private long cellOf(int place, int axis) {
            return (long) Math.floor(centres[3 * place + axis] / cell);
        }

        private int slot(long x, long y, long z) {
            return (int) (Hash.of(11, x, y, z) & head.length - 1);
        }

        void add(int place) {
            int slot = slot(cellOf(place, 0), cellOf(place, 1), cellOf(place, 2));
            next[place] = head[slot];
            head[slot] = place;
        }

        int nearest(int place) {
            int best = -1;
            double least = Double.POSITIVE_INFINITY;
            for (int ring = 0; ring <= CELLS + 1; ring++) {
                double reached = Math.max(0, ring - 1) * cell;
                if (least <= reached * reached) {
                    break;
                }
                for (long x = -ring; x <= ring; x++) {
                    for (long y = -ring; y <= ring; y++) {
                        boolean inner = Math.abs(x) < ring && Math.abs(y) < ring;
                        for (long z = -ring; z <= ring; z += inner ? 2L * Math.max(1, ring) : 1) {
                            int from = head[slot(cellOf(place, 0) + x, cellOf(place, 1) + y, cellOf(place, 2) + z)];
                            for (int other = from; other >= 0; other = next[other]) {
                                double late = longest * ((double) along[place] - along[other]);
                                double far = square(place, other) + late * late;
                                if (far < least || far == least && other < best) {
                                    least = far;
                                    best = other;
                                }
                            }
                        }
                    }
                }
            }
            return best;
        }
    }

    /** How many places lie on the lines. */
    public int places() {
        return along.length;
    }

    /** The place beside a vertex. */
    public int placeOf(int vertex) {
        return placeOf[vertex];
    }

    /** The place before it on the way to the foot, −1 at a foot. */
    public int before(int place) {
        return before[place];
    }

    /** Places so that each comes after the one before it on the way. */
    public int[] upwardOrder() {
        return upward;
    }

    /** 0 at the foot … 1 at the tip. */
    public float along(int place) {
        return along[place];
    }

    /** One coordinate of a place, 0 x, 1 y, 2 z. */
    public float centre(int place, int axis) {
        return centres[3 * place + axis];
    }
}
