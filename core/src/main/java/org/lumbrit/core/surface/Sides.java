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
}
