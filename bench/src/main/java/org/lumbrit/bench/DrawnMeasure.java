package org.lumbrit.bench;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.drawn.DrawingSvg;
import org.lumbrit.formats.json.RecipeJson;

/** A hilly ground of 257² nodes with 50 boulders and blocks as lines, each time from another side. */
public final class DrawnMeasure {
    private static final int TIMES = 24;

    private DrawnMeasure() {}

    public static void main(String[] arguments) {
        StringBuilder props = new StringBuilder();
        for (int k = 0; k < 50; k++) {
            props.append(String.format(
                    Locale.ROOT,
                    "%s{\"id\":\"p%d\",\"name\":\"P%d\",\"shape\":{\"kind\":\"%s\"},\"x\":%f,\"z\":%f,\"heading\":%d,\"size\":2,\"standing\":true}",
                    k == 0 ? "" : ",",
                    k,
                    k,
                    k % 2 == 0 ? "box" : "boulder",
                    100 * Hash.unit(Hash.of(1, k)) - 50,
                    100 * Hash.unit(Hash.of(2, k)) - 50,
                    17 * k % 360));
        }
        String site = """
                {"format": "lumbrit-recipe", "version": 1, "name": "Hills",
                 "ground": {"width": 120, "depth": 120, "resolution": 257, "lowest": 0, "highest": 0},
                 "places": [], "props": [%s], "falloffs": [], "drives": [],
                 "layers": [{"kind": "noise-relief", "id": "hills", "name": "Hills", "seed": 5, "featureSize": 50,
                   "octaves": 5, "properties": {"amplitude": {"low": 0, "high": 22}}}]}
                """.formatted(props);
        Recipe recipe = RecipeJson.read(site.getBytes(StandardCharsets.UTF_8));
        SiteEvaluation evaluation = SiteEvaluation.of(recipe, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);
        double[] draw = new double[TIMES];
        double[] write = new double[TIMES];
        Drawing drawing = null;
        int bytes = 0;
        for (int k = -6; k < TIMES; k++) {
            Eye eye = new Eye(0, 8, 0, 15 * k, 24, 130, false);
            long start = System.nanoTime();
            drawing = Draw.of(evaluation, DrawnLayer.plain(), eye, 1280, 800);
            long drawn = System.nanoTime();
            bytes = DrawingSvg.write(drawing, "Hills").length;
            if (k >= 0) {
                draw[k] = (drawn - start) / 1e6;
                write[k] = (System.nanoTime() - drawn) / 1e6;
            }
        }
        Arrays.sort(draw);
        Arrays.sort(write);
        System.out.printf(
                "%d strokes, %d facets: %.0f ms in the middle, %.0f at most; as SVG of %.1f MB %.0f ms more%n",
                drawing.strokes().size(),
                drawing.colours().length,
                draw[TIMES / 2],
                draw[TIMES - 1],
                bytes / 1e6,
                write[TIMES / 2]);
    }
}
