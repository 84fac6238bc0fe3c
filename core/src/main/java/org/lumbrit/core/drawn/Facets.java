package org.lumbrit.core.drawn;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.seeing.View;

/** The flat facets under the lines: those that are seen, the farthest first, each in its tone. */
final class Facets {
    /** Twice the square pixels of a facet that is too small to be seen. */
    private static final double TINY = 0.2;

    private final DrawnLayer look;
    private final View view;
    private final Optional<Double> water;
    private final PlantStrokes.Shows shows;
    private final Cancel cancel;

    /** @param water metres at which the ground is water, none where there is none; @param shows how readily a place is drawn */
    Facets(DrawnLayer look, View view, Optional<Double> water, PlantStrokes.Shows shows, Cancel cancel) {
        this.look = look;
        this.view = view;
        this.water = water;
        this.shows = shows;
        this.cancel = cancel;
    }

    /** @param corners x and y of three, pixels; @param colours 0xRRGGBB */
    record Painted(float[] corners, int[] colours) {}

    /** @param flats the ground first, in facets that may have tones; @param own the colour of each, 0xRRGGBB */
    Painted painted(List<Flat> flats, List<Integer> own, Hiding hiding) {
        List<float[]> corners = new ArrayList<>();
        List<double[]> depths = new ArrayList<>();
        List<int[]> tones = new ArrayList<>();
        for (int f = 0; f < flats.size(); f++) {
            Flat flat = flats.get(f);
            int[] t = flat.shape.triangles();
            float[] places = new float[2 * t.length];
            double[] depth = new double[t.length / 3];
            int[] tone = new int[t.length / 3];
            Tones dry = new Tones(look, Colour.ofPacked(own.get(f)));
            Tones wet = new Tones(look, Colour.ofHex(look.water()));
            boolean[] seen = seen(flat, f, hiding);
            int used = 0;
            float[] n = flat.shape.normals();
            for (int i = 0; i < tone.length; i++) {
                if (!seen[i]) {
                    continue;
                }
                double near = 0;
                for (int k = 0; k < 3; k++) {
                    int v = t[3 * i + k];
                    places[6 * used + 2 * k] = (float) flat.x[v];
                    places[6 * used + 2 * k + 1] = (float) flat.y[v];
                    near += flat.nearness[v];
                }
                boolean level = f == 0 && water.isPresent() && lies(flat, i, water.get());
                int sign = flat.front[i] ? 1 : -1;
                tone[used] = (level ? wet : dry).of(sign * n[3 * i], sign * n[3 * i + 1], sign * n[3 * i + 2], i);
                depth[used++] = near;
            }
            corners.add(Arrays.copyOf(places, 6 * used));
            depths.add(Arrays.copyOf(depth, used));
            tones.add(Arrays.copyOf(tone, used));
        }
        return sorted(corners, depths, tones);
    }

    private boolean shown(Flat flat, int t) {
        double mean = 0;
        for (int k = 0; k < 3; k++) {
            int v = 3 * flat.shape.triangles()[3 * t + k];
            mean += shows.at(flat.shape.positions()[v], flat.shape.positions()[v + 2]) / 3;
        }
        return mean >= look.threshold();
    }

    private static boolean lies(Flat flat, int t, double level) {
        for (int k = 0; k < 3; k++) {
            if (flat.shape.positions()[3 * flat.shape.triangles()[3 * t + k] + 1] > level + Shape.LEVEL) {
                return false;
            }
        }
        return true;
    }

    /** Which triangles of a surface are painted: those in the picture that are large enough and not wholly hidden. */
    private boolean[] seen(Flat flat, int f, Hiding hiding) {
        boolean[] seen = new boolean[flat.shape.count()];
        Chunks.run(seen.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                // facets of the ground are larger than what its lines are drawn on, so that does not hide them
                seen[i] = flat.hides(i) && shown(flat, i) && large(flat, i) && (f == 0 || !hiding.covers(flat, f, i));
            }
        });
        return seen;
    }

    /** Whether some of a triangle lies in the picture, and it is large enough to be seen. */
    private boolean large(Flat flat, int t) {
        int a = flat.shape.triangles()[3 * t];
        int b = flat.shape.triangles()[3 * t + 1];
        int c = flat.shape.triangles()[3 * t + 2];
        double[] x = flat.x;
        double[] y = flat.y;
        double area = (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
        return Math.abs(area) >= TINY
                && Math.max(x[a], Math.max(x[b], x[c])) >= 0
                && Math.min(x[a], Math.min(x[b], x[c])) <= view.width()
                && Math.max(y[a], Math.max(y[b], y[c])) >= 0
                && Math.min(y[a], Math.min(y[b], y[c])) <= view.height();
    }

    private static Painted sorted(List<float[]> corners, List<double[]> depths, List<int[]> tones) {
        int count = depths.stream().mapToInt(each -> each.length).sum();
        long[] order = new long[count];
        float[] all = new float[6 * count];
        int[] colours = new int[count];
        int at = 0;
        for (int f = 0; f < depths.size(); f++) {
            System.arraycopy(corners.get(f), 0, all, 6 * at, corners.get(f).length);
            System.arraycopy(tones.get(f), 0, colours, at, tones.get(f).length);
            for (double near : depths.get(f)) {
                int bits = Float.floatToIntBits((float) near);
                // in the order of the numbers, below 0 too
                order[at] = (long) (bits < 0 ? bits ^ 0x7FFFFFFF : bits) << 32 | at;
                at++;
            }
        }
        Arrays.parallelSort(order);
        float[] sorted = new float[6 * count];
        int[] painted = new int[count];
        for (int k = 0; k < count; k++) {
            int i = (int) order[k];
            System.arraycopy(all, 6 * i, sorted, 6 * k, 6);
            painted[k] = colours[i];
        }
        return new Painted(sorted, painted);
    }
}
