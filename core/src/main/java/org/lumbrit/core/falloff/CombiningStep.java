package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;

/**
 * A step that combines a value with that of another falloff: v + amount·(op(v, w) − v). A new one is its record with its operation, and its
 * name in the {@code permits} line.
 */
public sealed interface CombiningStep extends Step
        permits MultiplyStep, AddStep, SubtractStep, LowestStep, HighestStep, AverageStep, ScreenStep {

    /** The id of the other falloff. */
    String falloff();

    /** How far the operation is taken, 0..1. */
    double amount();

    /** The operation on the value so far and the other falloff's. */
    double of(double v, double w);

    @Override
    default Optional<String> other() {
        return Optional.of(falloff());
    }

    @Override
    default void apply(double[] values, double[] with, int count) {
        double amount = amount();
        for (int i = 0; i < count; i++) {
            double v = values[i];
            values[i] = v + amount * (of(v, with[i]) - v);
        }
    }

    @Override
    default String title(Names names) {
        return Kinds.of((Record) this).title() + " " + names.nameOf(Refers.FALLOFF, falloff());
    }
}
