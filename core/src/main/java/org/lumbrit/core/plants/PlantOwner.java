package org.lumbrit.core.plants;

import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Samples;

/** A plant in its own frame as what samples lie on: its own space is the box of its mesh. */
public final class PlantOwner implements Owner {
    private final Mesh mesh;

    public PlantOwner(PlantMesh plant) {
        this.mesh = plant.mesh();
    }

    @Override
    public double cell() {
        return mesh.meanEdge();
    }

    @Override
    public void toOwn(double[] place) {
        // samples of a plant are in its own frame already
    }

    @Override
    public void directionToOwn(double[] direction) {
        // likewise
    }

    @Override
    public long facet(Samples samples, int index) {
        return index;
    }

    @Override
    public double[] extentAlong(double dx, double dy, double dz) {
        return mesh.extentAlong(dx, dy, dz);
    }
}
