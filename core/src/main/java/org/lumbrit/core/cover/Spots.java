package org.lumbrit.core.cover;

import java.util.Arrays;

/** Places in plan that grow in number: identity, x, z and the density from which on each is taken. */
public final class Spots {
    /** More are refused before memory is taken. */
    static final int MOST = 40_000_000;

    private long[] ids = new long[1024];
    private double[] x = new double[1024];
    private double[] z = new double[1024];
    private double[] threshold = new double[1024];
    private int count;

    /**
     * @param expected how many places a pattern would give
     * @param remedy a sentence
     * @throws CoverScatter.TooManyPlantsException before any memory is taken, where they are too many
     */
    static void refuse(double expected, String remedy) {
        if (expected > MOST) {
            throw new CoverScatter.TooManyPlantsException("This pattern would give about " + Math.round(expected / 1e6)
                    + " million places for plants; this program holds 40 million. " + remedy);
        }
    }

    void add(long newId, double newX, double newZ, double from) {
        if (count == ids.length) {
            ids = Arrays.copyOf(ids, 2 * count);
            x = Arrays.copyOf(x, 2 * count);
            z = Arrays.copyOf(z, 2 * count);
            threshold = Arrays.copyOf(threshold, 2 * count);
        }
        ids[count] = newId;
        x[count] = newX;
        z[count] = newZ;
        threshold[count++] = from;
    }

    int count() {
        return count;
    }

    long[] ids() {
        return ids;
    }

    double[] x() {
        return x;
    }

    double[] z() {
        return z;
    }

    double[] threshold() {
        return threshold;
    }
}
