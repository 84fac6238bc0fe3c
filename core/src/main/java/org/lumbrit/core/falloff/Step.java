package org.lumbrit.core.falloff;

import java.util.Optional;
import org.lumbrit.core.kinds.Saying;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Wide;

/**
 * One reshaping of a falloff. A new step is one record of its own, with {@code id} and {@code skipped} first, and its name in
 * the {@code permits} line.
 */
public sealed interface Step
        permits InvertStep,
                WindowStep,
                ClampStep,
                ContrastStep,
                CurveStep,
                ScaleStep,
                CombiningStep,
                TerraceStep,
                GridStep {

    String id();

    /** A skipped step stays in the recipe and changes nothing. */
    boolean skipped();

    /** The falloff that this step combines with, where it does. */
    default Optional<String> other() {
        return Optional.empty();
    }

    /** Says what is wrong with its settings beyond what their descriptions say. */
    default void check(Saying wrong) {}

    /** Whether it works over the whole place at once, so that it cannot reshape what has another value for each plant. */
    default boolean overPlace() {
        return false;
    }

    /** Whether 0 stays 0, whatever the other falloff is. */
    default boolean keepsZero() {
        double[] value = {0};
        if (other().isEmpty()) {
            apply(value, new double[0], 1);
        }
        return other().isEmpty() && value[0] == 0;
    }

    /**
     * Reshapes values in their place.
     *
     * @param values the values so far, of {@code count} samples
     * @param with values of the other falloff, or an empty array where there is none
     */
    void apply(double[] values, double[] with, int count);

    /**
     * The reshaped values of samples from..to−1, rounded to floats.
     *
     * @param in the values so far; may be the same array as {@code out}
     * @param with values of the other falloff, or an empty array where there is none
     */
    default void reshape(float[] in, float[] with, int from, int to, float[] out) {
        double[] values = Wide.from(in, from, to, Chunks.scratch(0, to - from));
        double[] others = with.length == 0 ? Wide.NONE : Wide.from(with, from, to, Chunks.scratch(1, to - from));
        apply(values, others, to - from);
        Wide.to(values, out, from, to);
    }

    /** The card's title. */
    String title(Names names);
}
