package org.lumbrit.core.falloff;

import org.lumbrit.core.kinds.Apart;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.GaussianBlur;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshSmoothing;
import org.lumbrit.core.surface.Samples;

/** A Gaussian with σ of half the given metres over the ground's grid; borders are mirrored by half a sample. */
@Kind(name = "smooth", title = "Smooth", help = "Blurs the value over the ground by so many metres.")
public record SmoothStep(
        @Apart String id,
        @Apart boolean skipped,

        @Setting(
                title = "over",
                unit = "m",
                min = 0,
                max = 10000,
                slider = {0, 20},
                byDefault = "2")
        double metres)
        implements GridStep {

    @Override
    public float[] over(Samples.Grid grid, float[] in) {
        return GaussianBlur.apply(
                in, grid.columns(), grid.rows(), metres / 2 / grid.cellX(), metres / 2 / grid.cellZ());
    }

    @Override
    public float[] over(Mesh mesh, double size, float[] in) {
        return new MeshSmoothing(mesh).smooth(in, metres / 2 / size);
    }

    @Override
    public String title(Names names) {
        return "Smooth";
    }
}
