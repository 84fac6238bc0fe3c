package org.lumbrit.core.stills;

import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.OpenLight;

/** How much of the sun and of the sky reaches places of a site: past the ground by its horizons, past plants and props by maps from the sun. */
final class Light {
    /** Fainter sun throws no shadow that is seen. */
    private static final double FAINT = 0.05;

    final Air air;
    private final Lattice lattice;
    private final float[] sun;
    private final float[] sky;
    private final List<SunMap> maps = new ArrayList<>();

    Light(SiteEvaluation site, Ground raised, Air air) {
        this.air = air;
        lattice = OpenLight.lattice(raised);
        sun = floats(OpenLight.sun(raised, air.heading, air.elevation, site.results(), site.cancel()));
        sky = floats(OpenLight.sky(raised, site.results(), site.cancel()));
    }

    private static float[] floats(byte[] bytes) {
        float[] all = new float[bytes.length];
        for (int i = 0; i < all.length; i++) {
            all[i] = (bytes[i] & 255) / 255f;
        }
        return all;
    }

    /** Lets things throw shadows: finely round the target, coarsely all over the site. @param pixels of the picture's longer side */
    void casting(List<Solid> casters, int pixels, Ground ground, double[] target, double near, Cancel cancel) {
        if (casters.isEmpty() || air.sun[1] < FAINT) {
            return;
        }
        double whole = 0.5 * Math.sqrt(ground.width() * ground.width() + ground.depth() * ground.depth());
        double middle = 0.5 * (ground.lowest() + ground.highest());
        if (near < 0.6 * whole) {
            maps.add(new SunMap(casters, pixels, target[0], target[1], target[2], near, air.toSun, cancel));
        }
        maps.add(new SunMap(casters, pixels, 0, middle, 0, whole, air.toSun, cancel));
    }

    /** Of the sky, at a place of the ground. */
    double sky(double x, double z) {
        return lattice.between(sky, x, z);
    }

    /** Of the sun, at a place of the ground, without plants and props. */
    double open(double x, double z) {
        return lattice.between(sun, x, z);
    }

    /**
     * How much of the sun plants and props let through to a place.
     *
     * @param ax the way along which it is asked a little off the place, so that a surface does not shade itself: a unit vector or longer
     * @param own told apart from others by
     */
    double through(double x, double y, double z, double ax, double ay, double az, long own, double[] out) {
        for (SunMap map : maps) {
            double off = 1.5 * map.cell();
            if (map.holds(x + off * ax, y + off * ay, z + off * az, out)) {
                return map.through(out, own);
            }
        }
        return 1;
    }

    /** The same for one of many neighbouring vertices, between which shadows are soft anyway: all or nothing. */
    double through(double x, double y, double z, double ax, double ay, double az, double[] out) {
        for (SunMap map : maps) {
            double off = 1.5 * map.cell();
            if (map.holds(x + off * ax, y + off * ay, z + off * az, out)) {
                return map.hides(out[0], out[1], out[2]) ? 0 : 1;
            }
        }
        return 1;
    }

    static long own(Spot spot) {
        return Hash.of(0x51, (long) (4 * spot.across), (long) (4 * spot.down));
    }
}
