package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Results;

/**
 * Exact distances to the triangles of a mesh and rays against them, through a bounding volume tree. Thread-safe; each thread
 * asks through a {@link Probe} of its own.
 *
 * <p>The tree is implicit: node i has the children 2i+1 and 2i+2, all leaves lie on one level and share the triangles evenly.
 * It is made from the top by halving along the longest side of the centres' box. Distances inside a closed mesh are signed by
 * angle-weighted normals at faces, sides and corners (J. A. Bærentzen and H. Aanæs, "Signed distance computation using the
 * angle weighted pseudonormal", 2005).
 */
public final class TriangleTree implements Results.Weighted {
    private static final int LEAF = TurnedBoxes.WIDE / 2;

    private final Mesh mesh;
    private final int count;
    private final int leaves;
    private final int[] order;
    private final float[] corners;
    private final float[] boxes;

    private volatile float[] normals;
    private volatile TurnedBoxes turned;

    /** @param mesh with at least one triangle */
    public TriangleTree(Mesh mesh) {
        if (mesh.count() == 0) {
            throw new IllegalArgumentException("a tree needs at least one triangle");
        }
        this.mesh = mesh;
        this.count = mesh.count();
        int needed = (count + LEAF - 1) / LEAF;
        this.leaves = needed == 1 ? 1 : Integer.highestOneBit(needed - 1) * 2;
        this.order = new int[count];
        for (int t = 0; t < count; t++) {
            order[t] = t;
        }
        new Sorting().sort(0, 0, leaves);
        this.corners = new float[9 * count];
        for (int s = 0; s < count; s++) {
            for (int k = 0; k < 3; k++) {
                System.arraycopy(mesh.positions(), 3 * mesh.triangles()[3 * order[s] + k], corners, 9 * s + 3 * k, 3);
            }
        }
        this.boxes = new float[6 * (2 * leaves - 1)];
        for (int node = 2 * leaves - 2; node >= 0; node--) {
            bound(node);
        }
    }

    @Override
    public long bytes() {
        // its turned boxes, as soon as a distance is asked for, are the most of it
        return 4L * (order.length + corners.length + boxes.length) + TurnedBoxes.bytes((leaves + 1) / 2) + mesh.bytes();
    }

    /** Readies the form of the search that uses the processor's vectors; it changes no bit of any result, only the speed. */
    public static void warmUp() {
        TurnedBoxes.warmUp();
    }

    /** The mesh that is searched. */
    public Mesh mesh() {
        return mesh;
    }

    private int firstOf(int leaf) {
        return (int) ((long) leaf * count / leaves);
    }

    /** Puts the triangles into the order of the leaves. */
    private final class Sorting {
        private final float[] centres = new float[3 * count];

        Sorting() {
            for (int t = 0; t < count; t++) {
                for (int d = 0; d < 3; d++) {
                    float sum = 0;
                    for (int k = 0; k < 3; k++) {
                        sum += mesh.positions()[3 * mesh.triangles()[3 * t + k] + d];
                    }
                    centres[3 * t + d] = sum;
                }
            }
        }

        /** Halves the triangles of so many leaves until each has its own. */
        void sort(int depth, int leaf, int width) {
            if (width == 1) {
                return;
            }
            int from = firstOf(leaf);
            int to = firstOf(leaf + width);
            int middle = firstOf(leaf + width / 2);
            select(from, to - 1, middle, longest(from, to));
            sort(depth + 1, leaf, width / 2);
            sort(depth + 1, leaf + width / 2, width / 2);
        }

        private int longest(int from, int to) {
            int axis = 0;
            float most = -1;
            for (int d = 0; d < 3; d++) {
                float low = Float.POSITIVE_INFINITY;
                float high = Float.NEGATIVE_INFINITY;
                for (int s = from; s < to; s++) {
                    float c = centres[3 * order[s] + d];
                    low = Math.min(low, c);
                    high = Math.max(high, c);
                }
                if (high - low > most) {
                    most = high - low;
                    axis = d;
                }
            }
            return axis;
        }

        /** Rearranges so that no centre before {@code middle} lies beyond one after it (C. A. R. Hoare, 1961). */
        private void select(int first, int last, int middle, int axis) {
            int left = first;
            int right = last;
            while (left < right) {
                float pivot = centres[3 * order[(left + right) >>> 1] + axis];
                int i = left;
                int j = right;
                while (i <= j) {
                    while (centres[3 * order[i] + axis] < pivot) {
                        i++;
                    }
                    while (centres[3 * order[j] + axis] > pivot) {
                        j--;
                    }
                    if (i <= j) {
                        int kept = order[i];
                        order[i++] = order[j];
                        order[j--] = kept;
                    }
                }
                if (middle <= j) {
                    right = j;
                } else if (middle >= i) {
                    left = i;
                } else {
                    return;
                }
            }
        }
    }

    private void bound(int node) {
        int at = 6 * node;
        if (node < leaves - 1) {
            for (int d = 0; d < 3; d++) {
                int l = 6 * (2 * node + 1) + d;
                boxes[at + d] = Math.min(boxes[l], boxes[l + 6]);
                boxes[at + 3 + d] = Math.max(boxes[l + 3], boxes[l + 9]);
            }
            return;
        }
        Arrays.fill(boxes, at, at + 3, Float.POSITIVE_INFINITY);
        Arrays.fill(boxes, at + 3, at + 6, Float.NEGATIVE_INFINITY);
        int leaf = node - (leaves - 1);
        for (int i = 9 * firstOf(leaf); i < 9 * firstOf(leaf + 1); i++) {
            int d = i % 3;
            boxes[at + d] = Math.min(boxes[at + d], corners[i]);
            boxes[at + 3 + d] = Math.max(boxes[at + 3 + d], corners[i]);
        }
    }

    /** What one thread searches with; not to be shared. */
    public Probe probe() {
        return new Probe();
    }

    /** One thread's questions. The last answer helps the next where they are near each other. */
    public final class Probe {
        private int[] stack = new int[64];
        private double[] far = new double[64];
        private TurnedBoxes.Asking boxesHere;
        /** The nearest point of the last question. */
        private double px;

        private double py;
        private double pz;
        private int slot = -1;
        /** 0 the face, 1–3 a corner, 4–6 the side after a corner. */
        private int part;

        private double cx;
        private double cy;
        private double cz;
        private int region;

        private Probe() {}

        /** Metres to the nearest triangle. */
        public double distance(double x, double y, double z) {
            return Math.sqrt(search(x, y, z));
        }

        /** The same, negative inside a closed mesh. */
        public double signed(double x, double y, double z) {
            double distance = distance(x, y, z);
            float[] n = pseudonormals();
            int at = 21 * slot + 3 * part;
            double side = (x - px) * n[at] + (y - py) * n[at + 1] + (z - pz) * n[at + 2];
            return side < 0 ? -distance : distance;
        }

        /** The triangle nearest in the last question, by its place in the mesh. */
        public int triangle() {
            return order[slot];
        }

        /** Writes the nearest point of the last question. */
        public void point(double[] at) {
            at[0] = px;
            at[1] = py;
            at[2] = pz;
        }

        private double search(double x, double y, double z) {
            double best = Double.POSITIVE_INFINITY;
            if (slot >= 0) {
                best = toTriangle(slot, x, y, z);
                take(slot);
            }
            if (boxesHere == null) {
                TurnedBoxes boxes = turned();
                boxesHere = boxes.new Asking();
                stack = new int[2 * TurnedBoxes.WIDE * boxes.levels()];
                far = new double[stack.length];
            }
            boxesHere.place(x, y, z);
            int filled = push(turned.levels() - 1, 0, 0, best);
            while (filled > 0) {
                filled--;
                if (far[filled] >= best) {
                    continue;
                }
                int level = stack[2 * filled];
                int box = stack[2 * filled + 1];
                if (level > 0) {
                    filled = push(level - 1, box, filled, best);
                    continue;
                }
                int s = turnedFrom(box / TurnedBoxes.WIDE) + box % TurnedBoxes.WIDE;
                double square = toTriangle(s, x, y, z);
                if (square < best) {
                    best = square;
                    take(s);
                }
            }
            return best;
        }

        /** Puts the boxes of a group on the stack that may hold something nearer, the nearest last. */
        private int push(int level, int group, int bottom, double best) {
            float[] squares = boxesHere.squares;
            int filled = bottom;
            for (int nearer = boxesHere.ask(level, group, best); nearer != 0; nearer &= nearer - 1) {
                int k = Integer.numberOfTrailingZeros(nearer);
                double square = squares[k];
                int at = filled++;
                while (at > bottom && far[at - 1] < square) {
                    far[at] = far[at - 1];
                    stack[2 * at + 1] = stack[2 * at - 1];
                    at--;
                }
                far[at] = square;
                stack[2 * at + 1] = group * TurnedBoxes.WIDE + k;
                stack[2 * filled - 2] = level;
            }
            return filled;
        }

        /** Distance to the one triangle that the last search found. */
        double toFound(double x, double y, double z) {
            return Math.sqrt(toTriangle(slot, x, y, z));
        }

        private void take(int s) {
            slot = s;
            part = region;
            px = cx;
            py = cy;
            pz = cz;
        }

        /**
         * Nearest point of a triangle, by the region of the plane it falls into (C. Ericson, "Real-time collision detection",
         * 5.1.5); sides without length are left to the other sides, so that triangles without area count as what they are.
         */
        private double toTriangle(int s, double x, double y, double z) {
            int i = 9 * s;
            float[] c = corners;
            double abx = (double) c[i + 3] - c[i];
            double aby = (double) c[i + 4] - c[i + 1];
            double abz = (double) c[i + 5] - c[i + 2];
            double acx = (double) c[i + 6] - c[i];
            double acy = (double) c[i + 7] - c[i + 1];
            double acz = (double) c[i + 8] - c[i + 2];
            double apx = x - c[i];
            double apy = y - c[i + 1];
            double apz = z - c[i + 2];
            double d1 = abx * apx + aby * apy + abz * apz;
            double d2 = acx * apx + acy * apy + acz * apz;
            double v;
            double w;
            double bb = abx * abx + aby * aby + abz * abz;
            double cc = acx * acx + acy * acy + acz * acz;
            double bc = abx * acx + aby * acy + abz * acz;
            double d3 = d1 - bb;
            double d4 = d2 - bc;
            double d5 = d1 - bc;
            double d6 = d2 - cc;
            double vc = d1 * d4 - d3 * d2;
            double vb = d5 * d2 - d1 * d6;
            double va = d3 * d6 - d5 * d4;
            if (d1 <= 0 && d2 <= 0) {
                v = 0;
                w = 0;
                region = 1;
            } else if (d3 >= 0 && d4 <= d3) {
                v = 1;
                w = 0;
                region = 2;
            } else if (d6 >= 0 && d5 <= d6) {
                v = 0;
                w = 1;
                region = 3;
            } else if (vc <= 0 && d1 >= 0 && d3 <= 0 && bb > 0) {
                v = d1 / (d1 - d3);
                w = 0;
                region = 4;
            } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0 && bb + cc > 2 * bc) {
                w = (d4 - d3) / (d4 - d3 + (d5 - d6));
                v = 1 - w;
                region = 5;
            } else if (vb <= 0 && d2 >= 0 && d6 <= 0 && cc > 0) {
                v = 0;
                w = d2 / (d2 - d6);
                region = 6;
            } else {
                double sum = va + vb + vc;
                v = sum > 0 ? vb / sum : 0;
                w = sum > 0 ? vc / sum : 0;
                region = 0;
            }
            cx = c[i] + v * abx + w * acx;
            cy = c[i + 1] + v * aby + w * acy;
            cz = c[i + 2] + v * abz + w * acz;
            double dx = x - cx;
            double dy = y - cy;
            double dz = z - cz;
            return dx * dx + dy * dy + dz * dz;
        }

        /**
         * How far along a ray the first triangle is met from either side (T. Möller and B. Trumbore, 1997), in lengths of the
         * direction; infinite where none is before {@code most}. {@link #triangle()} is the one that was met.
         */
        public double ray(double ox, double oy, double oz, double dx, double dy, double dz, double most) {
            double best = most;
            int met = -1;
            int filled = 0;
            stack[filled++] = 0;
            while (filled > 0) {
                int node = stack[--filled];
                if (!meets(node, ox, oy, oz, dx, dy, dz, best)) {
                    continue;
                }
                if (node < leaves - 1) {
                    stack[filled++] = 2 * node + 2;
                    stack[filled++] = 2 * node + 1;
                    continue;
                }
                int leaf = node - (leaves - 1);
                for (int s = firstOf(leaf); s < firstOf(leaf + 1); s++) {
                    double t = meet(s, ox, oy, oz, dx, dy, dz);
                    if (t < best) {
                        best = t;
                        met = s;
                    }
                }
            }
            if (met < 0) {
                return Double.POSITIVE_INFINITY;
            }
            slot = met;
            return best;
        }

        private boolean meets(int node, double ox, double oy, double oz, double dx, double dy, double dz, double most) {
            int at = 6 * node;
            double near = 0;
            double end = most;
            double ax = (boxes[at] - ox) / dx;
            double bx = (boxes[at + 3] - ox) / dx;
            near = Math.max(near, least(ax, bx));
            end = Math.min(end, greatest(ax, bx));
            double ay = (boxes[at + 1] - oy) / dy;
            double by = (boxes[at + 4] - oy) / dy;
            near = Math.max(near, least(ay, by));
            end = Math.min(end, greatest(ay, by));
            double az = (boxes[at + 2] - oz) / dz;
            double bz = (boxes[at + 5] - oz) / dz;
            near = Math.max(near, least(az, bz));
            end = Math.min(end, greatest(az, bz));
            return near <= end * (1 + 1e-12);
        }

        /** 0/0 stands for a ray within the face of a box, which lets it through. */
        private static double least(double a, double b) {
            return a != a || b != b ? Double.NEGATIVE_INFINITY : Math.min(a, b);
        }

        private static double greatest(double a, double b) {
            return a != a || b != b ? Double.POSITIVE_INFINITY : Math.max(a, b);
        }

        private double meet(int s, double ox, double oy, double oz, double dx, double dy, double dz) {
            int i = 9 * s;
            float[] c = corners;
            double ux = (double) c[i + 3] - c[i];
            double uy = (double) c[i + 4] - c[i + 1];
            double uz = (double) c[i + 5] - c[i + 2];
            double vx = (double) c[i + 6] - c[i];
            double vy = (double) c[i + 7] - c[i + 1];
            double vz = (double) c[i + 8] - c[i + 2];
            double qx = dy * vz - dz * vy;
            double qy = dz * vx - dx * vz;
            double qz = dx * vy - dy * vx;
            double det = ux * qx + uy * qy + uz * qz;
            if (det == 0) {
                return Double.POSITIVE_INFINITY;
            }
            double sx = ox - c[i];
            double sy = oy - c[i + 1];
            double sz = oz - c[i + 2];
            double u = (sx * qx + sy * qy + sz * qz) / det;
            double rx = sy * uz - sz * uy;
            double ry = sz * ux - sx * uz;
            double rz = sx * uy - sy * ux;
            double v = (dx * rx + dy * ry + dz * rz) / det;
            if (u < 0 || v < 0 || u + v > 1) {
                return Double.POSITIVE_INFINITY;
            }
            double t = (vx * rx + vy * ry + vz * rz) / det;
            return t >= 0 ? t : Double.POSITIVE_INFINITY;
        }
    }

    /** Two neighbouring leaves make a group of turned boxes. */
    private int turnedFrom(int group) {
        return firstOf(Math.min(leaves, 2 * group));
    }

    private TurnedBoxes turned() {
        TurnedBoxes known = turned;
        if (known == null) {
            synchronized (this) {
                known = turned == null ? new TurnedBoxes(corners, (leaves + 1) / 2, this::turnedFrom) : turned;
                turned = known;
            }
        }
        return known;
    }

    /** Per triangle in the order of the leaves seven normals: face, three corners, the sides after each corner. */
    private float[] pseudonormals() {
        float[] known = normals;
        if (known == null) {
            synchronized (this) {
                known = normals == null ? Pseudonormals.of(mesh, order) : normals;
                normals = known;
            }
        }
        return known;
    }
}
