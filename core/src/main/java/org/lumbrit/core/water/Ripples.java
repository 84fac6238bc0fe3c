package org.lumbrit.core.water;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;

/**
 * Small waves on a grid of wet and dry nodes: ∂²h/∂t² = c²∇²h − b·∂h/∂t by leap-frog, with centred damping. The Laplacian is what flows over
 * the sides between two wet nodes, so that any shore throws waves back exactly and the sum of all heights is kept.
 */
public final class Ripples {
    private final int columns;
    private final int rows;
    private final float[] east;
    private final float[] south;
    private final float[] damping;
    private final double dt;

    /**
     * @param wet whether a node is water; @param cellX metres; @param cellZ metres
     * @param speed m/s; @param damping 1/s at each node
     * @param dt seconds of a step; speed · dt · √(1/cellX² + 1/cellZ²) must not be above 1
     */
    public Ripples(
            boolean[] wet,
            int columns,
            int rows,
            double cellX,
            double cellZ,
            double speed,
            float[] damping,
            double dt) {
        this.columns = columns;
        this.rows = rows;
        this.damping = damping;
        this.dt = dt;
        if (speed * dt * Math.sqrt(1 / (cellX * cellX) + 1 / (cellZ * cellZ)) > 1 + 1e-9) {
            throw new IllegalArgumentException("a step of " + dt + " s is too long for these cells");
        }
        double square = speed * speed * dt * dt;
        east = new float[wet.length];
        south = new float[wet.length];
        for (int i = 0; i < wet.length; i++) {
            int c = i % columns;
            east[i] = wet[i] && c + 1 < columns && wet[i + 1] ? (float) (square / (cellX * cellX)) : 0;
            south[i] = wet[i] && i + columns < wet.length && wet[i + columns] ? (float) (square / (cellZ * cellZ)) : 0;
        }
    }

    /** How many steps an interval needs so that none is too long. */
    static int steps(double seconds, double speed, double cellX, double cellZ) {
        return (int) Math.max(
                1, Math.ceil(seconds * speed * Math.sqrt(1 / (cellX * cellX) + 1 / (cellZ * cellZ)) / 0.98));
    }

    /** One step. @param now heights, not changed; @param before those a step earlier; afterwards those a step later */
    public void step(float[] now, float[] before, Cancel cancel) {
        Chunks.run(rows, Math.max(8, (rows + 15) / 16), cancel, (from, to) -> {
            for (int row = from; row < to; row++) {
                int at = row * columns;
                boolean north = row > 0;
                for (int c = 0; c < columns; c++) {
                    int i = at + c;
                    float h = now[i];
                    float flows = east[i] == 0 ? 0 : east[i] * (now[i + 1] - h);
                    if (c > 0 && east[i - 1] != 0) {
                        flows += east[i - 1] * (now[i - 1] - h);
                    }
                    if (south[i] != 0) {
                        flows += south[i] * (now[i + columns] - h);
                    }
                    if (north && south[i - columns] != 0) {
                        flows += south[i - columns] * (now[i - columns] - h);
                    }
                    double half = 0.5 * damping[i] * dt;
                    before[i] = (float) ((2 * h - (1 - half) * before[i] + flows) / (1 + half));
                }
            }
        });
    }

    /** ½‖(next − now)/dt‖² + ½c²⟨∇next, ∇now⟩, which no step raises. */
    double energy(float[] now, float[] next) {
        double sum = 0;
        for (int i = 0; i < now.length; i++) {
            double v = (next[i] - now[i]) / dt;
            sum += 0.5 * v * v;
            if (east[i] != 0) {
                sum += 0.5 * east[i] / (dt * dt) * (next[i + 1] - next[i]) * ((double) now[i + 1] - now[i]);
            }
            if (south[i] != 0) {
                sum += 0.5
                        * south[i]
                        / (dt * dt)
                        * (next[i + columns] - next[i])
                        * ((double) now[i + columns] - now[i]);
            }
        }
        return sum;
    }
}
