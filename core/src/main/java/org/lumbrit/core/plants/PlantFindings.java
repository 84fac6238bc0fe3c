package org.lumbrit.core.plants;

import java.util.List;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.recipe.Surroundings;

/** What is wrong with the nursery's plants that were brought in. */
final class PlantFindings {
    /** Of the vertices: with more of them cut off from the foot, the way along is bad. */
    private static final double BAD = 0.01;

    private PlantFindings() {}

    static List<Finding> of(PlantLayer layer, MeshPlant plant, Surroundings site) {
        try {
            double share = site.made(layer, Detail.Levels.class).full().mesh().withoutWayDown();
            if (share <= BAD) {
                return List.of();
            }
            boolean byHeight = plant.coordinate() == MeshPlant.Coordinate.HEIGHT;
            return List.of(new Finding(
                    Severity.WARNING,
                    layer.name() + ": way from foot to tip",
                    "From " + Decimal.write(100 * share, 1)
                            + " % of its vertices no neighbour leads toward the foot, so pieces would hang in the air while it grows.",
                    "",
                    "",
                    layer.id(),
                    byHeight ? "Count along the mesh" : "",
                    byHeight
                            ? List.of(new LayerEdit.Set(layer.withPlant(new MeshPlant(
                                    plant.file(),
                                    plant.unit(),
                                    plant.up(),
                                    plant.length(),
                                    MeshPlant.Coordinate.PATH,
                                    plant.stroke()))))
                            : List.of()));
        } catch (UnusablePlantException e) {
            return List.of(new Finding(
                    Severity.WARNING,
                    layer.name() + " cannot be made",
                    e.getMessage(),
                    "",
                    "",
                    layer.id(),
                    "",
                    List.of()));
        }
    }
}
