package org.lumbrit.formats.image;

import java.util.Arrays;

/** Gives missing cells heights from their border: layer by layer inward, then evened out until each is the mean of its neighbours. */
final class Filling {
    private static final int ROUNDS = 200;

    private Filling() {}

    /** @param values NaN where missing; where all are missing the result is 0; @return a new array */
    static float[] fill(float[] values, int columns, int rows) {
        float[] filled = values.clone();
        int[] open = new int[values.length];
        int count = 0;
        for (int i = 0; i < values.length; i++) {
            if (Float.isNaN(values[i])) {
                open[count++] = i;
            }
        }
        int[] missing = Arrays.copyOf(open, count);
        if (count == values.length) {
            return new float[values.length];
        }
        float[] next = new float[count];
        int left = count;
        int[] waiting = missing.clone();
        while (left > 0) {
            for (int k = 0; k < left; k++) {
                next[k] = mean(filled, waiting[k], columns, rows);
            }
            int still = 0;
            for (int k = 0; k < left; k++) {
                if (Float.isNaN(next[k])) {
                    waiting[still++] = waiting[k];
                } else {
                    filled[waiting[k]] = next[k];
                }
            }
            left = still;
        }
        for (int round = 0; round < ROUNDS; round++) {
            for (int cell : missing) {
                filled[cell] = mean(filled, cell, columns, rows);
            }
        }
        return filled;
    }

    /** Of the neighbours that are there; NaN where none is. */
    private static float mean(float[] values, int i, int columns, int rows) {
        int column = i % columns;
        int row = i / columns;
        double sum = 0;
        int known = 0;
        int[] neighbours = {
            column > 0 ? i - 1 : -1,
            column < columns - 1 ? i + 1 : -1,
            row > 0 ? i - columns : -1,
            row < rows - 1 ? i + columns : -1
        };
        for (int neighbour : neighbours) {
            if (neighbour >= 0 && !Float.isNaN(values[neighbour])) {
                sum += values[neighbour];
                known++;
            }
        }
        return known == 0 ? Float.NaN : (float) (sum / known);
    }
}
