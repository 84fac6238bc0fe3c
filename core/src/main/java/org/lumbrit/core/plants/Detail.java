package org.lumbrit.core.plants;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.surface.Deviation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

/**
 * One detail level of a plant.
 *
 * @param error metres: no place of this level is farther than this from the full mesh
 * @param missing metres: no place of the full mesh is farther than this from this level
 * @param standIn whether it is the card that stands for the plant
 */
public record Detail(PlantMesh mesh, double error, double missing, boolean standIn) implements Results.Weighted {
    /** Metres within which the largest distance is found, as a share of the plant's size. */
    private static final double TOLERANCE = 4e-3;

    @Override
    public long bytes() {
        return mesh.bytes() + 24;
    }

    /** Every level as a kept whole. */
    public record Levels(List<Detail> levels) implements Results.Weighted {
        @Override
        public long bytes() {
            return levels.stream().mapToLong(Detail::bytes).sum();
        }

        public Detail full() {
            return levels.get(0);
        }
    }

    /**
     * The full mesh first, then those that have fewer triangles than the one before, the stand-in last.
     *
     * @param made the mesh of a detail, 0 for the full one
     */
    public static Levels of(IntFunction<PlantMesh> made) {
        PlantMesh full = made.apply(0);
        if (full.triangles() == 0) {
            throw new UnusablePlantException(
                    "This plant has no triangles, so nothing of it could be seen. Choose another, or more of what it is made of.");
        }
        List<Detail> levels = new ArrayList<>();
        levels.add(new Detail(full, 0, 0, false));
        Mesh whole = full.mesh();
        TriangleTree tree = new TriangleTree(whole);
        double[] b = whole.bounds();
        double size = Math.sqrt(
                (b[3] - b[0]) * (b[3] - b[0]) + (b[4] - b[1]) * (b[4] - b[1]) + (b[5] - b[2]) * (b[5] - b[2]));
        int fewest = full.triangles();
        for (int detail = 1; detail <= Plant.LEVELS; detail++) {
            boolean standIn = detail == Plant.LEVELS;
            PlantMesh coarser = standIn ? StandIn.of(full) : made.apply(detail);
            if (coarser.triangles() > 0 && coarser.triangles() < fewest) {
                fewest = coarser.triangles();
                Mesh mesh = coarser.mesh();
                levels.add(new Detail(
                        coarser,
                        Deviation.largest(mesh, tree, TOLERANCE * size),
                        Deviation.largest(whole, new TriangleTree(mesh), TOLERANCE * size),
                        standIn));
            }
        }
        return new Levels(List.copyOf(levels));
    }
}
