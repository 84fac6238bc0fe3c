package org.lumbrit.core.stills;

import java.util.Arrays;
import org.lumbrit.core.seeing.View;

/** Triangles as they lie in a picture, cut where they reach behind the eye, and below a level where it mirrors. */
final class Projected {
    final Solid solid;
    /** Pixels across, pixels down and nearness of each vertex. */
    float[] screen;

    int[] triangles;
    float[] numbers;
    private float[] places;
    private int vertices;
    private int used;

    /** @param level metres above which what is seen is mirrored there; −∞ where nothing is */
    Projected(Solid solid, View view, double level) {
        this.solid = solid;
        this.places = solid.places;
        this.numbers = solid.numbers;
        this.vertices = places.length / 3;
        this.triangles = solid.triangles;
        this.used = triangles.length;
        boolean mirrors = level > Double.NEGATIVE_INFINITY;
        if (!view.parallel()) {
            double[] at = view.at();
            double[] on = view.on();
            double way = mirrors ? -1 : 1;
            double from = mirrors ? 2 * level - at[1] : at[1];
            keep(on[0], way * on[1], on[2], at[0] * on[0] + way * from * on[1] + at[2] * on[2] + view.near());
        }
        if (mirrors) {
            keep(0, 1, 0, level);
        }
        if (used > 0 && outside(view, level, mirrors)) {
            used = 0;
        }
        if (used > 0) {
            project(view, mirrors ? level : 0, mirrors ? -1 : 1);
        }
    }

    /** Whether all of its box lies beyond one side of the picture. */
    private boolean outside(View view, double level, boolean mirrors) {
        double[] out = new double[3];
        int sides = 15;
        for (int c = 0; c < 8; c++) {
            double y = mirrors ? 2 * level - solid.corner(c, 1) : solid.corner(c, 1);
            boolean ahead = view.project(solid.corner(c, 0), y, solid.corner(c, 2), out);
            if (!ahead) {
                return false;
            }
            sides &= (out[0] < 0 ? 1 : 0)
                    | (out[0] > view.width() ? 2 : 0)
                    | (out[1] < 0 ? 4 : 0)
                    | (out[1] > view.height() ? 8 : 0);
        }
        return sides != 0;
    }

    /** Keeps what lies beyond a plane: all or nothing where the box does, else each triangle is cut. */
    private void keep(double nx, double ny, double nz, double level) {
        int beyond = 0;
        for (int c = 0; c < 8; c++) {
            beyond += nx * solid.corner(c, 0) + ny * solid.corner(c, 1) + nz * solid.corner(c, 2) > level ? 1 : 0;
        }
        if (beyond == 0) {
            used = 0;
        } else if (beyond < 8 && used > 0) {
            cut(nx, ny, nz, level);
        }
    }

    int count() {
        return used / 3;
    }

    private void project(View view, double level, double way) {
        screen = new float[3 * vertices];
        double[] out = new double[3];
        for (int v = 0; v < vertices; v++) {
            double y = way > 0 ? places[3 * v + 1] : 2 * level - places[3 * v + 1];
            view.project(places[3 * v], y, places[3 * v + 2], out);
            screen[3 * v] = (float) out[0];
            screen[3 * v + 1] = (float) out[1];
            screen[3 * v + 2] = (float) out[2];
        }
    }

    private void cut(double nx, double ny, double nz, double level) {
        float[] over = new float[vertices];
        boolean all = true;
        for (int v = 0; v < vertices; v++) {
            over[v] = (float) (nx * places[3 * v] + ny * places[3 * v + 1] + nz * places[3 * v + 2] - level);
            all &= over[v] > 0;
        }
        if (all) {
            return;
        }
        int[] kept = new int[used + 12];
        int count = 0;
        for (int t = 0; t < used; t += 3) {
            int a = triangles[t];
            int b = triangles[t + 1];
            int c = triangles[t + 2];
            int in = (over[a] > 0 ? 1 : 0) + (over[b] > 0 ? 1 : 0) + (over[c] > 0 ? 1 : 0);
            if (in == 0) {
                continue;
            }
            if (count + 6 > kept.length) {
                kept = Arrays.copyOf(kept, 2 * kept.length);
            }
            if (in == 3) {
                kept[count++] = a;
                kept[count++] = b;
                kept[count++] = c;
                continue;
            }
            // turned until the one that is alone on its side comes first
            boolean alone = in == 1;
            while (over[a] > 0 != alone || over[b] > 0 == alone || over[c] > 0 == alone) {
                int first = a;
                a = b;
                b = c;
                c = first;
            }
            int ab = between(a, b, over[a] / (over[a] - over[b]));
            int ca = between(a, c, over[a] / (over[a] - over[c]));
            if (alone) {
                kept[count++] = a;
                kept[count++] = ab;
                kept[count++] = ca;
            } else {
                kept[count++] = ab;
                kept[count++] = b;
                kept[count++] = c;
                kept[count++] = ab;
                kept[count++] = c;
                kept[count++] = ca;
            }
        }
        triangles = kept;
        used = count;
    }

    private int between(int a, int b, float share) {
        int each = solid.each;
        if (3 * vertices + 3 > places.length) {
            places = Arrays.copyOf(places, Math.max(2 * places.length, 96));
            numbers = Arrays.copyOf(numbers, places.length / 3 * each);
        }
        for (int d = 0; d < 3; d++) {
            places[3 * vertices + d] = places[3 * a + d] + share * (places[3 * b + d] - places[3 * a + d]);
        }
        for (int d = 0; d < each; d++) {
            numbers[each * vertices + d] =
                    numbers[each * a + d] + share * (numbers[each * b + d] - numbers[each * a + d]);
        }
        return vertices++;
    }
}
