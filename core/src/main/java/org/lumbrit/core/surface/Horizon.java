package org.lumbrit.core.surface;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * How high the ground stands up around a place. A height field hides, in every compass direction, exactly what lies below its
 * horizon, so the cosine-weighted free share of the sky in that direction is 1/(1 + tan²) of the horizon's elevation.
 */
public final class Horizon {
    /** Compass directions of a sky view; as many elevations are covered exactly. */
    public static final int DIRECTIONS = 48;

    private Horizon() {}

    /**
     * Tangent of the horizon's elevation toward (dx, dz), but no less than a floor. The march goes by three quarters of a cell,
     * farther out by three hundredths of the distance, and leaps over blocks of cells that lie below the horizon found so far.
     *
     * @param dx with dz a unit vector; @param reach metres; @param floor what is of no interest, −∞ where all is
     */
    public static double tangent(
            Ground ground, double x, double y, double z, double dx, double dz, double reach, double floor) {
        double halfWidth = ground.width() / 2;
        double halfDepth = ground.depth() / 2;
        double most = floor;
        double least = 0.75 * ground.cell();
        double highest = ground.highest() - y;
        double t = least;
        while (t <= reach) {
            double px = x + dx * t;
            double pz = z + dz * t;
            if (px < -halfWidth || px > halfWidth || pz < -halfDepth || pz > halfDepth || highest < most * t) {
                return most;
            }
            int block = ground.blockAt(px, pz);
            if (ground.blockHighest(block) - y < most * t) {
                t += Math.max(least, ground.toBlockBorder(block, px, pz, dx, dz) + 1e-9);
                continue;
            }
            most = Math.max(most, (ground.height(px, pz) - y) / t);
            t += Math.max(least, 0.03 * t);
        }
        return most;
    }

    /** Cosine-weighted free share of the sky at a place, 0..1. */
    public static double sky(Ground ground, double x, double y, double z, double reach) {
        double lifted = y + 1e-4 * Math.max(ground.width(), ground.depth());
        double sum = 0;
        for (int k = 0; k < DIRECTIONS; k++) {
            double angle = 2 * StrictMath.PI * (k + 0.5) / DIRECTIONS;
            double tangent = tangent(ground, x, lifted, z, StrictMath.sin(angle), StrictMath.cos(angle), reach, 0);
            sum += 1 / (1 + tangent * tangent);
        }
        return sum / DIRECTIONS;
    }

    /** Sky view at all nodes of a lattice. */
    public static float[] sky(Lattice lattice, double reach, Cancel cancel) {
        float[] free = new float[lattice.count()];
        Chunks.run(free.length, 512, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                double x = lattice.x(i % lattice.columns());
                double z = lattice.z(i / lattice.columns());
                free[i] = (float) sky(lattice.ground(), x, lattice.ground().height(x, z), z, reach);
            }
        });
        return free;
    }
}
