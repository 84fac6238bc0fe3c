package org.lumbrit.core.surface;

import java.util.Arrays;

/** The sides of triangles, each once, whichever way it is walked; numbered from 0 in the order of their corners. */
public final class Sides {
    private final long[] keys;

    /** @param triangles three corners each */
    public Sides(int[] triangles) {
        long[] all = new long[triangles.length];
        for (int i = 0; i < all.length; i++) {
            all[i] = key(triangles[i], triangles[after(i)]);
        }
        Arrays.parallelSort(all);
        int used = 0;
        for (int i = 0; i < all.length; i++) {
            if (i == 0 || all[i] != all[i - 1]) {
                all[used++] = all[i];
            }
        }
        keys = Arrays.copyOf(all, used);
    }

    /** The corner of the same triangle that follows corner {@code i} of the list. */
    public static int after(int i) {
        return i % 3 == 2 ? i - 2 : i + 1;
    }

    private static long key(int a, int b) {
        return (long) Math.min(a, b) << 32 | Math.max(a, b);
    }

    /** How many there are. */
    public int count() {
        return keys.length;
    }

    /** The number of the side between two corners. */
    public int of(int a, int b) {
        return Arrays.binarySearch(keys, key(a, b));
    }

    int low(int side) {
        return (int) (keys[side] >>> 32);
    }

    int high(int side) {
        return (int) keys[side];
    }

    /**
     * One triangle as the one to four that its cut sides make of it.
     *
     * @param corners of the triangle; @param middles of the sides after each corner, −1 where a side is not cut
     * @param list that they are written to, from {@code from} on
     * @return where the list goes on
     */
    public static int cut(int[] corners, int[] middles, int[] list, int from) {
        int cuts = 0;
        for (int middle : middles) {
            cuts += middle >= 0 ? 1 : 0;
        }
        int[] c = corners;
        int[] m = middles;
        int[] made;
        if (cuts == 0) {
            made = c;
        } else if (cuts == 3) {
            made = new int[] {c[0], m[0], m[2], m[0], c[1], m[1], m[2], m[1], c[2], m[0], m[1], m[2]};
        } else {
            // turned so that the first side is cut, and where two are, the last is not
            int k = 0;
            while (m[k] < 0 || cuts == 2 && m[(k + 2) % 3] >= 0) {
                k++;
            }
            int a = c[k];
            int b = c[(k + 1) % 3];
            int d = c[(k + 2) % 3];
            int ab = m[k];
            int bd = m[(k + 1) % 3];
            made = cuts == 1 ? new int[] {a, ab, d, ab, b, d} : new int[] {a, ab, d, ab, b, bd, ab, bd, d};
        }
        System.arraycopy(made, 0, list, from, made.length);
        return from + made.length;
    }
}
