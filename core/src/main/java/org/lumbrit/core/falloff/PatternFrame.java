package org.lumbrit.core.falloff;

import org.lumbrit.core.surface.Owner;
import org.lumbrit.core.surface.Samples;

/**
 * The coordinates in which a pattern lies still. A pattern that travels has its first axis turned the way it goes, so that a
 * lattice can repeat along it; one at rest keeps the axes of the place. In a thing's own space coordinates run from its lowest
 * corner and are divided by one length, its longest side.
 *
 * @param speed metres a second (lengths of the longest side in own space); @param heading degrees, the way it goes
 */
record PatternFrame(double speed, double heading, Space space) {

    /** Writes the coordinates of samples start … start+count−1; the time is that of the scene, or the whole loops taken off. */
    void coordinates(
            Scene scene, double time, Samples samples, int start, int count, double[] x, double[] y, double[] z) {
        for (int i = 0; i < count; i++) {
            x[i] = samples.x()[start + i];
            y[i] = samples.y()[start + i];
            z[i] = samples.z()[start + i];
        }
        if (space == Space.OWN) {
            toOwn(scene.owner(), count, x, y, z);
        }
        if (speed != 0) {
            double[] d = Headings.direction(heading, 0);
            for (int i = 0; i < count; i++) {
                double downwind = x[i] * d[0] + z[i] * d[2];
                z[i] = z[i] * d[0] - x[i] * d[2];
                x[i] = downwind - speed * time;
            }
        }
    }

    private static void toOwn(Owner owner, int count, double[] x, double[] y, double[] z) {
        OwnBox box = OwnBox.of(owner);
        double[] place = new double[3];
        for (int i = 0; i < count; i++) {
            place[0] = x[i];
            place[1] = y[i];
            place[2] = z[i];
            owner.toOwn(place);
            x[i] = (place[0] - box.low()[0]) / box.longest();
            y[i] = (place[1] - box.low()[1]) / box.longest();
            z[i] = (place[2] - box.low()[2]) / box.longest();
        }
    }

    /**
     * After how many cells of a size a lattice must repeat along the first axis so that the pattern comes back after the loop:
     * the way it travels in that time. 0 where it does not travel, where there is no loop, or where that is no whole number.
     */
    int period(double loop, double cell) {
        return speed == 0 ? 0 : Loop.whole(Math.abs(speed) * loop / cell);
    }
}
