package org.lumbrit.core.relief;

/**
 * A number at each node of a grid; one number for all where nothing varies.
 *
 * @param grid row by row, or empty where {@code everywhere} holds
 */
public record NodeValues(float everywhere, float[] grid) {
    private static final float[] NONE = new float[0];

    /** The same at every node. */
    public static NodeValues constant(double value) {
        return new NodeValues((float) value, NONE);
    }

    /** One value a node, row by row from the north; the array must not be changed. */
    public static NodeValues of(float[] grid) {
        return new NodeValues(0, grid);
    }

    /** Whether it is the same at every node. */
    public boolean even() {
        return grid.length == 0;
    }

    /** The value at a node, counted row by row from the north-west. */
    public float at(int node) {
        return grid.length == 0 ? everywhere : grid[node];
    }

    /** All values times a factor. */
    public NodeValues times(double factor) {
        float[] scaled = new float[grid.length];
        for (int i = 0; i < scaled.length; i++) {
            scaled[i] = (float) (grid[i] * factor);
        }
        return new NodeValues((float) (everywhere * factor), scaled);
    }

    /** The greatest value of any node. */
    public float most() {
        float most = grid.length == 0 ? everywhere : Float.NEGATIVE_INFINITY;
        for (float value : grid) {
            most = Math.max(most, value);
        }
        return most;
    }
}
