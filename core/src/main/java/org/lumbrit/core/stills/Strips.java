package org.lumbrit.core.stills;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** Which triangles reach which strip of rows of a picture. */
final class Strips {
    final int rows;
    final int count;
    /** Of each projected solid its triangles, strip after strip, and where those of each strip begin. */
    private final int[][] members;

    private final int[][] begins;

    /** Of a pixel: how far apart the rows, and the columns, of its samples lie, and the first of them from its edge. */
    private final float apart;

    /** @param rows of a strip; @param four whether pixels have four samples */
    Strips(List<Projected> all, int width, int height, int rows, boolean four) {
        this.apart = four ? 0.25f : 1;
        this.rows = rows;
        this.count = (height + rows - 1) / rows;
        members = new int[all.size()][];
        begins = new int[all.size()][];
        IntStream.range(0, all.size()).parallel().forEach(p -> sort(p, all.get(p), width, height));
    }

    private void sort(int number, Projected p, int width, int height) {
        int[] first = new int[p.count()];
        int[] last = new int[p.count()];
        int[] begin = new int[count + 1];
        float[] s = p.screen;
        for (int t = 0; t < first.length; t++) {
            int a = 3 * p.triangles[3 * t];
            int b = 3 * p.triangles[3 * t + 1];
            int c = 3 * p.triangles[3 * t + 2];
            float left = Math.min(s[a], Math.min(s[b], s[c]));
            float right = Math.max(s[a], Math.max(s[b], s[c]));
            float top = Math.min(s[a + 1], Math.min(s[b + 1], s[c + 1]));
            float bottom = Math.max(s[a + 1], Math.max(s[b + 1], s[c + 1]));
            if (between(left, right)
                    || between(top, bottom)
                    || right < 0
                    || left > width
                    || bottom < 0
                    || top > height
                    || !(left <= right)
                    || !(top <= bottom)) {
                last[t] = -1;
                continue;
            }
            first[t] = (int) Math.max(0, top) / rows;
            last[t] = Math.min(count - 1, (int) Math.min(height, bottom) / rows);
            for (int k = first[t]; k <= last[t]; k++) {
                begin[k + 1]++;
            }
        }
        for (int k = 0; k < count; k++) {
            begin[k + 1] += begin[k];
        }
        int[] member = new int[begin[count]];
        int[] at = Arrays.copyOf(begin, count);
        for (int t = 0; t < first.length; t++) {
            for (int k = first[t]; k <= last[t]; k++) {
                member[at[k]++] = t;
            }
        }
        members[number] = member;
        begins[number] = begin;
    }

    /** Whether something so narrow lies between the samples. */
    private boolean between(float low, float high) {
        return high - low < apart && Math.floor(high / apart - 0.5) == Math.floor(low / apart - 0.5);
    }

    int[] members(int projected) {
        return members[projected];
    }

    int begin(int projected, int strip) {
        return begins[projected][strip];
    }
}
