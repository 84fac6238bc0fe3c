package org.lumbrit.bench;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.bodies.BodyKind;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.snow.Flakes;
import org.lumbrit.core.snow.LayLayer;
import org.lumbrit.core.snow.Repose;
import org.lumbrit.core.snow.Stuff;

/** Snow: a step of fall and repose against copies of its arrays, weights of a turned prop, a body on its way. */
public final class SnowMeasure {
    private static final int NODES = 1024;

    private SnowMeasure() {}

    public static void main(String[] arguments) {
        slides();
        turned();
        rolls();
    }

    private static void slides() {
        int n = NODES * NODES;
        double[] ground = new double[n];
        double[] depth = new double[n];
        double[] next = new double[n];
        for (int i = 0; i < n; i++) {
            ground[i] = 40 * Math.sin(i % NODES * 0.01) * Math.cos(i / NODES * 0.013) + Hash.unit(Hash.of(1, i));
            depth[i] = 0.3 * Hash.unit(Hash.of(2, i));
        }
        Repose repose = new Repose(ground, NODES, NODES, 1, 1, new double[] {Math.tan(Math.toRadians(42))});
        double step = GroundMeasure.best(120, () -> {
            Chunks.run(n, Cancel.NEVER, (from, to) -> {
                for (int i = from; i < to; i++) {
                    depth[i] += 1e-6;
                }
            });
            repose.step(depth, next, Cancel.NEVER);
        });
        double[] to = new double[n];
        double copy = GroundMeasure.best(120, () -> {
            System.arraycopy(ground, 0, to, 0, n);
            System.arraycopy(depth, 0, to, 0, n);
            System.arraycopy(next, 0, to, 0, n);
        });
        System.out.printf(
                "fall and repose of %d² nodes: %.1f ms, copies of its three arrays %.1f ms, %.1f ×%n",
                NODES, step, copy, step / copy);
    }

    private static Recipe recipe(double roll, Layer layer, int detail) {
        return new Recipe(
                "Measure",
                GroundSpec.flat(40, 40, 65, Optional.empty()),
                List.of(),
                detail == 0
                        ? List.of()
                        : List.of(new Prop(
                                "stone",
                                "Stone",
                                new BoulderShape(2, 2, 0.4, 0.3, detail, 3),
                                0,
                                0,
                                0,
                                0,
                                0,
                                roll,
                                1,
                                true,
                                0,
                                0,
                                "#888888",
                                false)),
                List.of(),
                List.of(layer),
                List.of(),
                new Clock(24, 0));
    }

    private static void turned() {
        LayLayer lay = new LayLayer(
                "lay",
                "Snow",
                1,
                false,
                Stuff.SNOW,
                "#ffffff",
                0.8,
                0,
                90,
                15,
                20,
                2,
                true,
                LayLayer.On.ALL,
                List.of(),
                List.of(),
                Map.of());
        ResultsOfOneRun results = new ResultsOfOneRun();
        double[] roll = {0};
        int[] triangles = {0};
        double time = GroundMeasure.best(12, () -> {
            roll[0] += 1;
            SiteEvaluation site = SiteEvaluation.of(recipe(roll[0], lay, 7), SiteAssets.NONE, 0, results, Cancel.NEVER);
            var placed = site.placed("stone");
            triangles[0] = placed.mesh().count();
            site.on("stone")
                    .field(site.plan().recipe().layer("lay").orElseThrow(), LayLayer.WEIGHT, site.samples(placed));
        });
        System.out.printf(
                "weights of a turned prop of %d triangles, shelter and crevices too: %.0f ms%n", triangles[0], time);
    }

    private static void rolls() {
        RollLayer ball = new RollLayer(
                "roll",
                "Ball",
                1,
                false,
                new BodyKind.Ball(0.4),
                "#ffffff",
                300,
                0.6,
                0.1,
                0,
                -15,
                0,
                0,
                1,
                90,
                0,
                0,
                0,
                9.81,
                20,
                480,
                0.03,
                0,
                0,
                0.5,
                0,
                5,
                new Flakes.None(),
                Map.of());
        double time = GroundMeasure.best(3, () -> {
            SiteEvaluation site =
                    SiteEvaluation.of(recipe(0, ball, 0), SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
            RollLayer layer = (RollLayer) site.plan().recipe().layer("roll").orElseThrow();
            layer.path(site.surroundings(layer));
        });
        System.out.printf("a ball followed for 20 s at 480 steps a second: %.0f ms%n", time);
    }
}
