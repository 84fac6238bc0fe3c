package org.lumbrit.core.answers;

import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.surface.Ground;

/** The share of the ground in plan under plants, each a disc as wide as it, on a grid of cells of about a 1024th of the ground. */
final class Canopy {
    private static final int CELLS = 1024;

    private final double west;
    private final double north;
    private final double cell;
    private final int across;
    private final int down;

    Canopy(Ground ground) {
        west = -ground.width() / 2;
        north = -ground.depth() / 2;
        cell = Math.max(ground.width(), ground.depth()) / CELLS;
        across = (int) Math.ceil(ground.width() / cell);
        down = (int) Math.ceil(ground.depth() / cell);
    }

    /** A disc smaller than a cell counts by its area. */
    double share(Plants plants) {
        float[] covered = new float[across * down];
        for (int i = 0; i < plants.count(); i++) {
            double radius = plants.width().at(i) / 2;
            double x = (plants.feet().x()[i] - west) / cell;
            double z = (plants.feet().z()[i] - north) / cell;
            if (radius < cell) {
                int at = index((int) x, (int) z);
                float area = (float) (StrictMath.PI * radius * radius / (cell * cell));
                covered[at] = covered[at] + (1 - covered[at]) * Math.min(1, area);
            } else {
                disc(covered, x, z, radius / cell);
            }
        }
        double sum = 0;
        for (float each : covered) {
            sum += each;
        }
        return sum / covered.length;
    }

    private void disc(float[] covered, double x, double z, double radius) {
        for (int row = Math.max(0, (int) (z - radius)); row <= Math.min(down - 1, (int) (z + radius)); row++) {
            for (int column = Math.max(0, (int) (x - radius));
                    column <= Math.min(across - 1, (int) (x + radius));
                    column++) {
                double dx = column + 0.5 - x;
                double dz = row + 0.5 - z;
                if (dx * dx + dz * dz <= radius * radius) {
                    covered[row * across + column] = 1;
                }
            }
        }
    }

    private int index(int column, int row) {
        return Math.min(down - 1, Math.max(0, row)) * across + Math.min(across - 1, Math.max(0, column));
    }
}
