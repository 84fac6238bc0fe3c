package org.lumbrit.core.relief;

/**
 * A number at each node of a grid; one number for all where nothing varies.
 *
 * @param grid row by row, or empty where {@code everywhere} holds
 */
public record NodeValues(float everywhere, float[] grid) {
    private static final float[] NONE = new float[0];

    public static NodeValues constant(double value) {
        return new NodeValues((float) value, NONE);
    }

    public static NodeValues of(float[] grid) {
        return new NodeValues(0, grid);
    }

    public boolean even() {
        return grid.length == 0;
    }

    public float at(int node) {
        return grid.length == 0 ? everywhere : grid[node];
    }

    public NodeValues times(double factor) {
        float[] scaled = new float[grid.length];
        for (int i = 0; i < scaled.length; i++) {
            scaled[i] = (float) (grid[i] * factor);
        }
        return new NodeValues((float) (everywhere * factor), scaled);
    }

    public float most() {
        float most = grid.length == 0 ? everywhere : Float.NEGATIVE_INFINITY;
        for (float value : grid) {
            most = Math.max(most, value);
        }
        return most;
    }
}
