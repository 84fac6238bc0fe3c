package org.lumbrit.core.cover;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.surface.Region;

/**
 * Where how much of a crowd is looked at: squares round the place that is looked from, each half as wide as the one before and with four
 * times its share, until all plants stand. What a wider one shows already a narrower one leaves out.
 *
 * @param region in plan, as far as it lies on the ground; @param side metres of the whole square
 * @param from the share that is shown there already; @param to the share that is shown then
 */
public record Ring(Region region, double side, double from, double to) {
    /** Squares begin on a lattice of this share of their side, so that a small step of the eye changes none. */
    private static final double LATTICE = 0.125;
    /** How far before the eye the middle lies, in sides: what is behind it is not seen. */
    private static final double AHEAD = 0.3;

    /** Metres from the eye within which all plants would stand, were the share to grow toward it as it does from ring to ring. */
    public double wholeWithin() {
        return 0.5 * side * Math.sqrt(to);
    }

    /**
     * The rings inside the whole.
     *
     * @param whole the ground; @param share of the crowd that is shown all over it
     * @param x of the eye in plan, metres; @param z likewise
     * @param heading that it looks to, degrees clockwise from −Z
     */
    public static List<Ring> round(Region whole, double share, double x, double z, double heading) {
        List<Ring> rings = new ArrayList<>();
        double side = Math.max(whole.x1() - whole.x0(), whole.z1() - whole.z0());
        double radians = StrictMath.toRadians(heading);
        for (double from = share; from < 1; from = Math.min(1, 4 * from)) {
            side /= 2;
            double step = LATTICE * side;
            double left = Math.rint((x + AHEAD * side * StrictMath.sin(radians) - side / 2) / step) * step;
            double top = Math.rint((z - AHEAD * side * StrictMath.cos(radians) - side / 2) / step) * step;
            Region square = new Region(left, top, left + side, top + side).and(whole);
            if (!square.isEmpty()) {
                rings.add(new Ring(square, side, from, Math.min(1, 4 * from)));
            }
        }
        return rings;
    }
}
