package org.lumbrit.core.adapt;

import org.lumbrit.core.surface.Ground;

/** How large a ground is, metres. */
public record Extent(double width, double depth, double lowest, double highest) {
    /** That of a ground. */
    public static Extent of(Ground ground) {
        return new Extent(ground.width(), ground.depth(), ground.lowest(), ground.highest());
    }

    double longer() {
        return Math.max(width, depth);
    }
}
