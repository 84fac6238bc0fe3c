package org.lumbrit.core.site;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.falloff.AddStep;
import org.lumbrit.core.falloff.BallSource;
import org.lumbrit.core.falloff.BrushSource;
import org.lumbrit.core.falloff.ClampStep;
import org.lumbrit.core.falloff.ContrastStep;
import org.lumbrit.core.falloff.DistanceSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.InvertStep;
import org.lumbrit.core.falloff.MultiplyStep;
import org.lumbrit.core.falloff.PropDistanceSource;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.Step;
import org.lumbrit.core.falloff.Stroke;
import org.lumbrit.core.falloff.WindowStep;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Region;
import org.lumbrit.core.surface.Samples;

class SupportTest {
    private static final Ground BUMPY = Grounds.bumpy(31, 60, 2.5);
    private static final SplittableRandom RANDOM = new SplittableRandom(77);

    private static Point3 somewhere() {
        return new Point3(RANDOM.nextDouble(-30, 30), RANDOM.nextDouble(-1, 4), RANDOM.nextDouble(-30, 30));
    }

    private static Source source(int kind) {
        Point3 p = somewhere();
        double near = RANDOM.nextDouble(0, 3);
        double far = near + RANDOM.nextDouble(0, 8);
        return switch (kind) {
            case 0 -> new BallSource(p.x(), p.y(), p.z(), near, far, Space.PLACE);
            case 1 -> new DistanceSource("path", near, far, DistanceSource.Across.PLAN);
            case 2 -> new DistanceSource("path", near, far, DistanceSource.Across.SPACE);
            case 3 -> new PropDistanceSource("box", near, far, Within.EDGE);
            default ->
                new BrushSource(List.of(
                        new Stroke(List.of(p, somewhere()), 0.5 + near, 0.9, RANDOM.nextDouble(), Stroke.Mode.ADD),
                        new Stroke(List.of(p, somewhere()), 20, 0.4, 0.5, Stroke.Mode.REMOVE)));
        };
    }

    private static List<Step> steps() {
        List<Step> all = new ArrayList<>(List.of(
                new ContrastStep("c", false, 1.7),
                new ClampStep("k", false, 0, 0.8),
                new WindowStep("w", false, 0, 0.7),
                new WindowStep("lifted", false, -0.2, 0.7),
                new MultiplyStep("m", false, "patches", 0.6),
                new MultiplyStep("cut", false, "other", 1),
                new AddStep("a", false, "low", 0.5),
                new InvertStep("i", false)));
        all.removeIf(step -> RANDOM.nextDouble() < 0.7);
        return all;
    }

    private static Recipe recipe(CoverLayer cover, Source source, List<Step> steps) {
        Recipe plain = Sites.recipe(cover, Sites.drive("density", "here"));
        List<Falloff> falloffs = new ArrayList<>(plain.falloffs());
        falloffs.add(new Falloff("here", "Here", source, steps));
        falloffs.add(new Falloff("other", "Other", source(0), List.of()));
        Point3 p = somewhere();
        Prop box = new Prop(
                "box", "Box", new BoxShape(5, 2, 1), p.x(), 0, p.z(), 33, 20, 5, 1.5, true, 0, 0, "#808080", false);
        return plain.withFalloffs(falloffs)
                .withProps(List.of(box))
                .withPlaces(
                        List.of(new PathPlace("path", "Path", List.of(somewhere(), somewhere(), somewhere()), false)));
    }

    @Test
    void outsideOfItThereIsNothingButZero() {
        Lattice lattice = new Lattice(BUMPY, 121, 121);
        int bounded = 0;
        for (int round = 0; round < 100; round++) {
            CoverLayer cover = Sites.cover(2, 0);
            Recipe recipe = recipe(cover, source(round % 5), steps());
            SiteEvaluation evaluation = Sites.evaluate(recipe, BUMPY);
            Region support = new Support(recipe, evaluation.scene()).of(cover, CoverLayer.DENSITY);
            Samples samples = lattice.samples();
            float[] density = evaluation.property(cover, CoverLayer.DENSITY, samples);
            for (int i = 0; i < density.length; i++) {
                if (!support.contains(samples.x()[i], samples.z()[i])) {
                    assertThat(density[i]).as("round %s", round).isZero();
                }
            }
            bounded += support.area() < 1e9 ? 1 : 0;
        }
        assertThat(bounded).as("some are bounded, some are not").isBetween(20, 80);
    }

    @Test
    void aPatchHasThePlantsThatTheWholeGroundWouldGiveIt() {
        for (double spacing : new double[] {0, 0.3}) {
            CoverLayer cover = Sites.cover(7, spacing);
            Source ball = new BallSource(4, 1, -7, 1, 5, Space.PLACE);
            // adding nothing changes no value, but hides from the rule that there is 0 around
            List<Step> unbounded = List.of(new AddStep("a", false, "low", 0));
            Plants bounded =
                    Sites.evaluate(recipe(cover, ball, List.of()), BUMPY).plants(cover);
            Plants whole = Sites.evaluate(recipe(cover, ball, unbounded), BUMPY).plants(cover);
            assertThat(bounded.count()).isGreaterThan(50);
            assertThat(bounded.feet().id()).isEqualTo(whole.feet().id());
            assertThat(bounded.feet().x()).isEqualTo(whole.feet().x());
            assertThat(bounded.length().values()).isEqualTo(whole.length().values());
        }
    }

    @Test
    void aDensePatchOnWideGroundCostsWhatThePatchDoes() {
        Ground wide = Grounds.slope(201, 201, 1000, 2);
        CoverLayer cover = Sites.cover(900, 0.02);
        BallSource ball = new BallSource(0, wide.height(0, 0), 0, 0.5, 1, Space.PLACE);
        Plants plants = Sites.evaluate(recipe(cover, ball, List.of()), wide).plants(cover);
        assertThat(plants.count()).isGreaterThan(200);
        assertThat(Arrays.stream(plants.feet().x())).allMatch(x -> Math.abs(x) <= 1);
    }

    @Test
    void wherePaintingHasNotBegunNothingStands() {
        CoverLayer cover = Sites.cover(3, 0.3);
        Recipe recipe = recipe(cover, new BrushSource(List.of()), List.of());
        assertThat(Sites.evaluate(recipe, BUMPY).plants(cover).count()).isZero();
    }
}
