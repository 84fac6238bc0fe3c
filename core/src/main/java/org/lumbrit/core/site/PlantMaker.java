package org.lumbrit.core.site;

import java.util.Optional;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Dressing;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.plants.PlantLayer;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.plants.PlantOwner;
import org.lumbrit.core.surface.Samples;

/** Makes the meshes of a plant, with what the falloffs along it make of them. */
public final class PlantMaker {
    private final SiteEvaluation evaluation;
    private final Cancel cancel;

    PlantMaker(SiteEvaluation evaluation, Cancel cancel) {
        this.evaluation = evaluation;
        this.cancel = cancel;
    }

    /** @param kept the nursery's layer, where the plant is one of those */
    Detail.Levels levels(Plant plant, int seed, int variant, Optional<PlantLayer> kept) {
        return Detail.of(detail -> {
            cancel.check();
            PlantMesh made = plant.mesh(seed, variant, detail, evaluation.plan().assets()::mesh);
            return kept.map(layer -> dressed(layer, made, variant)).orElse(made);
        });
    }

    /** What the falloffs along a plant make of its mesh. */
    private PlantMesh dressed(PlantLayer layer, PlantMesh made, int variant) {
        PlantMesh mesh = made;
        SiteEvaluation evaluation = this.evaluation.within(new PlantOwner(made));
        if (matters(layer, PlantLayer.WIDTH, 1)) {
            mesh = Dressing.widened(mesh, evaluation.property(layer, PlantLayer.WIDTH, alongVertices(mesh, variant)));
        }
        if (matters(layer, PlantLayer.ACCENT, 0)) {
            float[] share = evaluation.property(layer, PlantLayer.ACCENT, alongVertices(mesh, variant));
            mesh = Dressing.accented(mesh, layer.accent(), share);
        }
        if (matters(layer, PlantLayer.CURVE, 0)) {
            Samples along = Samples.allocateAlong(Samples.NOT_KEPT, Dressing.STEPS + 1);
            double tall = mesh.bounds()[4];
            for (int i = 0; i <= Dressing.STEPS; i++) {
                along.along()[i] = (float) i / Dressing.STEPS;
                along.y()[i] = tall * i / Dressing.STEPS;
                along.ny()[i] = 1;
                along.id()[i] = variant;
            }
            mesh = Dressing.curved(mesh, evaluation.property(layer, PlantLayer.CURVE, along));
        }
        return mesh;
    }

    /** Whether a property is anything else than the same harmless value everywhere. */
    private boolean matters(PlantLayer layer, String property, double harmless) {
        return !evaluation.plan().recipe().drivesOf(layer.id(), property).isEmpty()
                || layer.properties().get(property).high() != harmless;
    }

    /** The vertices of a plant in its own frame as samples. */
    public static Samples alongVertices(PlantMesh mesh, int variant) {
        Samples samples = Samples.allocateAlong(Samples.NOT_KEPT, mesh.vertices());
        for (int v = 0; v < mesh.vertices(); v++) {
            samples.x()[v] = mesh.positions()[3 * v];
            samples.y()[v] = mesh.positions()[3 * v + 1];
            samples.z()[v] = mesh.positions()[3 * v + 2];
            samples.nx()[v] = mesh.normals()[3 * v];
            samples.ny()[v] = mesh.normals()[3 * v + 1];
            samples.nz()[v] = mesh.normals()[3 * v + 2];
            samples.along()[v] = mesh.along()[v];
            samples.id()[v] = variant;
        }
        return samples;
    }
}
