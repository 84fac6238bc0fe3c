package org.lumbrit.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.plants.Seeking;
import org.lumbrit.core.plants.StrandPlant;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.handover.Choice;
import org.lumbrit.formats.handover.HandOver;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.SiteFiles;

/** Plants on the demo's ground enlarged to 2 km, a large tree, and a million plants handed over. */
public final class PlantsMeasure {
    private static final double WIDTH = 2000;

    private PlantsMeasure() {}

    /** @param arguments the demo's recipe */
    public static void main(String[] arguments) throws IOException {
        Recipe demo = RecipeJson.read(Files.readAllBytes(Path.of(arguments[0])));
        Ground small = SiteEvaluation.of(demo, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER)
                .plan()
                .ground();
        Ground ground = new Ground(small.columns(), small.rows(), small.heights(), WIDTH);
        scatter(ground, 1e5);
        for (double plants : new double[] {1e4, 1e5, 1e6, 1e7}) {
            scatter(ground, plants);
        }
        patch(demo);
        tree(20_000);
        tree(175_000);
        handOver(ground);
    }

    private static CoverLayer cover(double plants) {
        double density = plants / (WIDTH * WIDTH * 1.06);
        // settled, with a third of the room that the spacing leaves
        double spacing = Math.sqrt(0.25 / density);
        return new CoverLayer(
                "grass",
                "Grass",
                1,
                false,
                new StrandPlant(4, 11, 50, 0.5, 0.7),
                "#d8c98a",
                "#8a5a34",
                Map.of(
                        "density", new PropertyRange(0, density, Combine.PRODUCT),
                        "spacing", new PropertyRange(spacing, spacing, Combine.PRODUCT)));
    }

    private static SiteEvaluation site(Ground ground, CoverLayer cover) {
        Recipe recipe = new Recipe(
                "Plain",
                new GroundSpec("ground.png", WIDTH, 0, 10, Optional.empty()),
                List.of(),
                List.of(),
                List.of(cover),
                List.of(),
                new Clock(24, 8));
        return new SiteEvaluation(new SitePlan(recipe, ground, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static void scatter(Ground ground, double wanted) {
        CoverLayer cover = cover(wanted);
        double best = Double.POSITIVE_INFINITY;
        Plants plants = null;
        for (int i = 0; i < (wanted > 5e6 ? 1 : 4); i++) {
            SiteEvaluation evaluation = site(ground, cover);
            long start = System.nanoTime();
            plants = evaluation.plants(cover);
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        System.out.printf(
                "%d plants on 2 km with every property: %.0f ms, %.2f µs each, %.0f bytes each%n",
                plants.count(), best, 1000 * best / plants.count(), (double) plants.bytes() / plants.count());
    }

    /** The demo's needles: 3 cm apart within a ball of 2.3 m, on all of its ground. */
    private static void patch(Recipe demo) {
        CoverLayer needles = demo.layersOf(CoverLayer.class).stream()
                .filter(cover -> cover.id().equals("needles"))
                .findFirst()
                .orElseThrow();
        double best = Double.POSITIVE_INFINITY;
        int count = 0;
        for (int i = 0; i < 4; i++) {
            SiteEvaluation evaluation =
                    SiteEvaluation.of(demo, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
            long start = System.nanoTime();
            count = evaluation.plants(needles).count();
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        System.out.printf("%d needles in one patch of the demo's ground: %.0f ms%n", count, best);
    }

    private static void tree(int attractors) {
        double best = Double.POSITIVE_INFINITY;
        int twigs = 0;
        for (int i = 0; i < 3; i++) {
            long start = System.nanoTime();
            twigs = Seeking.measured(1, attractors).twigs();
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        System.out.printf("a tree of %d twigs grown: %.0f ms%n", twigs, best);
    }

    private static void handOver(Ground ground) throws IOException {
        CoverLayer cover = cover(1e6);
        SiteEvaluation evaluation = site(ground, cover);
        evaluation.plants(cover);
        SiteFiles site = new SiteFiles(evaluation.plan().recipe(), Map.of());
        for (HandOver format : new HandOver[] {HandOver.GLB, HandOver.CSV, HandOver.NUMPY, HandOver.USD}) {
            System.gc();
            long before = used();
            long[] most = {before};
            long[] bytes = new long[1];
            long start = System.nanoTime();
            HandOver.write(
                    evaluation,
                    site,
                    Choice.of(EnumSet.of(format)),
                    (name, content) -> content.writeTo(new OutputStream() {
                        @Override
                        public void write(int one) {
                            bytes[0]++;
                        }

                        @Override
                        public void write(byte[] chunk, int from, int length) {
                            bytes[0] += length;
                            most[0] = Math.max(most[0], used());
                        }
                    }));
            System.out.printf(
                    "%s of a million plants: %.1f s, %d MB written, at most %d MB more in use, garbage included%n",
                    format, (System.nanoTime() - start) / 1e9, bytes[0] >> 20, (most[0] - before) >> 20);
        }
    }

    private static long used() {
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
