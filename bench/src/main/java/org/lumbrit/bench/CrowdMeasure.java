package org.lumbrit.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.json.RecipeJson;

/** Grass at 8 per m², 20 cm apart, on grounds of hills from 33 m to 2 km: every plant of it tile by tile, as scatter and hand over do. */
public final class CrowdMeasure {
    private static final String SITE = """
            {"format": "lumbrit-recipe", "version": 1, "name": "Hills",
             "ground": {"width": %f, "depth": %f, "resolution": 1025, "lowest": 0, "highest": 0},
             "places": [], "props": [], "falloffs": [], "drives": [],
             "layers": [
               {"kind": "noise-relief", "id": "hills", "name": "Hills", "seed": 5, "hidden": false, "featureSize": %f,
                "octaves": 6, "shape": "plain", "warp": 0, "roughHeights": 0,
                "properties": {"amplitude": {"low": 0, "high": %f, "combine": "product"}}},
               {"kind": "cover", "id": "grass", "name": "Grass", "seed": 11, "hidden": false,
                "plant": {"kind": "strand", "variants": 4, "triangles": 11, "bend": 50, "taper": 0.5, "variety": 0.7},
                "tintLow": "#26382a", "tintHigh": "#3c5236",
                "properties": {"density": {"low": 0, "high": 8, "combine": "product"},
                               "spacing": {"low": 0.2, "high": 0.2, "combine": "product"}}}]}
            """;

    private CrowdMeasure() {}

    public static void main(String[] arguments) throws IOException {
        scatter(300);
        for (double side : new double[] {34, 107, 340, 1075, 1200, 1862}) {
            scatter(side);
        }
    }

    private static void scatter(double side) throws IOException {
        Recipe recipe = RecipeJson.read(
                SITE.formatted(side, side, 0.35 * side, 0.15 * side).getBytes(StandardCharsets.UTF_8));
        CoverLayer grass = recipe.layersOf(CoverLayer.class).get(0);
        SiteEvaluation evaluation = SiteEvaluation.of(recipe, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
        evaluation.plan().ground();
        long[] seen = new long[2];
        long start = System.nanoTime();
        evaluation.eachTile(grass, (plants, share) -> {
            seen[0] += plants.count();
            seen[1] = Math.max(seen[1], used());
        });
        double seconds = (System.nanoTime() - start) / 1e9;
        System.out.printf(
                "%.0f m: %d plants in %.2f s, %.2f M plants a second; at most %d MB in use, garbage included%n",
                side, seen[0], seconds, seen[0] / seconds / 1e6, seen[1] >> 20);
    }

    private static long used() {
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
