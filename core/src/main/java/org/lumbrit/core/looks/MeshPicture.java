package org.lumbrit.core.looks;

import java.util.Arrays;
import org.lumbrit.core.surface.Mesh;

/**
 * A three-quarter view of a mesh from the south-east and a little above, parallel, on a card of paper; on wish with a person of
 * 1.75 m beside it, so that its size can be seen. Drawn here, without a graphics card.
 */
public final class MeshPicture {
    private static final double HEADING = StrictMath.toRadians(-32);
    private static final double TILT = StrictMath.toRadians(20);
    private static final double[] LIGHT = {-0.42, 0.74, 0.52};
    private static final double PERSON = 1.75;
    private static final int PAPER = 0xFFF5F2EA;
    private static final int LINE = 0xFFD9D3C3;

    private final int width;
    private final int height;
    private final int[] pixels;
    private final float[] depth;
    private double scale;
    private double left;
    private double top;

    private MeshPicture(int width, int height) {
        this.width = width;
        this.height = height;
        this.pixels = new int[width * height];
        this.depth = new float[width * height];
        Arrays.fill(pixels, PAPER);
        Arrays.fill(depth, Float.NEGATIVE_INFINITY);
    }

    /**
     * @param values 0..1 a vertex that are shown in grey, or empty for the colour
     * @param colour 0xRRGGBB
     * @return 0xAARRGGBB, row by row from the top
     */
    public static int[] draw(Mesh mesh, float[] values, int colour, boolean person, int width, int height) {
        MeshPicture picture = new MeshPicture(2 * width, 2 * height);
        double[] bounds = mesh.bounds();
        Mesh figure = person ? figure(bounds) : mesh;
        picture.frame(person ? union(bounds, figure.bounds()) : bounds);
        picture.shadow(bounds);
        picture.fill(mesh, values, colour);
        if (person) {
            picture.fill(figure, new float[0], 0x8B4A78);
        }
        return picture.halved();
    }

    private static double[] union(double[] a, double[] b) {
        double[] both = new double[6];
        for (int d = 0; d < 3; d++) {
            both[d] = Math.min(a[d], b[d]);
            both[3 + d] = Math.max(a[3 + d], b[3 + d]);
        }
        return both;
    }

    /** Across, up and toward the eye. */
    private static void turned(double x, double y, double z, double[] out) {
        double across = x * StrictMath.cos(HEADING) - z * StrictMath.sin(HEADING);
        double away = x * StrictMath.sin(HEADING) + z * StrictMath.cos(HEADING);
        out[0] = across;
        out[1] = y * StrictMath.cos(TILT) - away * StrictMath.sin(TILT);
        out[2] = y * StrictMath.sin(TILT) + away * StrictMath.cos(TILT);
    }

    private void frame(double[] bounds) {
        double[] low = {1e300, 1e300};
        double[] high = {-1e300, -1e300};
        double[] p = new double[3];
        for (int corner = 0; corner < 8; corner++) {
            turned(bounds[(corner & 1) * 3], bounds[(corner >> 1 & 1) * 3 + 1], bounds[(corner >> 2) * 3 + 2], p);
            for (int d = 0; d < 2; d++) {
                low[d] = Math.min(low[d], p[d]);
                high[d] = Math.max(high[d], p[d]);
            }
        }
        double wide = Math.max(1e-9, high[0] - low[0]);
        double tall = Math.max(1e-9, high[1] - low[1]);
        scale = 0.86 * Math.min(width / wide, height / tall);
        left = width / 2.0 - scale * (low[0] + high[0]) / 2;
        top = height / 2.0 + scale * (low[1] + high[1]) / 2;
    }

    /** The footprint of the bounds, as a sheet that the thing stands on. */
    private void shadow(double[] b) {
        double margin = 0.06 * Math.max(b[3] - b[0], b[5] - b[2]);
        float[] p = {
            (float) (b[0] - margin),
            (float) b[1],
            (float) (b[2] - margin),
            (float) (b[3] + margin),
            (float) b[1],
            (float) (b[2] - margin),
            (float) (b[3] + margin),
            (float) b[1],
            (float) (b[5] + margin),
            (float) (b[0] - margin),
            (float) b[1],
            (float) (b[5] + margin)
        };
        double[] screen = new double[12];
        project(p, screen);
        int[] flat = {0, 2, 1, 0, 3, 2};
        for (int t = 0; t < 6; t += 3) {
            triangle(screen, flat[t], flat[t + 1], flat[t + 2], LINE, -1e20);
        }
    }

    private void project(float[] positions, double[] screen) {
        double[] p = new double[3];
        for (int i = 0; i < positions.length; i += 3) {
            turned(positions[i], positions[i + 1], positions[i + 2], p);
            screen[i] = left + scale * p[0];
            screen[i + 1] = top - scale * p[1];
            screen[i + 2] = p[2];
        }
    }

    private void fill(Mesh mesh, float[] values, int colour) {
        double[] screen = new double[mesh.positions().length];
        project(mesh.positions(), screen);
        float[] n = mesh.normals();
        for (int t = 0; t < mesh.triangles().length; t += 3) {
            double x = 0;
            double y = 0;
            double z = 0;
            double value = 0;
            for (int k = 0; k < 3; k++) {
                int v = mesh.triangles()[t + k];
                x += n[3 * v];
                y += n[3 * v + 1];
                z += n[3 * v + 2];
                value += values.length > 0 ? values[v] / 3 : 0;
            }
            double length = Math.max(1e-9, Math.sqrt(x * x + y * y + z * z));
            double lit = (x * LIGHT[0] + y * LIGHT[1] + z * LIGHT[2]) / length;
            double shade = 0.52 + 0.14 * y / length + 0.42 * Math.max(0, lit);
            int own = colour;
            if (values.length > 0) {
                int grey = (int) (24 + 222 * Math.max(0, Math.min(1, value)));
                own = grey << 16 | grey << 8 | grey;
                shade = 0.82 + 0.18 * Math.max(0, lit);
            }
            triangle(
                    screen,
                    mesh.triangles()[t],
                    mesh.triangles()[t + 1],
                    mesh.triangles()[t + 2],
                    shaded(own, shade),
                    0);
        }
    }

    private static int shaded(int colour, double shade) {
        int r = (int) Math.min(255, (colour >> 16 & 255) * shade);
        int g = (int) Math.min(255, (colour >> 8 & 255) * shade);
        int b = (int) Math.min(255, (colour & 255) * shade);
        return 0xFF000000 | r << 16 | g << 8 | b;
    }

    private void triangle(double[] s, int a, int b, int c, int colour, double behind) {
        double ax = s[3 * a];
        double ay = s[3 * a + 1];
        double bx = s[3 * b];
        double by = s[3 * b + 1];
        double cx = s[3 * c];
        double cy = s[3 * c + 1];
        double whole = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
        if (whole == 0) {
            return;
        }
        int fromX = (int) Math.max(0, Math.floor(Math.min(ax, Math.min(bx, cx))));
        int toX = (int) Math.min(width - 1, Math.ceil(Math.max(ax, Math.max(bx, cx))));
        int fromY = (int) Math.max(0, Math.floor(Math.min(ay, Math.min(by, cy))));
        int toY = (int) Math.min(height - 1, Math.ceil(Math.max(ay, Math.max(by, cy))));
        for (int y = fromY; y <= toY; y++) {
            for (int x = fromX; x <= toX; x++) {
                double px = x + 0.5;
                double py = y + 0.5;
                double u = ((px - ax) * (cy - ay) - (cx - ax) * (py - ay)) / whole;
                double v = ((bx - ax) * (py - ay) - (px - ax) * (by - ay)) / whole;
                if (u < 0 || v < 0 || u + v > 1) {
                    continue;
                }
                float near = (float)
                        (s[3 * a + 2] + u * (s[3 * b + 2] - s[3 * a + 2]) + v * (s[3 * c + 2] - s[3 * a + 2]) + behind);
                if (near > depth[y * width + x]) {
                    depth[y * width + x] = near;
                    pixels[y * width + x] = colour;
                }
            }
        }
    }

    /** Four pixels become one. */
    private int[] halved() {
        int w = width / 2;
        int[] out = new int[w * (height / 2)];
        for (int i = 0; i < out.length; i++) {
            int at = 2 * (i / w) * width + 2 * (i % w);
            int argb = 0;
            for (int shift = 0; shift < 32; shift += 8) {
                int sum = (pixels[at] >>> shift & 255)
                        + (pixels[at + 1] >>> shift & 255)
                        + (pixels[at + width] >>> shift & 255)
                        + (pixels[at + width + 1] >>> shift & 255);
                argb |= (sum + 2) / 4 << shift;
            }
            out[i] = argb;
        }
        return out;
    }

    /** A standing person to the left of the bounds: head, trunk and legs as upright prisms. */
    private static Mesh figure(double[] bounds) {
        double x = bounds[0] - 0.3 - 0.08 * (bounds[3] - bounds[0]);
        double z = bounds[5];
        double[][] parts = {{-0.11, 0, 0.16, 0.82}, {0.11, 0, 0.16, 0.82}, {0, 0.8, 0.4, 1.46}, {0, 1.5, 0.2, PERSON}};
        int sides = 10;
        float[] p = new float[parts.length * 2 * sides * 3];
        int[] t = new int[parts.length * sides * 9];
        int v = 0;
        int n = 0;
        for (double[] part : parts) {
            int first = v;
            for (int ring = 0; ring < 2; ring++) {
                for (int k = 0; k < sides; k++) {
                    double angle = 2 * StrictMath.PI * k / sides;
                    p[3 * v] = (float) (x + part[0] + part[2] / 2 * StrictMath.cos(angle));
                    p[3 * v + 1] = (float) (bounds[1] + (ring == 0 ? part[1] : part[3]));
                    p[3 * v++ + 2] = (float) (z - part[2] / 2 * StrictMath.sin(angle));
                }
            }
            for (int k = 0; k < sides; k++) {
                int a = first + k;
                int b = first + (k + 1) % sides;
                int[] quad = {a, b, b + sides, a, b + sides, a + sides, first + sides, a + sides, b + sides};
                System.arraycopy(quad, 0, t, n, 9);
                n += 9;
            }
        }
        return Mesh.of(p, t);
    }
}
