package org.lumbrit.core.plants;

/**
 * Where twigs grow: a round body between two heights that narrows to its top as far as it is pointed.
 *
 * @param low metres; @param high metres; @param radius metres; @param pointed 0..1
 */
record Crown(double low, double high, double radius, double pointed) {
    /** Metres about the axis. @param share of the way from its foot to its top */
    double radiusAt(double share) {
        double round = Math.sqrt(Math.max(0, 1 - (2 * share - 1) * (2 * share - 1)));
        double cone = Math.min(1, share / 0.15) * (1 - share);
        return radius * (round + pointed * (cone - round));
    }

    double volume() {
        double sum = 0;
        for (int i = 0; i < 64; i++) {
            double r = radiusAt((i + 0.5) / 64);
            sum += StrictMath.PI * r * r * (high - low) / 64;
        }
        return sum;
    }

    /** Metres from twig to twig where so many share it evenly. */
    double gap(int twigs) {
        return StrictMath.cbrt(volume() / twigs);
    }

    /** Whether a place lies inside. */
    boolean holds(double[] p) {
        double share = (p[1] - low) / (high - low);
        return share >= 0 && share <= 1 && Math.hypot(p[0], p[2]) <= radiusAt(share);
    }

    /** One of the places in it, evenly spread. */
    double[] point(Draw draw, int which) {
        double share = 0;
        for (int retry = 0; retry < 24; retry++) {
            share = draw.unit(100 + retry, which);
            double r = radiusAt(share) / radius;
            if (draw.unit(200 + retry, which) < r * r) {
                break;
            }
        }
        double[] out = Vec.level(2 * StrictMath.PI * draw.unit(300, which));
        double r = radiusAt(share) * Math.sqrt(draw.unit(301, which));
        return new double[] {out[0] * r, low + share * (high - low), out[2] * r};
    }
}
