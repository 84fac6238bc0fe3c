package org.lumbrit.core.falloff;

import org.lumbrit.core.surface.Owner;

/**
 * The box of a thing along its own axes, in which falloffs in its own space count.
 *
 * @param low its lowest corner; @param sides its lengths; @param longest the longest of them, never 0
 */
record OwnBox(double[] low, double[] sides, double longest) {
    static OwnBox of(Owner owner) {
        double[][] extents = {owner.extentAlong(1, 0, 0), owner.extentAlong(0, 1, 0), owner.extentAlong(0, 0, 1)};
        double[] low = new double[3];
        double[] sides = new double[3];
        double longest = 1e-12;
        for (int d = 0; d < 3; d++) {
            low[d] = extents[d][0];
            sides[d] = extents[d][1] - extents[d][0];
            longest = Math.max(longest, sides[d]);
        }
        return new OwnBox(low, sides, longest);
    }
}
