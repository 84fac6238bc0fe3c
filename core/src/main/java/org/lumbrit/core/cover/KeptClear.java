package org.lumbrit.core.cover;

import java.util.Arrays;
import java.util.List;

/** The discs that plants of other covers keep to themselves, in cells in plan as wide as the largest. Thread-safe. */
final class KeptClear {
    private final Plants[] plants;
    private final int[] layer;
    private final int[] index;
    private final int[] start;
    private final double cell;
    private final double lowX;
    private final double lowZ;
    private final int across;
    private final int down;

    KeptClear(List<Plants> before) {
        plants = before.toArray(Plants[]::new);
        int total = before.stream().mapToInt(Plants::count).sum();
        double most = 1e-3;
        double west = 1e300;
        double north = 1e300;
        double east = -1e300;
        double south = -1e300;
        for (Plants each : plants) {
            for (int i = 0; i < each.count(); i++) {
                most = Math.max(most, each.room().at(i));
                west = Math.min(west, each.feet().x()[i]);
                east = Math.max(east, each.feet().x()[i]);
                north = Math.min(north, each.feet().z()[i]);
                south = Math.max(south, each.feet().z()[i]);
            }
        }
        lowX = total == 0 ? 0 : west;
        lowZ = total == 0 ? 0 : north;
        double widest = total == 0 ? 0 : Math.max(east - west, south - north);
        cell = Math.max(most, widest / 2048);
        across = 1 + (total == 0 ? 0 : (int) ((east - west) / cell));
        down = 1 + (total == 0 ? 0 : (int) ((south - north) / cell));
        start = new int[across * down + 1];
        layer = new int[total];
        index = new int[total];
        fill();
    }

    private void fill() {
        for (Plants each : plants) {
            for (int i = 0; i < each.count(); i++) {
                start[cellOf(each, i) + 1]++;
            }
        }
        for (int c = 1; c < start.length; c++) {
            start[c] += start[c - 1];
        }
        int[] next = Arrays.copyOf(start, start.length);
        for (int l = 0; l < plants.length; l++) {
            for (int i = 0; i < plants[l].count(); i++) {
                int at = next[cellOf(plants[l], i)]++;
                layer[at] = l;
                index[at] = i;
            }
        }
    }

    private int cellOf(Plants each, int i) {
        int column = Math.min(across - 1, (int) ((each.feet().x()[i] - lowX) / cell));
        int row = Math.min(down - 1, (int) ((each.feet().z()[i] - lowZ) / cell));
        return row * across + column;
    }

    /** Whether a plant with so much room, metres across, would stand nearer to one of them than the mean of their rooms. */
    boolean taken(double x, double y, double z, double room) {
        double reach = (room + cell) / 2;
        int firstColumn = Math.max(0, (int) Math.floor((x - reach - lowX) / cell));
        int lastColumn = Math.min(across - 1, (int) Math.floor((x + reach - lowX) / cell));
        int firstRow = Math.max(0, (int) Math.floor((z - reach - lowZ) / cell));
        int lastRow = Math.min(down - 1, (int) Math.floor((z + reach - lowZ) / cell));
        for (int row = firstRow; row <= lastRow; row++) {
            for (int column = firstColumn; column <= lastColumn; column++) {
                int c = row * across + column;
                for (int s = start[c]; s < start[c + 1]; s++) {
                    Plants each = plants[layer[s]];
                    int i = index[s];
                    double dx = each.feet().x()[i] - x;
                    double dy = each.feet().y()[i] - y;
                    double dz = each.feet().z()[i] - z;
                    double near = (room + each.room().at(i)) / 2;
                    if (dx * dx + dy * dy + dz * dz < near * near) {
                        return true;
                    }
                }
            }
        }
        return false;
    }
}
