package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.findings.Finding.Severity;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.plants.MeshPlant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.UnusablePlantException;
import org.lumbrit.core.site.LayerEdit;
import org.lumbrit.core.site.SiteEvaluation;

/** What is wrong with the nursery's plants that were brought in. */
public final class PlantFindings {
    /** Of the vertices: with more of them cut off from the foot, the way along is bad. */
    private static final double BAD = 0.01;

    private PlantFindings() {}

    public static List<Finding> of(SiteEvaluation evaluation) {
        List<Finding> found = new ArrayList<>();
        for (PlantLayer layer : evaluation.plan().recipe().plants()) {
            if (layer.plant() instanceof MeshPlant plant) {
                found.addAll(of(evaluation, layer, plant));
            }
        }
        return found;
    }

    private static List<Finding> of(SiteEvaluation evaluation, PlantLayer layer, MeshPlant plant) {
        try {
            double share = evaluation.levels(layer, 0).full().mesh().withoutWayDown();
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
