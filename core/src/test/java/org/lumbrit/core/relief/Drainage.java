package org.lumbrit.core.relief;

import java.util.Arrays;
import java.util.PriorityQueue;

/**
 * Which cells gather water: hollows filled from the border inward (R. Barnes, C. Lehman and D. Mulla, "Priority-flood", 2014),
 * every cell drains to the neighbour it was filled from, areas add up downstream.
 */
public final class Drainage {
    private Drainage() {}

    /** Cells that drain through each cell, itself included. */
    public static double[] area(float[] heights, int columns, int rows) {
        int n = heights.length;
        int[] to = new int[n];
        int[] order = new int[n];
        boolean[] seen = new boolean[n];
        double[] filled = new double[n];
        PriorityQueue<double[]> open =
                new PriorityQueue<>((a, b) -> a[0] != b[0] ? Double.compare(a[0], b[0]) : Double.compare(a[1], b[1]));
        int queued = 0;
        for (int i = 0; i < n; i++) {
            int c = i % columns;
            int r = i / columns;
            if (c == 0 || r == 0 || c == columns - 1 || r == rows - 1) {
                seen[i] = true;
                to[i] = -1;
                filled[i] = heights[i];
                open.add(new double[] {filled[i], queued++, i});
            }
        }
        int visited = 0;
        while (!open.isEmpty()) {
            int i = (int) open.poll()[2];
            order[visited++] = i;
            for (int dr = -1; dr <= 1; dr++) {
                for (int dc = -1; dc <= 1; dc++) {
                    int c = i % columns + dc;
                    int r = i / columns + dr;
                    int j = r * columns + c;
                    if (c >= 0 && r >= 0 && c < columns && r < rows && !seen[j]) {
                        seen[j] = true;
                        to[j] = i;
                        filled[j] = Math.max(heights[j], filled[i]);
                        open.add(new double[] {filled[j], queued++, j});
                    }
                }
            }
        }
        double[] area = new double[n];
        Arrays.fill(area, 1);
        for (int k = n - 1; k >= 0; k--) {
            if (to[order[k]] >= 0) {
                area[to[order[k]]] += area[order[k]];
            }
        }
        return area;
    }

    /** Spearman's rank correlation; equal values share the mean of their ranks. */
    public static double rankCorrelation(double[] a, double[] b) {
        double[] ra = ranks(a);
        double[] rb = ranks(b);
        double middle = (a.length - 1) / 2.0;
        double ab = 0;
        double aa = 0;
        double bb = 0;
        for (int i = 0; i < a.length; i++) {
            ab += (ra[i] - middle) * (rb[i] - middle);
            aa += (ra[i] - middle) * (ra[i] - middle);
            bb += (rb[i] - middle) * (rb[i] - middle);
        }
        return ab / Math.sqrt(aa * bb);
    }

    private static double[] ranks(double[] values) {
        Integer[] order = new Integer[values.length];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, (i, j) -> Double.compare(values[i], values[j]));
        double[] ranks = new double[values.length];
        for (int first = 0; first < order.length; ) {
            int end = first;
            while (end < order.length && values[order[end]] == values[order[first]]) {
                end++;
            }
            for (int k = first; k < end; k++) {
                ranks[order[k]] = (first + end - 1) / 2.0;
            }
            first = end;
        }
        return ranks;
    }
}
