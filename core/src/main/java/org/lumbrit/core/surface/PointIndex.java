package org.lumbrit.core.surface;

import java.util.Arrays;
import org.lumbrit.core.math.Results;

/** Exact distance to the nearest of many points, through square cells in plan that hold about two points each. Thread-safe. */
public final class PointIndex implements Results.Weighted {
    private final double[] x;
    private final double[] y;
    private final double[] z;
    private final int[] start;
    private final int[] sorted;
    private final int across;
    private final int down;
    private final double lowX;
    private final double lowZ;
    private final double cell;

    /** @param x metres; @param y metres; @param z metres; of as many points, kept and not copied */
    public PointIndex(double[] x, double[] y, double[] z) {
        this.x = x;
        this.y = y;
        this.z = z;
        lowX = Arrays.stream(x).min().orElse(0);
        lowZ = Arrays.stream(z).min().orElse(0);
        double width = Math.max(1e-6, Arrays.stream(x).max().orElse(0) - lowX);
        double depth = Math.max(1e-6, Arrays.stream(z).max().orElse(0) - lowZ);
        cell = Math.max(Math.sqrt(2 * width * depth / Math.max(1, x.length)), Math.max(width, depth) / 4096);
        across = (int) (width / cell) + 1;
        down = (int) (depth / cell) + 1;
        start = new int[across * down + 1];
        sorted = new int[x.length];
        for (int i = 0; i < x.length; i++) {
            start[cellOf(i) + 1]++;
        }
        for (int c = 0; c < across * down; c++) {
            start[c + 1] += start[c];
        }
        int[] next = start.clone();
        for (int i = 0; i < x.length; i++) {
            sorted[next[cellOf(i)]++] = i;
        }
    }

    @Override
    public long bytes() {
        return 28L * x.length + 4L * start.length;
    }

    private int cellOf(int i) {
        return row(z[i]) * across + column(x[i]);
    }

    private int column(double px) {
        return (int) Math.min(across - 1, Math.max(0, Math.floor((px - lowX) / cell)));
    }

    private int row(double pz) {
        return (int) Math.min(down - 1, Math.max(0, Math.floor((pz - lowZ) / cell)));
    }

    /** Metres to the nearest point; infinite where there is none. */
    public double distance(double px, double py, double pz) {
        int column = column(px);
        int row = row(pz);
        double best = Double.POSITIVE_INFINITY;
        int farthest = Math.max(Math.max(column, across - 1 - column), Math.max(row, down - 1 - row));
        for (int ring = 0; ring <= farthest; ring++) {
            double gap = gap(px, pz, column, row, ring);
            if (gap * gap >= best) {
                break;
            }
            for (int r = Math.max(0, row - ring); r <= Math.min(down - 1, row + ring); r++) {
                boolean whole = Math.abs(r - row) == ring;
                int step = whole || ring == 0 ? 1 : 2 * ring;
                for (int c = column - ring; c <= column + ring; c += step) {
                    if (c >= 0 && c < across) {
                        best = nearest(r * across + c, px, py, pz, best);
                    }
                }
            }
        }
        return Math.sqrt(best);
    }

    /** No point of the ring or beyond it is nearer in plan than this. */
    private double gap(double px, double pz, int column, int row, int ring) {
        if (ring == 0) {
            return 0;
        }
        double west = px - (lowX + (column - ring + 1) * cell);
        double east = lowX + (column + ring) * cell - px;
        double north = pz - (lowZ + (row - ring + 1) * cell);
        double south = lowZ + (row + ring) * cell - pz;
        return Math.max(0, Math.min(Math.min(west, east), Math.min(north, south)));
    }

    private double nearest(int c, double px, double py, double pz, double sofar) {
        double best = sofar;
        for (int s = start[c]; s < start[c + 1]; s++) {
            int i = sorted[s];
            double dx = x[i] - px;
            double dy = y[i] - py;
            double dz = z[i] - pz;
            best = Math.min(best, dx * dx + dy * dy + dz * dz);
        }
        return best;
    }
}
