package org.lumbrit.core.motion;

import org.lumbrit.core.falloff.Headings;
import org.lumbrit.core.falloff.Loop;

/** Patterns that travel rigidly: they come back after T exactly where they repeat in space every v·T. */
final class Travel {
    private Travel() {}

    /** After how many cells a lattice repeats downwind so that the pattern comes back after the loop; 0 for never. */
    static int period(double speed, double loop, double size) {
        int cells = Loop.whole(Math.abs(speed) * loop / size);
        return cells < Loop.FEWEST_CELLS ? 0 : cells;
    }

    /** The unit vector of a heading: east and south, exact along the axes. */
    static double[] direction(double heading) {
        double[] d = Headings.direction(heading, 0);
        return new double[] {d[0], d[2]};
    }
}
