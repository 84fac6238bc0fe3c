package org.lumbrit.core.surface;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Point3;

/**
 * Exact distance from a point to the segments of one or more lines, through a bounding volume tree. Thread-safe.
 *
 * <p>The tree is implicit: segments keep their order along the line, node {@code i} covers the children {@code 2i+1} and
 * {@code 2i+2}, leaves hold up to four segments. A polyline's neighbours are near each other, so no sorting is needed.
 */
public final class SegmentTree {
    private static final int LEAF = 4;

    private final double[] ends;
    private final int segments;
    private final int leaves;
    private final double[] boxes;

    /** @param points at least one; @param closed whether the last is joined to the first; @param plan ignores heights */
    public SegmentTree(List<Point3> points, boolean closed, boolean plan) {
        this(segmentsOf(points, closed, plan), true);
    }

    /** @param ends of any segments: x, y, z of the one end and of the other, six numbers each; at least one segment */
    public SegmentTree(double[] ends) {
        this(alongCurve(ends), true);
    }

    /** @param ends in an order in which neighbours are near each other */
    private SegmentTree(double[] ends, boolean ordered) {
        this.segments = ends.length / 6;
        this.ends = ends;
        int needed = (segments + LEAF - 1) / LEAF;
        leaves = Integer.highestOneBit(Math.max(1, needed * 2 - 1));
        boxes = new double[6 * (2 * leaves - 1)];
        for (int node = 2 * leaves - 2; node >= 0; node--) {
            bound(node);
        }
    }

    /** Segments in the order of a curve that fills the plan, so that neighbours share a leaf (G. M. Morton, 1966). */
    private static double[] alongCurve(double[] ends) {
        int count = ends.length / 6;
        double lowX = Double.POSITIVE_INFINITY;
        double lowZ = Double.POSITIVE_INFINITY;
        double extent = 1e-9;
        for (int s = 0; s < count; s++) {
            lowX = Math.min(lowX, ends[6 * s]);
            lowZ = Math.min(lowZ, ends[6 * s + 2]);
        }
        for (int s = 0; s < count; s++) {
            extent = Math.max(extent, Math.max(ends[6 * s] - lowX, ends[6 * s + 2] - lowZ));
        }
        long[] order = new long[count];
        for (int s = 0; s < count; s++) {
            long ix = (long) ((ends[6 * s] - lowX) / extent * 32767);
            long iz = (long) ((ends[6 * s + 2] - lowZ) / extent * 32767);
            order[s] = (spread(ix) | spread(iz) << 1) << 32 | s;
        }
        Arrays.sort(order);
        double[] sorted = new double[ends.length];
        for (int s = 0; s < count; s++) {
            System.arraycopy(ends, 6 * (int) order[s], sorted, 6 * s, 6);
        }
        return sorted;
    }

    private static long spread(long bits) {
        long b = bits;
        b = (b | b << 8) & 0x00FF00FF;
        b = (b | b << 4) & 0x0F0F0F0F;
        b = (b | b << 2) & 0x33333333;
        return (b | b << 1) & 0x55555555;
    }

    private static double[] segmentsOf(List<Point3> points, boolean closed, boolean plan) {
        int corners = points.size();
        int segments = corners == 1 ? 1 : closed && corners > 2 ? corners : corners - 1;
        double[] ends = new double[6 * segments];
        for (int s = 0; s < segments; s++) {
            write(ends, points.get(s), plan, 6 * s);
            write(ends, points.get((s + 1) % corners), plan, 6 * s + 3);
        }
        return ends;
    }

    private static void write(double[] ends, Point3 p, boolean plan, int at) {
        ends[at] = p.x();
        ends[at + 1] = plan ? 0 : p.y();
        ends[at + 2] = p.z();
    }

    private void bound(int node) {
        int at = 6 * node;
        Arrays.fill(boxes, at, at + 3, Double.POSITIVE_INFINITY);
        Arrays.fill(boxes, at + 3, at + 6, Double.NEGATIVE_INFINITY);
        if (node < leaves - 1) {
            for (int axis = 0; axis < 3; axis++) {
                int left = 6 * (2 * node + 1);
                int right = left + 6;
                boxes[at + axis] = Math.min(boxes[left + axis], boxes[right + axis]);
                boxes[at + 3 + axis] = Math.max(boxes[left + 3 + axis], boxes[right + 3 + axis]);
            }
            return;
        }
        int first = LEAF * (node - leaves + 1);
        for (int s = first; s < Math.min(first + LEAF, segments); s++) {
            for (int i = 0; i < 6; i++) {
                double value = ends[6 * s + i];
                boxes[at + i % 3] = Math.min(boxes[at + i % 3], value);
                boxes[at + 3 + i % 3] = Math.max(boxes[at + 3 + i % 3], value);
            }
        }
    }

    /** What holds all segments, in plan. */
    public Region plan() {
        return new Region(boxes[0], boxes[2], boxes[3], boxes[5]);
    }

    /** Metres to the nearest point of the nearest segment. */
    public double distance(double x, double y, double z) {
        return Math.sqrt(nearest(0, x, y, z, Double.POSITIVE_INFINITY));
    }

    /** The same, and writes the nearest point on a segment: x, y, z. */
    public double nearest(double x, double y, double z, double[] at) {
        int segment = nearestSegment(0, x, y, z, Double.POSITIVE_INFINITY, -1);
        double t = along(6 * segment, x, y, z);
        for (int k = 0; k < 3; k++) {
            at[k] = ends[6 * segment + k] + t * (ends[6 * segment + 3 + k] - ends[6 * segment + k]);
        }
        return Math.sqrt(toSegment(6 * segment, x, y, z));
    }

    private int nearestSegment(int node, double x, double y, double z, double best, int found) {
        double least = best;
        int nearest = found;
        if (node >= leaves - 1) {
            int first = LEAF * (node - leaves + 1);
            for (int s = first; s < Math.min(first + LEAF, segments); s++) {
                double distance = toSegment(6 * s, x, y, z);
                if (distance < least) {
                    least = distance;
                    nearest = s;
                }
            }
            return nearest;
        }
        int left = 2 * node + 1;
        boolean leftFirst = toBox(left, x, y, z) <= toBox(left + 1, x, y, z);
        for (int turn = 0; turn < 2; turn++) {
            int child = leftFirst == (turn == 0) ? left : left + 1;
            if (toBox(child, x, y, z) < least) {
                nearest = nearestSegment(child, x, y, z, least, nearest);
                least = nearest < 0 ? least : Math.min(least, toSegment(6 * nearest, x, y, z));
            }
        }
        return nearest;
    }

    private double nearest(int node, double x, double y, double z, double best) {
        if (node >= leaves - 1) {
            double nearest = best;
            int first = LEAF * (node - leaves + 1);
            for (int s = first; s < Math.min(first + LEAF, segments); s++) {
                nearest = Math.min(nearest, toSegment(6 * s, x, y, z));
            }
            return nearest;
        }
        int left = 2 * node + 1;
        double toLeft = toBox(left, x, y, z);
        double toRight = toBox(left + 1, x, y, z);
        boolean leftFirst = toLeft <= toRight;
        double nearest = best;
        if (Math.min(toLeft, toRight) < nearest) {
            nearest = nearest(leftFirst ? left : left + 1, x, y, z, nearest);
        }
        if (Math.max(toLeft, toRight) < nearest) {
            nearest = nearest(leftFirst ? left + 1 : left, x, y, z, nearest);
        }
        return nearest;
    }

    private double toBox(int node, double x, double y, double z) {
        int at = 6 * node;
        double dx = Math.max(0, Math.max(boxes[at] - x, x - boxes[at + 3]));
        double dy = Math.max(0, Math.max(boxes[at + 1] - y, y - boxes[at + 4]));
        double dz = Math.max(0, Math.max(boxes[at + 2] - z, z - boxes[at + 5]));
        return dx * dx + dy * dy + dz * dz;
    }

    /** Where on a segment, 0 at its one end and 1 at the other, it is nearest to a point. */
    private double along(int at, double x, double y, double z) {
        double ux = ends[at + 3] - ends[at];
        double uy = ends[at + 4] - ends[at + 1];
        double uz = ends[at + 5] - ends[at + 2];
        double square = ux * ux + uy * uy + uz * uz;
        double along = (x - ends[at]) * ux + (y - ends[at + 1]) * uy + (z - ends[at + 2]) * uz;
        return square == 0 ? 0 : Math.min(1, Math.max(0, along / square));
    }

    private double toSegment(int at, double x, double y, double z) {
        double t = along(at, x, y, z);
        double dx = x - ends[at] - t * (ends[at + 3] - ends[at]);
        double dy = y - ends[at + 1] - t * (ends[at + 4] - ends[at + 1]);
        double dz = z - ends[at + 2] - t * (ends[at + 5] - ends[at + 2]);
        return dx * dx + dy * dy + dz * dz;
    }
}
