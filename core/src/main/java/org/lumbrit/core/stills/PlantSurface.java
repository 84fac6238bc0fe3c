package org.lumbrit.core.stills;

/** Plants, whose vertices are lit already: they tell their colour in linear light. */
final class PlantSurface implements Surface {
    static final int EACH = 3;

    private final boolean quiet;

    /** @param quiet whether values are what is looked at */
    PlantSurface(boolean quiet) {
        this.quiet = quiet;
    }

    @Override
    public void colour(Spot s) {
        double[] c = s.numbers;
        if (quiet) {
            double grey = 0.3 * c[0] + 0.6 * c[1] + 0.1 * c[2];
            s.set(0.85 * Air.mix(grey, c[0], 0.45), 0.85 * Air.mix(grey, c[1], 0.45), 0.85 * Air.mix(grey, c[2], 0.45));
        } else {
            s.set(c[0], c[1], c[2]);
        }
    }
}
