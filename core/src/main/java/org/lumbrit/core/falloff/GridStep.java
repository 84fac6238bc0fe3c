package org.lumbrit.core.falloff;

import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Samples;

/**
 * A step that looks at the neighbours. On the nodes of a grid it works on that grid, on a prop over its mesh; elsewhere its value is read, bilinear,
 * from the grid that the views use. It works over the place only.
 */
public sealed interface GridStep extends Step permits SmoothStep {

    /** The reshaped values of all nodes; the given array is not changed. */
    float[] over(Samples.Grid grid, float[] in);

    /**
     * The reshaped values of all vertices of a mesh.
     *
     * @param size the mesh stands so many times as large
     */
    float[] over(Mesh mesh, double size, float[] in);

    @Override
    default boolean overPlace() {
        return true;
    }

    @Override
    default boolean keepsZero() {
        // what is beside something is no longer 0
        return false;
    }

    @Override
    default void apply(double[] values, double[] with, int count) {
        throw new UnsupportedOperationException("a grid step needs the whole grid");
    }
}
