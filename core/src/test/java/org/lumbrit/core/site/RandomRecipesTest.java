package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.edit.FalloffEdit;
import org.lumbrit.core.falloff.AverageStep;
import org.lumbrit.core.falloff.BandsSource;
import org.lumbrit.core.falloff.CellularSource;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.CurveStep;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.NoiseSource;
import org.lumbrit.core.falloff.ScaleStep;
import org.lumbrit.core.falloff.ScreenStep;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.SubtractStep;
import org.lumbrit.core.falloff.TerraceStep;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/** Laws that hold of every recipe, on recipes drawn at random. */
class RandomRecipesTest {
    private static final Ground GROUND = Grounds.bumpy(64, 60, 5);

    private static Source source(Random random) {
        return switch (random.nextInt(4)) {
            case 0 -> new HeightSource(random.nextDouble() * 4, random.nextDouble() * 9);
            case 1 ->
                new NoiseSource(
                        1 + random.nextDouble() * 9,
                        1 + random.nextInt(4),
                        0.5,
                        2,
                        1,
                        1,
                        1,
                        NoiseSource.Range.values()[random.nextInt(2)],
                        random.nextInt(99),
                        NoiseSource.Basis.values()[random.nextInt(2)],
                        NoiseSource.Shape.values()[random.nextInt(3)],
                        random.nextDouble() * 2,
                        0,
                        90,
                        0,
                        Space.PLACE,
                        false);
            case 2 ->
                new CellularSource(
                        1 + random.nextDouble() * 9,
                        CellularSource.Measure.values()[random.nextInt(2)],
                        random.nextBoolean(),
                        0,
                        90,
                        Space.PLACE,
                        random.nextInt(99));
            default ->
                new BandsSource(
                        1 + random.nextDouble() * 9,
                        random.nextDouble(),
                        random.nextDouble(),
                        random.nextDouble() * 360,
                        0,
                        0);
        };
    }

    private static Step step(Random random, String id, String other) {
        return switch (random.nextInt(11)) {
            case 0 -> new InvertStep(id, random.nextInt(5) == 0);
            case 1 -> new WindowStep(id, false, random.nextDouble(), random.nextDouble());
            case 2 -> new ContrastStep(id, false, 0.2 + random.nextDouble() * 5);
            case 3 -> new TerraceStep(id, false, 1 + random.nextInt(6), random.nextDouble());
            case 4 -> new ScaleStep(id, false, random.nextDouble() * 4 - 2, random.nextDouble() - 0.5);
            case 5 -> new MultiplyStep(id, false, other, random.nextDouble());
            case 6 -> new SubtractStep(id, false, other, random.nextDouble());
            case 7 -> new AverageStep(id, false, other, random.nextDouble());
            case 8 -> new ScreenStep(id, false, other, random.nextDouble());
            case 9 ->
                new CurveStep(
                        id,
                        false,
                        List.of(
                                new CurvePoint(0, random.nextDouble()),
                                new CurvePoint(0.4, random.nextDouble()),
                                new CurvePoint(1, random.nextDouble())));
            default -> new ClampStep(id, false, 0.1, 0.9);
        };
    }

    private static Recipe recipe(Random random) {
        Recipe recipe = Sites.recipe(Sites.cover(1, 0.5));
        for (int f = 0; f < 4; f++) {
            List<Step> steps = new ArrayList<>();
            for (int s = 0; s < random.nextInt(6); s++) {
                steps.add(step(random, "s" + s, f == 0 ? "patches" : "r" + random.nextInt(f)));
            }
            steps.add(new ClampStep("last", false, 0, 1));
            // the last clamp itself is never limited
            Optional<String> limit =
                    steps.size() > 1 && random.nextBoolean() ? Optional.of("patches") : Optional.empty();
            Falloff falloff = new Falloff("r" + f, "R" + f, source(random), steps)
                    .limited(steps.get(0).id(), limit);
            recipe = new FalloffEdit.Add(falloff, 99).apply(recipe);
        }
        return recipe;
    }

    @RepeatedTest(25)
    void afterAClampAFalloffIsWithinItsRangeAndOfOneMindWhateverTheBatch(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        Recipe recipe = recipe(random);
        Samples all = GROUND.lattice(64).samples();
        int[] some = random.ints(200, 0, all.count()).toArray();
        for (int f = 0; f < 4; f++) {
            float[] whole = Sites.evaluate(recipe, GROUND).falloff("r" + f, all);
            for (float v : whole) {
                assertThat(v).isBetween(0f, 1f);
            }
            float[] part = Sites.evaluate(recipe, GROUND).falloff("r" + f, all.pick("some", some));
            for (int i = 0; i < some.length; i++) {
                assertThat(part[i]).as("whole = tiles, to the bit").isEqualTo(whole[some[i]]);
            }
        }
    }

    @RepeatedTest(10)
    void aLimitBlendsBetweenBeforeAndAfterTheStep(RepetitionInfo info) {
        Random random = new Random(100 + info.getCurrentRepetition());
        Recipe recipe = recipe(random);
        Recipe free = new FalloffEdit.LimitStep("r3", "last", Optional.empty()).apply(recipe);
        Recipe bound = new FalloffEdit.LimitStep("r3", "last", Optional.of("patches")).apply(recipe);
        Samples all = GROUND.lattice(30).samples();
        int last = recipe.falloff("r3").orElseThrow().steps().size();
        float[] before = Sites.evaluate(free, GROUND).stage("r3", last - 1, all);
        float[] after = Sites.evaluate(free, GROUND).stage("r3", last, all);
        float[] limited = Sites.evaluate(bound, GROUND).stage("r3", last, all);
        float[] by = Sites.evaluate(bound, GROUND).falloff("patches", all);
        for (int i = 0; i < before.length; i++) {
            double expected = before[i] + by[i] * (after[i] - before[i]);
            assertThat((double) limited[i]).isCloseTo(expected, within(1e-5 + 1e-5 * Math.abs(expected)));
        }
    }
}
