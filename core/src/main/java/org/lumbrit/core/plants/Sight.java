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
 * @param near metres before the middle of the frame, toward the eye; @param along 0 at the plant's foot … 1 at its tip
 */
record Sight(int pixels, float[] cover, float[] own, float[] tinted, float[] normals, float[] near, float[] along) {
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
    static Sight of(PlantMesh mesh, Painted painted, double[][] axes, Frame frame, int pixels) {
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
        return gathered(painted, axes, pixels, first, near);
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

    /** What each triangle of a mesh looks like: the means of its corners. */
    record Painted(float[] own, float[] tinted, float[] normals, float[] along) {
        static Painted of(PlantMesh mesh) {
            int n = mesh.triangles();
            Painted painted = new Painted(new float[3 * n], new float[n], new float[3 * n], new float[n]);
            for (int t = 0; t < n; t++) {
                painted.add(mesh, t);
            }
            return painted;
        }

        private void add(PlantMesh mesh, int t) {
            for (int k = 0; k < 3; k++) {
                int v = mesh.indices()[3 * t + k];
                float share = (mesh.colours()[v] >>> 24) / 255f;
                Colour colour = Colour.ofPacked(mesh.colours()[v]);
                tinted[t] += share / 3;
                along[t] += mesh.along()[v] / 3;
                own[3 * t] += (float) ((1 - share) / 3 * colour.red());
                own[3 * t + 1] += (float) ((1 - share) / 3 * colour.green());
                own[3 * t + 2] += (float) ((1 - share) / 3 * colour.blue());
                for (int d = 0; d < 3; d++) {
                    normals[3 * t + d] += mesh.normals()[3 * v + d];
                }
            }
            double[] n = Vec.unit(new double[] {normals[3 * t], normals[3 * t + 1], normals[3 * t + 2]});
            for (int d = 0; d < 3; d++) {
                normals[3 * t + d] = (float) n[d];
            }
        }
    }

    /** The means of the samples of each pixel. */
    private static Sight gathered(Painted painted, double[][] axes, int pixels, int[] first, float[] near) {
        int all = pixels * pixels;
        Sight sight = new Sight(
                pixels,
                new float[all],
                new float[3 * all],
                new float[all],
                new float[3 * all],
                new float[all],
                new float[all]);
        int wide = pixels * FINE;
        double[] eye = axes[2];
        for (int pixel = 0; pixel < all; pixel++) {
            int covered = 0;
            for (int s = 0; s < FINE * FINE; s++) {
                int at = (pixel / pixels * FINE + s / FINE) * wide + pixel % pixels * FINE + s % FINE;
                int t = first[at];
                if (t < 0) {
                    continue;
                }
                covered++;
                sight.tinted[pixel] += painted.tinted[t];
                sight.along[pixel] += painted.along[t];
                sight.near[pixel] += near[at];
                float[] n = painted.normals;
                double facing = n[3 * t] * eye[0] + n[3 * t + 1] * eye[1] + n[3 * t + 2] * eye[2];
                for (int d = 0; d < 3; d++) {
                    sight.own[3 * pixel + d] += painted.own[3 * t + d];
                    sight.normals[3 * pixel + d] += facing < 0 ? -n[3 * t + d] : n[3 * t + d];
                }
            }
            if (covered > 0) {
                sight.mean(pixel, covered);
            }
        }
        return sight;
    }

    private void mean(int pixel, int covered) {
        float plain = Math.max(1e-6f, covered - tinted[pixel]);
        cover[pixel] = (float) covered / (FINE * FINE);
        tinted[pixel] /= covered;
        along[pixel] /= covered;
        near[pixel] /= covered;
        for (int d = 0; d < 3; d++) {
            own[3 * pixel + d] /= plain;
            normals[3 * pixel + d] /= covered;
        }
    }
}
