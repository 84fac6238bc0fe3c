package org.lumbrit.core.stills;

import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.seeing.View;

/** How near to the sun the first thing on each of its rays lies: what lies farther is in its shadow (L. Williams, "Casting curved shadows on curved surfaces", 1978). */
final class SunMap {
    /** Cells along each side: the more, the more pixels the picture has. */
    private static final int LEAST = 256;

    private static final int MOST = 2048;
    private static final int ROWS = 64;
    /** Places round one that are asked, and how far round, in cells of the map. */
    private static final int ASKED = 4;

    private static final double ROUND = 1.3;

    private final View view;
    private final int side;
    private final float[] nearest;
    /** Metres. */
    private final double cell;

    /**
     * @param pixels of the picture's longer side; @param half metres from the middle of what it holds to each side
     * @param toSun a unit vector
     */
    SunMap(List<Solid> casters, int pixels, double x, double y, double z, double half, double[] toSun, Cancel cancel) {
        side = Math.max(LEAST, Math.min(MOST, 2 * Integer.highestOneBit(Math.max(1, 2 * pixels - 1))));
        nearest = new float[side * side];
        view = View.along(x, y, z, half, new double[] {-toSun[0], -toSun[1], -toSun[2]}, side);
        cell = 2 * half / side;
        List<Projected> all = casters.parallelStream()
                .map(solid -> new Projected(solid, view, Double.NEGATIVE_INFINITY))
                .filter(each -> each.count() > 0)
                .toList();
        Strips strips = new Strips(all, side, side, ROWS, false);
        Chunks.run(strips.count, 1, cancel, (from, to) -> {
            for (int strip = from; strip < to; strip++) {
                Rows rows = new Rows(side, strip * ROWS, ROWS, false);
                rows.draw(all, strips, strip);
                System.arraycopy(rows.nearness, 0, nearest, strip * ROWS * side, ROWS * side);
            }
        });
    }

    /** Whether a place lies well inside. */
    boolean holds(double x, double y, double z, double[] out) {
        view.project(x, y, z, out);
        return out[0] > 4 && out[1] > 4 && out[0] < side - 4 && out[1] < side - 4;
    }

    /**
     * How much of the sun reaches a place that it {@link #holds}, 0..1.
     *
     * @param at what that gave; @param own of the picture's sample, so that neighbours ask round themselves in other ways
     */
    double through(double[] at, long own) {
        double free = 0;
        double turn = 2 * StrictMath.PI * Hash.unit(own);
        double sine = StrictMath.sin(turn);
        double cosine = StrictMath.cos(turn);
        for (int k = 0; k < ASKED; k++) {
            double far = ROUND * Math.sqrt((k + 0.5) / ASKED);
            double x = at[0] + far * (k % 2 == 0 ? cosine : -sine) * (k < 2 ? 1 : -1);
            double y = at[1] + far * (k % 2 == 0 ? sine : cosine) * (k < 2 ? 1 : -1);
            free += hides(x, y, at[2]) ? 0 : 1;
        }
        return free / ASKED;
    }

    /** Whether something lies between the sun and a place. @param x of the map, cells; @param nearness likewise */
    boolean hides(double x, double y, double nearness) {
        return nearest[(int) y * side + (int) x] > nearness + 1.2 * cell;
    }

    double cell() {
        return cell;
    }
}
