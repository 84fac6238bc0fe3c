package org.lumbrit.core.falloff;

import org.lumbrit.core.drainage.Ways;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Lattice;

/**
 * How much ground drains through a place, at the ground's own nodes, at most {@value #NODES} along its longer side: kept for all sources
 * that read it.
 */
record Drained(Lattice lattice, float[] logArea) {
    static final int NODES = 1025;

    /** ln of the square metres above each node, made once a ground. */
    static Drained over(Scene scene) {
        Lattice lattice = scene.ground().lattice(NODES);
        return new Drained(lattice, scene.overGround("area above/1", cancel -> logAreas(lattice, cancel)));
    }

    static CellSize cell(Lattice lattice) {
        return new CellSize(lattice.x(1) - lattice.x(0), lattice.z(1) - lattice.z(0));
    }

    private static float[] logAreas(Lattice lattice, Cancel cancel) {
        double[] heights = new double[lattice.count()];
        Chunks.run(heights.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                heights[i] =
                        lattice.ground().height(lattice.x(i % lattice.columns()), lattice.z(i / lattice.columns()));
            }
        });
        double[] area = Ways.areaAbove(heights, lattice.columns(), lattice.rows(), cell(lattice));
        float[] log = new float[area.length];
        Chunks.run(log.length, cancel, (from, to) -> {
            for (int i = from; i < to; i++) {
                log[i] = (float) StrictMath.log(area[i]);
            }
        });
        return log;
    }

    /** ln of the square metres whose water runs through a place. */
    double logArea(double x, double z) {
        return lattice.between(logArea, x, z);
    }
}
