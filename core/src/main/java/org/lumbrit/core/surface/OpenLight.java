package org.lumbrit.core.surface;

import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.KeyBuilder;
import org.lumbrit.core.math.Results;

/** The light that a whole ground lets through to itself, at the nodes of a coarse lattice, kept for whoever draws it. */
public final class OpenLight {
    /** Nodes along the longer side. */
    public static final int NODES = 257;
    /** Of a finer ground the light over a copy so fine cannot be told from its own at so few nodes. */
    private static final int FINE = 2049;

    private OpenLight() {}

    /** Where the light is known. */
    public static Lattice lattice(Ground ground) {
        return lit(ground).lattice(NODES);
    }

    private static Ground lit(Ground whole) {
        return whole.finerThan(FINE) ? whole.resampled(FINE, "light of " + whole.key()) : whole;
    }

    /**
     * Sunlight, one byte a node, 255 = free.
     *
     * @param heading where it comes from, degrees clockwise from −Z; @param elevation degrees above the horizon
     */
    public static byte[] sun(Ground whole, double heading, double elevation, Results results, Cancel cancel) {
        String key = new KeyBuilder("open sun/1")
                .add(whole.key())
                .add(heading)
                .add(elevation)
                .key();
        return results.get(key, cancel, shared -> {
            shared.doing("sunlight");
            Ground ground = lit(whole);
            return GroundLight.sun(ground, ground.lattice(NODES).samples(), heading, elevation, shared);
        });
    }

    /** Sky light of the same nodes. */
    public static byte[] sky(Ground whole, Results results, Cancel cancel) {
        String key = new KeyBuilder("open sky/1").add(whole.key()).key();
        return results.get(key, cancel, shared -> {
            shared.doing("sky light");
            Lattice coarse = lattice(whole);
            return GroundLight.sky(coarse, coarse.samples(), shared);
        });
    }
}
