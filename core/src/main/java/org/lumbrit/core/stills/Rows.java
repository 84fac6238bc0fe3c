package org.lumbrit.core.stills;

import java.util.Arrays;
import java.util.List;

/**
 * What is nearest at the samples of some rows of a picture, found by going over all triangles that reach them (scan conversion with a
 * depth buffer). Of equally near ones the first counts, so that the outcome never hangs on the threads.
 */
final class Rows {
    /** Places of the samples of a pixel: one in its middle, or four on a turned square. */
    private static final double[][] ONE = {{0.5, 0.5}};

    private static final double[][] FOUR = {{0.375, 0.125}, {0.875, 0.375}, {0.125, 0.625}, {0.625, 0.875}};

    final int width;
    final int from;
    final int rows;
    final double[][] samples;
    /** Of each sample how near what is seen there lies. */
    final float[] nearness;
    /** Of each sample which of the projected solids is seen, −1 for none, and which of its triangles. */
    final int[] solid;

    final int[] triangle;

    Rows(int width, int from, int rows, boolean four) {
        this.width = width;
        this.from = from;
        this.rows = rows;
        this.samples = four ? FOUR : ONE;
        int count = width * rows * samples.length;
        nearness = new float[count];
        solid = new int[count];
        triangle = new int[count];
        Arrays.fill(nearness, Float.NEGATIVE_INFINITY);
        Arrays.fill(solid, -1);
    }

    void draw(List<Projected> all, Strips strips, int strip) {
        for (int p = 0; p < all.size(); p++) {
            draw(all, strips, strip, p);
        }
    }

    /** One of them alone. */
    void draw(List<Projected> all, Strips strips, int strip, int p) {
        int[] members = strips.members(p);
        for (int i = strips.begin(p, strip); i < strips.begin(p, strip + 1); i++) {
            draw(all.get(p), p, members[i]);
        }
    }

    /** Whether two samples of a pixel show what may have one colour. */
    boolean alike(List<Projected> all, int a, int b) {
        if (a == b || solid[a] != solid[b] || solid[a] < 0) {
            return solid[a] == solid[b];
        }
        Surface surface = all.get(solid[a]).solid.surface;
        return surface.byPlace() || triangle[a] == triangle[b] && !surface.bySample();
    }

    private void draw(Projected p, int number, int t) {
        float[] s = p.screen;
        int a = 3 * p.triangles[3 * t];
        int b = 3 * p.triangles[3 * t + 1];
        int c = 3 * p.triangles[3 * t + 2];
        double x0 = s[a];
        double y0 = s[a + 1];
        double ux = s[b] - x0;
        double uy = s[b + 1] - y0;
        double vx = s[c] - x0;
        double vy = s[c + 1] - y0;
        double area = ux * vy - uy * vx;
        if (area == 0) {
            return;
        }
        double low = Math.min(0, Math.min(uy, vy)) + y0;
        double high = Math.max(0, Math.max(uy, vy)) + y0;
        double left = Math.min(0, Math.min(ux, vx)) + x0;
        double right = Math.max(0, Math.max(ux, vx)) + x0;
        double w0 = s[a + 2];
        double bx = vy / area;
        double by = -vx / area;
        double cx = -uy / area;
        double cy = ux / area;
        double wb = s[b + 2] - w0;
        double wc = s[c + 2] - w0;
        int per = samples.length;
        for (int k = 0; k < per; k++) {
            double offX = samples[k][0] - x0;
            double offY = samples[k][1] - y0;
            // only pixels whose sample lies in the triangle's box
            int top = (int) Math.max(from, Math.ceil(low - samples[k][1]));
            int bottom = (int) Math.min(from + rows - 1.0, Math.floor(high - samples[k][1]));
            int west = (int) Math.max(0, Math.ceil(left - samples[k][0]));
            int east = (int) Math.min(width - 1.0, Math.floor(right - samples[k][0]));
            for (int y = top; y <= bottom; y++) {
                double py = y + offY;
                double px = west + offX;
                double beta = px * bx + py * by;
                double gamma = px * cx + py * cy;
                int at = ((y - from) * width + west) * per + k;
                for (int x = west; x <= east; x++, beta += bx, gamma += cx, at += per) {
                    if (beta >= 0 && gamma >= 0 && beta + gamma <= 1) {
                        float near = (float) (w0 + beta * wb + gamma * wc);
                        if (near > nearness[at]) {
                            nearness[at] = near;
                            solid[at] = number;
                            triangle[at] = t;
                        }
                    }
                }
            }
        }
    }
}
