package org.lumbrit.core.meshing;

import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

/**
 * A closed skin round a mesh with holes or crossings: the border of where it goes round a place more than half a time, in cells of a chosen size, each
 * vertex then moved back onto the mesh where that is near. What is thinner than a cell may be lost; holes are covered.
 */
public final class Closing {
    /** Nodes of a grid at most. */
    private static final long MOST = 40_000_000;

    private static final int MARGIN = 2;
    /** Cells outside that stand for far away. */
    private static final double AWAY = 4;

    private Closing() {}

    /**
     * The skin.
     *
     * @param cell metres, the size of its triangles
     * @throws BeyondRoomException where the grid would have too many nodes
     */
    public static HalfEdges of(Mesh mesh, double cell, Cancel cancel) {
        LevelSurface.Field field = grid(mesh.bounds(), cell, MARGIN);
        TriangleTree tree = new TriangleTree(mesh);
        Winding winding = new Winding(mesh);
        double[] low = field.low();
        Chunks.run(field.nz() * field.ny(), 1, cancel, (from, to) -> {
            TriangleTree.Probe probe = tree.probe();
            for (int row = from; row < to; row++) {
                double y = low[1] + cell * (row % field.ny());
                double z = low[2] + cell * (row / field.ny());
                for (int x = 0; x < field.nx(); x++) {
                    double px = low[0] + cell * x;
                    double inside = winding.at(px, y, z) - 0.5;
                    // across a hole the distance says nothing, but how often it goes round changes evenly
                    double near = Math.min(4 * cell * Math.abs(inside), probe.distance(px, y, z));
                    field.values()[row * field.nx() + x] = (float) (inside > 0 ? -near : near);
                }
            }
        });
        HalfEdges skin = EvenTriangles.of(LevelSurface.of(field, cancel), cell, 3, cancel);
        double[] places = skin.places();
        Chunks.run(skin.vertices(), 256, cancel, (from, to) -> {
            TriangleTree.Probe probe = tree.probe();
            double[] at = new double[3];
            for (int v = from; v < to; v++) {
                if (probe.distance(places[3 * v], places[3 * v + 1], places[3 * v + 2]) < 0.5 * cell) {
                    probe.point(at);
                    System.arraycopy(at, 0, places, 3 * v, 3);
                }
            }
        });
        return skin;
    }

    /** An empty grid round bounds, all of it some cells outside. @param margin cells on each side */
    public static LevelSurface.Field grid(double[] bounds, double cell, int margin) {
        int[] n = new int[3];
        double[] low = new double[3];
        long all = 1;
        for (int d = 0; d < 3; d++) {
            double cells = Math.ceil((bounds[3 + d] - bounds[d]) / cell) + 2 * margin;
            n[d] = (int) Math.min(1e8, cells + 1);
            low[d] = bounds[d] - margin * cell;
            all = Math.min(Long.MAX_VALUE / 200_000_000L, all * n[d]);
        }
        if (all > MOST) {
            throw new BeyondRoomException("Cells of " + cell + " m would need more than " + MOST / 1_000_000
                    + " million nodes here. Choose larger ones.");
        }
        float[] values = new float[(int) all];
        java.util.Arrays.fill(values, (float) (AWAY * cell));
        return new LevelSurface.Field(values, n[0], n[1], n[2], cell, low);
    }
}
