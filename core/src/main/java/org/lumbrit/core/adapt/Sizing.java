package org.lumbrit.core.adapt;

import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Carry;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.recipe.Begun;
import org.lumbrit.core.recipe.GroundSpec;

/**
 * What a new thing begins with, for the size of its site: descriptions give lengths for a site {@value #USUAL} m wide, and of what goes by the
 * size of a prop for one {@value #USUAL_PROP} m long. In one of nearly that size they stay as they are; else they grow and shrink with
 * it, to two digits.
 */
public final class Sizing implements Carry {
    /** Metres of the longer side of the site that descriptions are made for. */
    public static final double USUAL = 160;
    /** Metres of the longest side of the prop that descriptions are made for. */
    public static final double USUAL_PROP = 2.5;
    /** Sites between a third and three times as wide are of nearly that size. */
    private static final double NEARLY = 3;

    private final double times;

    private Sizing(double times) {
        this.times = times > 1 / NEARLY && times < NEARLY ? 1 : times;
    }

    /** For a ground. */
    public static Sizing of(GroundSpec ground) {
        return new Sizing(Math.max(ground.width(), ground.depth().orElse(0.0)) / USUAL);
    }

    /** For a prop. @param extent metres of its longest side, above 0 */
    public static Sizing ofProp(double extent) {
        return new Sizing(extent / USUAL_PROP);
    }

    /** How many times as long lengths are. */
    public double times() {
        return times;
    }

    /** A layer with what it brings along; covers size their plants themselves. */
    public Begun.Made made(Begun.Made begun) {
        if (times == 1) {
            return begun;
        }
        Numbers numbers = new Numbers(this);
        return new Begun.Made(
                begun.falloffs().stream()
                        .map(falloff -> (Falloff) Kinds.with(falloff, "source", numbers.of((Record) falloff.source())))
                        .toList(),
                numbers.of(begun.layer()),
                begun.drives(),
                begun.row(),
                begun.values(),
                begun.note());
    }

    @Override
    public double length(double metres) {
        return rounded(metres * times);
    }

    /** Heights are where they are. */
    @Override
    public double height(double metres) {
        return metres;
    }

    @Override
    public double rise(double metres) {
        return length(metres);
    }

    private static double rounded(double value) {
        if (value == 0) {
            return 0;
        }
        double step = StrictMath.pow(10, Math.floor(StrictMath.log10(Math.abs(value))) - 1);
        // a whole number of steps of which there are ten to a power of ten, without the dust of the division
        return step >= 1 ? Math.rint(value / step) * step : Math.rint(value / step) / Math.rint(1 / step);
    }
}
