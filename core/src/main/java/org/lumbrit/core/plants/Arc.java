package org.lumbrit.core.plants;

/** The centre line of something that bends evenly: an arc of its own length. */
final class Arc {
    private Arc() {}

    /**
     * Places along an arc that starts upward (leaned over) and turns further toward a level heading.
     *
     * @param foot where it starts; @param heading a level unit vector
     * @param lean radians away from upright at the start; @param bend radians that it turns further over its length
     */
    static double[][] line(double[] foot, double[] heading, double length, double lean, double bend, int segments) {
        double[][] line = new double[segments + 1][];
        double kappa = Math.abs(bend) < 1e-3 ? 1e-3 : bend;
        for (int i = 0; i <= segments; i++) {
            double a = (double) i / segments;
            // the integral of (sin, cos)(lean + kappa·t)
            double out = (StrictMath.cos(lean) - StrictMath.cos(lean + kappa * a)) / kappa * length;
            double up = (StrictMath.sin(lean + kappa * a) - StrictMath.sin(lean)) / kappa * length;
            line[i] = new double[] {foot[0] + heading[0] * out, foot[1] + up, foot[2] + heading[2] * out};
        }
        return line;
    }

    /** The same vector at every place. */
    static double[][] same(double[] vector, int count) {
        double[][] all = new double[count][];
        java.util.Arrays.fill(all, vector);
        return all;
    }
}
