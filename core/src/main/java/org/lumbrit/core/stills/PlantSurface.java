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
        s.set(s.numbers[0], s.numbers[1], s.numbers[2]);
        if (quiet) {
            s.quiet(0.45, 0.85);
        }
    }
}
