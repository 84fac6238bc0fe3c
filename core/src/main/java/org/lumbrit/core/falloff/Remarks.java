package org.lumbrit.core.falloff;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import org.lumbrit.core.math.Decimal;

/** Remarks that several sources make in the same words. */
final class Remarks {
    private Remarks() {}

    /** A pattern finer than two cells of the ground's grid. */
    static List<Remark> tooFine(Scene scene, double size, DoubleFunction<Source> withSize) {
        double cell = scene.ground().cell();
        if (size >= 2 * cell) {
            return List.of();
        }
        double least = Math.ceil(2000 * cell) / 1000;
        return List.of(new Remark(
                "finer than the ground's grid",
                "Its features of " + Readings.metres(size) + " are smaller than two cells of the ground, which are "
                        + Readings.metres(cell) + " wide: between its nodes they are lost.",
                "Make them " + Readings.metres(least),
                withSize.apply(least)));
    }

    /** Motion that does not come back after the loop. */
    static List<Remark> noLoop(Scene scene, Source source) {
        Loop loop = scene.loop() > 0 ? source.loop(scene.loop()).orElse(null) : null;
        if (loop == null || loop.exact()) {
            return List.of();
        }
        List<String> reasons = new ArrayList<>();
        if (loop.cells() > 0 && Loop.whole(loop.cells()) == 0) {
            reasons.add("it travels " + Decimal.write(loop.cells(), 3) + " features");
        }
        if (loop.turns() > 0 && Loop.whole(loop.turns()) == 0) {
            reasons.add("it churns through " + Decimal.write(loop.turns(), 3) + " patterns");
        }
        if (!loop.able()) {
            reasons.add("its lattice, or its lacunarity, cannot repeat");
        }
        return List.of(new Remark(
                "speed × loop is not whole",
                "In the loop of " + Decimal.write(scene.loop(), 2) + " s " + String.join(" and ", reasons)
                        + ", so the last frame does not meet the first.",
                "Fit it to the loop",
                source.fitted(scene.loop())));
    }
}
