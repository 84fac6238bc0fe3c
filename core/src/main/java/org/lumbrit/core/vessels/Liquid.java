package org.lumbrit.core.vessels;

import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.surface.Submerged;

/**
 * How a liquid lies in a hollow: its top is a plane, under which its volume lies.
 *
 * @param up unit normal of the top in the hollow's own frame
 * @param level along that normal
 * @param volume cubic metres of the own frame that are in it
 * @param room how much there is room for below the lowest place of the rim, as it is tilted
 */
public record Liquid(double[] up, double level, double volume, double room) {

    /** How much a hollow holds as it is tilted, below the lowest place of its rim. */
    public static double room(Cavity cavity, double[] up) {
        return Submerged.below(cavity.mesh(), up[0], up[1], up[2], brim(cavity, up))[0];
    }

    /**
     * @param up unit normal of the level in the hollow's own frame
     * @param volume cubic metres of the own frame; what there is no room for is left out
     */
    public static Liquid of(Cavity cavity, double[] up, double volume) {
        double room = room(cavity, up);
        double stays = Math.max(0, Math.min(volume, room));
        double level = stays >= room
                ? Math.min(brim(cavity, up), cavity.mesh().extentAlong(up[0], up[1], up[2])[1])
                : Submerged.level(cavity.mesh(), up[0], up[1], up[2], stays);
        return new Liquid(up, level, stays, room);
    }

    /** The lowest place of the rim along a normal; the top of the hollow where it has none. */
    private static double brim(Cavity cavity, double[] up) {
        double[] rim = cavity.rim();
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < rim.length; i += 3) {
            least = Math.min(least, up[0] * rim[i] + up[1] * rim[i + 1] + up[2] * rim[i + 2]);
        }
        return Double.isInfinite(least) ? cavity.mesh().extentAlong(up[0], up[1], up[2])[1] + 1 : least;
    }

    /** It as a closed mesh of the own frame; the triangles of its top come last. */
    public PlaneCut body(Cavity cavity) {
        return PlaneCut.below(cavity.mesh(), up[0], up[1], up[2], level);
    }

    /** Its top alone. */
    public PlaneCut top(Cavity cavity) {
        return PlaneCut.cap(cavity.mesh(), up[0], up[1], up[2], level);
    }
}
