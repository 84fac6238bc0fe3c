package org.lumbrit.core.plants;

import java.util.Arrays;
import org.lumbrit.core.math.Colour;

/**
 * A plant seen from one side without perspective: for each pixel how much of it is covered, and of what is seen first its colour, its
 * normal and how near it is.
 *
 * @param pixels width and height; row 0 is the lowest
 * @param cover 0..1 of each pixel that is covered
 * @param own linear red, green, blue of its own colour, where it is not of the tint; means over what is covered
 * @param tinted 0..1, how much of it is of the cover's tint
 * @param normals x, y, z in the plant's frame, turned to the eye, mean of unit vectors
 * @param near metres before the middle of the frame, toward the eye
 */
record Sight(int pixels, float[] cover, float[] own, float[] tinted, float[] normals, float[] near) {
    /** Samples a pixel has to each side. */
    private static final int FINE = 4;

    /**
     * What is in the frame: a square about a middle, as a plant and all its views need it.
     *
     * @param height metres of its middle over the foot; @param half metres from its middle to its edge
     */
    record Frame(double height, double half) {
        /** The least one that holds a mesh from every side. */
        static Frame of(PlantMesh mesh) {
            double[] b = mesh.bounds();
            double height = (b[1] + b[4]) / 2;
            double most = 1e-9;
            float[] p = mesh.positions();
            for (int i = 0; i < p.length; i += 3) {
                double up = p[i + 1] - height;
                most = Math.max(most, p[i] * p[i] + up * up + p[i + 2] * p[i + 2]);
            }
            return new Frame(height, Math.sqrt(most));
        }
    }

    /** Right, up and toward the eye, for an eye at a turn about +Y from +X toward +Z and an elevation, radians. */
    static double[][] axes(double turn, double elevation) {
        double c = StrictMath.cos(turn);
        double s = StrictMath.sin(turn);
        double ce = StrictMath.cos(elevation);
        double se = StrictMath.sin(elevation);
        return new double[][] {{s, 0, -c}, {-se * c, ce, -se * s}, {ce * c, se, ce * s}};
    }

    /** @param axes as {@link #axes} gives them; @param pixels at least 1 */
    static Sight of(PlantMesh mesh, double[][] axes, Frame frame, int pixels) {
        int wide = pixels * FINE;
        int[] first = new int[wide * wide];
        float[] near = new float[wide * wide];
        Arrays.fill(first, -1);
        Arrays.fill(near, Float.NEGATIVE_INFINITY);
        double[] seen = new double[3 * mesh.vertices()];
        float[] p = mesh.positions();
        double scale = wide / (2 * frame.half());
        for (int v = 0; v < mesh.vertices(); v++) {
            for (int d = 0; d < 3; d++) {
                seen[3 * v + d] = axes[d][0] * p[3 * v]
                        + axes[d][1] * (p[3 * v + 1] - frame.height())
                        + axes[d][2] * p[3 * v + 2];
            }
            seen[3 * v] = (seen[3 * v] + frame.half()) * scale;
            seen[3 * v + 1] = (seen[3 * v + 1] + frame.half()) * scale;
        }
        for (int t = 0; t < mesh.triangles(); t++) {
            draw(mesh, t, seen, wide, first, near);
        }
        return gathered(mesh, axes, pixels, first, near);
    }

    private static void draw(PlantMesh mesh, int t, double[] seen, int wide, int[] first, float[] near) {
        int a = 3 * mesh.indices()[3 * t];
        int b = 3 * mesh.indices()[3 * t + 1];
        int c = 3 * mesh.indices()[3 * t + 2];
        double area =
                (seen[b] - seen[a]) * (seen[c + 1] - seen[a + 1]) - (seen[c] - seen[a]) * (seen[b + 1] - seen[a + 1]);
        if (area == 0) {
            return;
        }
        int top = clamp(Math.max(Math.max(seen[a + 1], seen[b + 1]), seen[c + 1]), wide);
        int left = clamp(Math.min(Math.min(seen[a], seen[b]), seen[c]), wide);
        int right = clamp(Math.max(Math.max(seen[a], seen[b]), seen[c]), wide);
        for (int y = clamp(Math.min(Math.min(seen[a + 1], seen[b + 1]), seen[c + 1]), wide); y <= top; y++) {
            for (int x = left; x <= right; x++) {
                double px = x + 0.5;
                double py = y + 0.5;
                double u = ((seen[b] - px) * (seen[c + 1] - py) - (seen[c] - px) * (seen[b + 1] - py)) / area;
                double v = ((seen[c] - px) * (seen[a + 1] - py) - (seen[a] - px) * (seen[c + 1] - py)) / area;
                double w = 1 - u - v;
                if (u >= 0 && v >= 0 && w >= 0) {
                    float at = (float) (u * seen[a + 2] + v * seen[b + 2] + w * seen[c + 2]);
                    if (at > near[y * wide + x]) {
                        near[y * wide + x] = at;
                        first[y * wide + x] = t;
                    }
                }
            }
        }
    }

    private static int clamp(double at, int wide) {
        return (int) Math.min(wide - 1.0, Math.max(0, Math.floor(at)));
    }

    /** The means of the samples of each pixel. */
    private static Sight gathered(PlantMesh mesh, double[][] axes, int pixels, int[] first, float[] near) {
        Sight sight = new Sight(
                pixels,
                new float[pixels * pixels],
                new float[3 * pixels * pixels],
                new float[pixels * pixels],
                new float[3 * pixels * pixels],
                new float[pixels * pixels]);
        int wide = pixels * FINE;
        for (int pixel = 0; pixel < pixels * pixels; pixel++) {
            int covered = 0;
            double[] sum = new double[8];
            for (int s = 0; s < FINE * FINE; s++) {
                int at = (pixel / pixels * FINE + s / FINE) * wide + pixel % pixels * FINE + s % FINE;
                if (first[at] >= 0) {
                    covered++;
                    add(sum, mesh, first[at], axes[2]);
                    sum[7] += near[at];
                }
            }
            if (covered == 0) {
                continue;
            }
            double plain = Math.max(1e-9, covered - sum[3]);
            sight.cover[pixel] = (float) covered / (FINE * FINE);
            sight.tinted[pixel] = (float) (sum[3] / covered);
            sight.near[pixel] = (float) (sum[7] / covered);
            for (int d = 0; d < 3; d++) {
                sight.own[3 * pixel + d] = (float) (sum[d] / plain);
                sight.normals[3 * pixel + d] = (float) (sum[4 + d] / covered);
            }
        }
        return sight;
    }

    /** Adds own colour by its share, share of the tint, normal toward the eye. */
    private static void add(double[] sum, PlantMesh mesh, int triangle, double[] eye) {
        double[] n = new double[3];
        double tinted = 0;
        double[] own = new double[3];
        for (int k = 0; k < 3; k++) {
            int v = mesh.indices()[3 * triangle + k];
            double share = (mesh.colours()[v] >>> 24) / 255.0;
            Colour colour = Colour.ofPacked(mesh.colours()[v]);
            tinted += share / 3;
            own[0] += (1 - share) / 3 * colour.red();
            own[1] += (1 - share) / 3 * colour.green();
            own[2] += (1 - share) / 3 * colour.blue();
            for (int d = 0; d < 3; d++) {
                n[d] += mesh.normals()[3 * v + d];
            }
        }
        n = Vec.unit(n);
        double sign = Vec.dot(n, eye) < 0 ? -1 : 1;
        for (int d = 0; d < 3; d++) {
            sum[d] += own[d];
            sum[4 + d] += sign * n[d];
        }
        sum[3] += tinted;
    }
}
