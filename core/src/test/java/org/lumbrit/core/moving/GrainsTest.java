package org.lumbrit.core.moving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.falloff.BallSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.motion.Carrier;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.motion.Speed;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.Winds;
import org.lumbrit.core.recipe.Drive;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;

class GrainsTest {
    private static final Ground GROUND = Grounds.bumpy(40, 60, 3);

    private static GrainsLayer grains(Carrier carrier, int count) {
        return new GrainsLayer("rime", "Rime", 2, false, carrier, count, 0.01, 1, "#ffffff", "#ff0000", Map.of());
    }

    private static SiteMotion motion(Layer... layers) {
        Recipe plain = Sites.recipe(Sites.cover(1, 0));
        List<Falloff> falloffs = new ArrayList<>(plain.falloffs());
        falloffs.add(new Falloff("ball", "Ball", new BallSource(5, 1.5, -8, 3, 6, Space.PLACE), List.of()));
        Recipe recipe = plain.withLayers(List.of(layers))
                .withFalloffs(falloffs)
                .withDrives(List.of(new Drive("rime", "mask", "ball", CurvePoint.STRAIGHT)));
        return new SiteMotion(
                new SiteEvaluation(new SitePlan(recipe, GROUND, 0), new ResultsOfOneRun(), Cancel.NEVER),
                new ResultsOfOneRun(),
                Cancel.NEVER);
    }

    @Test
    void aGrainOnACircleOfTwoMetresInFourSecondsGoesAtPiMetresASecond() {
        double step = 1.0 / 24;
        for (double t : new double[] {0, 0.3, 2.77}) {
            double[] before = at(t - step);
            double[] after = at(t + step);
            assertThat(Speed.central(before, after, step)).isCloseTo(3.1416, within(0.005 * 3.1416));
        }
    }

    private static double[] at(double t) {
        return new double[] {2 * Math.cos(Math.PI * t / 2), 1, 2 * Math.sin(Math.PI * t / 2)};
    }

    @Test
    void onTheGroundTheyLieWhereTheMaskIsAsManyAsAreWantedAndStill() {
        GrainsLayer layer = grains(new Carrier.OnGround(), 20_000);
        SiteMotion motion = motion(layer);
        Grains grains = motion.grains(layer);
        assertThat(grains.count()).isEqualTo(20_000);
        int inner = 0;
        for (int g = 0; g < grains.count(); g++) {
            double x = grains.places()[3 * g];
            double z = grains.places()[3 * g + 2];
            assertThat((double) grains.places()[3 * g + 1]).isCloseTo(GROUND.height(x, z), within(1e-3));
            double away = Math.sqrt(Math.pow(x - 5, 2) + Math.pow(z + 8, 2));
            assertThat(away).isLessThan(6);
            inner += away < 2 ? 1 : 0;
        }
        assertThat(inner).as("most densely in the middle").isGreaterThan(1500);
        assertThat(motion.speeds(grains, Optional.empty(), new int[] {5})[0]).containsOnly(0f);
    }

    @Test
    void onSwayingPlantsTheyAreCarriedAlongAtTheirTrueSpeed() {
        GrainsLayer layer = grains(new Carrier.Blades("grass"), 300);
        CoverLayer cover = Sites.cover(6, 0);
        SwayLayer sway = Winds.sway(Map.of("crinkle", Winds.same(0)));
        SiteMotion motion = motion(Winds.wind(65, 6, 9.6, 0), cover, sway, layer);
        Grains grains = motion.grains(layer);
        PlantMotion plants = motion.carrying(layer).orElseThrow();
        float[] speeds = motion.speeds(grains, Optional.of(plants), new int[] {40})[0];
        double fastest = 0;
        for (int g = 0; g < grains.count(); g++) {
            double[] rest = grains.at(plants, -1, g);
            assertThat(rest[0]).isCloseTo(grains.places()[3 * g], within(1e-4));
            double[] before = grains.at(plants, 39, g);
            double[] after = grains.at(plants, 41, g);
            assertThat((double) speeds[g]).isCloseTo(Speed.central(before, after, 1 / 24.0), within(1e-5));
            fastest = Math.max(fastest, speeds[g]);
        }
        assertThat(fastest).as("blades of some decimetres").isGreaterThan(0.01);
    }
}
