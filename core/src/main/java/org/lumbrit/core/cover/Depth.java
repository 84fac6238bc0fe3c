package org.lumbrit.core.cover;

import org.lumbrit.core.surface.Region;

/**
 * How far candidates have to be settled: ranks beyond are not needed where density is low.
 *
 * @param levels that a size class descends, 1…{@value Settling#LEVELS}
 * @param part of the ranks of the first level, 0..1; below 1 only where there is one level and one spacing
 */
record Depth(int levels, double part) {

    /** The depth that each part of the ground needs. */
    interface Local {
        Depth within(Region region);
    }

    /** So many levels all over. */
    static Local everywhere(int levels) {
        Depth same = new Depth(levels, 1);
        return region -> same;
    }

    /** What one spacing needs to reach a density. @param ratio side of the coarsest cell per spacing; @param perSquare plants per spacing² */
    static Depth of(double ratio, double perSquare) {
        SettlingCurve curve = SettlingCurve.curve();
        int levels = curve.levelsFor(ratio, perSquare);
        // where plants are few, of the first level only the lowest ranks are needed
        return new Depth(levels, levels == 1 ? curve.partFor(ratio, perSquare) : 1);
    }
}
