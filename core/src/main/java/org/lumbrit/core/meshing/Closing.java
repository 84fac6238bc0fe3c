package org.lumbrit.core.meshing;

import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Directions;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.TriangleTree;

/**
 * A closed skin round a mesh with holes or crossings: the border of where it goes round a place more than half a time, in cells of a chosen size, each
 * vertex then moved back onto the mesh where that is near and not round a corner. What is thinner than a cell may be lost; holes are covered.
 */
public final class Closing {
    /** Nodes of a grid at most. */
    private static final long MOST = 40_000_000;

    /** Cosine of the turn of a facet, and share of its area, below which its vertices are not moved onto the mesh. */
    private static final double TURNED = 0.5;

    /** Cosine between a vertex's normal and the facet that it is moved onto, at least. */
    private static final double ALIKE = 0.8;

    private static final double SHRUNK = 0.15;
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
        HalfEdges skin = sound(LevelSurface.of(field.smoothed(1, cancel), cancel), cell, cancel);
        double[] before = skin.allPlaces();
        double[] normals = skin.normals();
        double[] places = skin.places();
        Chunks.run(skin.vertices(), 256, cancel, (from, to) -> {
            TriangleTree.Probe probe = tree.probe();
            double[] at = new double[3];
            for (int v = from; v < to; v++) {
                double away = probe.distance(places[3 * v], places[3 * v + 1], places[3 * v + 2]);
                double[] own = {normals[3 * v], normals[3 * v + 1], normals[3 * v + 2]};
                // near a crease the nearest place may lie round it
                if (away < 0.5 * cell && Directions.cosine(own, mesh.facing(3 * probe.triangle())) > ALIKE) {
                    probe.point(at);
                    System.arraycopy(at, 0, places, 3 * v, 3);
                }
            }
        });
        unfolded(skin, before);
        Mesh made = skin.mesh();
        if (!MeshCheck.of(made).closed()
                || new Crossings(made).in(made.positions(), cancel).any()) {
            System.arraycopy(before, 0, places, 0, before.length);
        }
        return skin;
    }

    /** Even triangles, or at least none too small, where nothing of it meets itself by that. */
    private static HalfEdges sound(HalfEdges skin, double cell, Cancel cancel) {
        HalfEdges even = EvenTriangles.of(skin.packed(), cell, 3, false, cancel);
        if (!crosses(even, cancel)) {
            return even;
        }
        HalfEdges thinned = EvenTriangles.withoutShort(skin.packed(), 0.8 * cell, cancel);
        return crosses(thinned, cancel) ? skin : thinned;
    }

    private static boolean crosses(HalfEdges edges, Cancel cancel) {
        return Crossings.of(edges.mesh(), cancel).any();
    }

    /** Lets vertices go back to where they were, where a facet would turn far otherwise. */
    private static void unfolded(HalfEdges skin, double[] before) {
        int[] corners = skin.allCorners();
        double[] places = skin.places();
        double[] one = new double[3];
        double[] two = new double[3];
        boolean any = true;
        while (any) {
            any = false;
            double[] after = places.clone();
            for (int t = 0; t < corners.length; t += 3) {
                Directions.facing(corners, t, before, one, 0);
                Directions.facing(corners, t, after, two, 0);
                double area = Math.sqrt(Directions.dot(two, two) / Math.max(1e-300, Directions.dot(one, one)));
                for (int k = 0; k < 3 && (Directions.cosine(one, two) < TURNED || area < SHRUNK); k++) {
                    int v = 3 * corners[t + k];
                    any |= places[v] != before[v] || places[v + 1] != before[v + 1] || places[v + 2] != before[v + 2];
                    System.arraycopy(before, v, places, v, 3);
                }
            }
        }
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
