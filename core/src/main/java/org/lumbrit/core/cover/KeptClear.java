package org.lumbrit.core.cover;

import java.util.Arrays;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/** The discs that plants of other covers keep to themselves, in cells in plan as wide as the largest. Thread-safe. */
final class KeptClear {
    /** The discs in the order of their cells: three numbers of the middle and the width, metres. */
    private final double[] discs;

    private final int[] start;
    private final double cell;
    private final double lowX;
    private final double lowZ;
    private final int across;
    private final int down;

    KeptClear(List<Plants> before) {
        int total = before.stream().mapToInt(Plants::count).sum();
        double most = 1e-3;
        double west = 1e300;
        double north = 1e300;
        double east = -1e300;
        double south = -1e300;
        for (Plants each : before) {
            double[] x = each.feet().x();
            double[] z = each.feet().z();
            for (int i = 0; i < x.length; i++) {
                west = x[i] < west ? x[i] : west;
                east = x[i] > east ? x[i] : east;
                north = z[i] < north ? z[i] : north;
                south = z[i] > south ? z[i] : south;
            }
            most = Math.max(most, each.room().most());
        }
        lowX = total == 0 ? 0 : west;
        lowZ = total == 0 ? 0 : north;
        double widest = total == 0 ? 0 : Math.max(east - west, south - north);
        cell = Math.max(most, widest / 2048);
        across = 1 + (total == 0 ? 0 : (int) ((east - west) / cell));
        down = 1 + (total == 0 ? 0 : (int) ((south - north) / cell));
        start = new int[across * down + 1];
        discs = new double[4 * total];
        fill(before);
    }

    private void fill(List<Plants> before) {
        List<int[]> cells = before.stream().map(this::cells).toList();
        for (int[] each : cells) {
            for (int cellOf : each) {
                start[cellOf + 1]++;
            }
        }
        for (int c = 1; c < start.length; c++) {
            start[c] += start[c - 1];
        }
        int[] next = Arrays.copyOf(start, start.length);
        for (int p = 0; p < cells.size(); p++) {
            Plants each = before.get(p);
            int[] cell = cells.get(p);
            double[] x = each.feet().x();
            double[] y = each.feet().y();
            double[] z = each.feet().z();
            for (int i = 0; i < cell.length; i++) {
                int at = 4 * next[cell[i]]++;
                discs[at] = x[i];
                discs[at + 1] = y[i];
                discs[at + 2] = z[i];
                discs[at + 3] = each.room().at(i);
            }
        }
    }

    /** In which cell each of them stands. */
    private int[] cells(Plants plants) {
        double[] x = plants.feet().x();
        double[] z = plants.feet().z();
        int[] cells = new int[x.length];
        Chunks.run(cells.length, Cancel.NEVER, (from, to) -> {
            for (int i = from; i < to; i++) {
                int column = Math.min(across - 1, (int) ((x[i] - lowX) / cell));
                int row = Math.min(down - 1, (int) ((z[i] - lowZ) / cell));
                cells[i] = row * across + column;
            }
        });
        return cells;
    }

    /** Whether a plant with so much room, metres across, would stand nearer to one of them than the mean of their rooms. */
    boolean taken(double x, double y, double z, double room) {
        double reach = (room + cell) / 2;
        int firstColumn = Math.max(0, (int) Math.floor((x - reach - lowX) / cell));
        int lastColumn = Math.min(across - 1, (int) Math.floor((x + reach - lowX) / cell));
        int firstRow = Math.max(0, (int) Math.floor((z - reach - lowZ) / cell));
        int lastRow = Math.min(down - 1, (int) Math.floor((z + reach - lowZ) / cell));
        if (firstColumn > lastColumn) {
            return false;
        }
        for (int row = firstRow; row <= lastRow; row++) {
            // the cells of a row lie one after the other
            int end = 4 * start[row * across + lastColumn + 1];
            for (int d = 4 * start[row * across + firstColumn]; d < end; d += 4) {
                double dx = discs[d] - x;
                double dy = discs[d + 1] - y;
                double dz = discs[d + 2] - z;
                double near = (room + discs[d + 3]) / 2;
                if (dx * dx + dy * dy + dz * dz < near * near) {
                    return true;
                }
            }
        }
        return false;
    }
}
