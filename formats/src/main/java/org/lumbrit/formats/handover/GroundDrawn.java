package org.lumbrit.formats.handover;

import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;

/** The ground as triangles: at all its nodes where these are not too many, else at fewer, and then it is said how far that is off. */
final class GroundDrawn {
    /** Nodes along the longer side: 8.4 million triangles where both are as long. */
    private static final int LONGEST = 2049;

    private GroundDrawn() {}

    static Lattice lattice(Ground ground) {
        return ground.lattice(LONGEST);
    }

    /** How many nodes, and what is off by leaving some out. */
    static String said(Ground ground) {
        Lattice lattice = lattice(ground);
        String nodes = lattice.columns() + " × " + lattice.rows() + " nodes";
        if (lattice.columns() == ground.columns() && lattice.rows() == ground.rows()) {
            return nodes;
        }
        return nodes + " of " + ground.columns() + " × " + ground.rows() + ", at most "
                + Decimal.write(error(ground, lattice), 3) + " m off, while plants stand on the full ground";
    }

    /**
     * No node of the ground lies farther above or below the triangles between the nodes that are drawn, metres: the most from the
     * bilinear surface between these, and a quarter of the greatest twist, which is what triangles may differ from it.
     */
    static double error(Ground ground, Lattice lattice) {
        float[] heights = new float[lattice.count()];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) ground.height(lattice.x(i % lattice.columns()), lattice.z(i / lattice.columns()));
        }
        double most = 0;
        for (int row = 0; row < ground.rows(); row++) {
            for (int column = 0; column < ground.columns(); column++) {
                double drawn = lattice.between(heights, ground.x(column), ground.z(row));
                most = Math.max(most, Math.abs(drawn - ground.heights()[row * ground.columns() + column]));
            }
        }
        double twist = 0;
        for (int i = 0; i < heights.length - lattice.columns(); i++) {
            if (i % lattice.columns() < lattice.columns() - 1) {
                double one = (double) heights[i] - heights[i + 1];
                double other = (double) heights[i + lattice.columns()] - heights[i + lattice.columns() + 1];
                twist = Math.max(twist, Math.abs(one - other));
            }
        }
        return most + twist / 4;
    }
}
