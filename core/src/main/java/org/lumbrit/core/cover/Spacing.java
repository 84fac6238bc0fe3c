package org.lumbrit.core.cover;

/** The spacing floor over the plane, metres. */
public interface Spacing {
    /** The smallest spacing anywhere, above 0. */
    double least();

    double most();

    /** Writes the spacing at count places. */
    void at(double[] x, double[] z, int count, double[] out);

    /** The same spacing everywhere. */
    record Same(double spacing) implements Spacing {
        @Override
        public double least() {
            return spacing;
        }

        @Override
        public double most() {
            return spacing;
        }

        @Override
        public void at(double[] x, double[] z, int count, double[] out) {
            java.util.Arrays.fill(out, 0, count, spacing);
        }
    }
}
