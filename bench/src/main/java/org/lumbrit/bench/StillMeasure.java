package org.lumbrit.bench;

import java.nio.file.Path;
import java.util.Arrays;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.stills.Take;
import org.lumbrit.core.stills.Values;
import org.lumbrit.formats.site.SiteFiles;

/** Pictures of a recipe at 960 × 540 without a graphics card: the first, which computes the site, and those after it from other sides. */
public final class StillMeasure {
    private static final int TIMES = 9;
    private static final int WIDTH = 960;
    private static final int HEIGHT = 540;

    private StillMeasure() {}

    private static Eye eye(double[] n) {
        return new Eye(n[0], n[1], n[2], n[3], n[4], n[5], false);
    }

    /** @param arguments a recipe; on wish an eye: X,Y,Z,HEADING,ELEVATION,DISTANCE */
    public static void main(String[] arguments) {
        SiteFiles site = SiteFiles.read(Path.of(arguments[0]));
        long start = System.nanoTime();
        SiteEvaluation evaluation =
                SiteEvaluation.of(site.recipe(), site.decoded(), 0, new ResultsOfOneRun(), Cancel.NEVER);
        Eye over = arguments.length < 2
                ? Eye.over(evaluation.lying().ground(), WIDTH, HEIGHT)
                : eye(Arrays.stream(arguments[1].split(","))
                        .mapToDouble(Double::parseDouble)
                        .toArray());
        Take.daylight(evaluation, over, WIDTH, HEIGHT);
        System.out.printf("the first, with the whole site: %.1f s%n", (System.nanoTime() - start) / 1e9);
        double[] daylight = new double[TIMES];
        double[] values = new double[TIMES];
        Falloff falloff = site.recipe().falloffs().get(0);
        for (int k = -2; k < TIMES; k++) {
            Eye eye = over.turned(3.0 * k);
            long before = System.nanoTime();
            Take.daylight(evaluation, eye, WIDTH, HEIGHT);
            long between = System.nanoTime();
            Take.values(evaluation, Values.of(falloff, false), eye, WIDTH, HEIGHT);
            if (k >= 0) {
                daylight[k] = (between - before) / 1e9;
                values[k] = (System.nanoTime() - between) / 1e9;
            }
        }
        Arrays.sort(daylight);
        Arrays.sort(values);
        System.out.printf(
                "daylight: %.2f s in the middle, %.2f at most; values: %.2f s, %.2f at most%n",
                daylight[TIMES / 2], daylight[TIMES - 1], values[TIMES / 2], values[TIMES - 1]);
    }
}
