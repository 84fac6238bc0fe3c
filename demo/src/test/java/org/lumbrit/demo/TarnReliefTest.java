package org.lumbrit.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.drainage.RunOff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.ReliefState;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.water.WaterBody;
import org.lumbrit.formats.json.RecipeJson;

/** The demo's ground as it ships is made from nothing, and its rain cuts where water gathers. */
class TarnReliefTest {
    private static final Recipe RECIPE = RecipeJson.read(Shipped.file("recipe.json"));
    private static final SitePlan PLAN = SitePlan.of(RECIPE, SiteAssets.NONE, 0, new ResultsOfOneRun(), Cancel.NEVER);

    @Test
    void rainCutsWhereWaterGathers() {
        ReliefState rain = PLAN.relief("rain").orElseThrow();
        int columns = rain.after().columns();
        double[] heights = new double[rain.after().heights().length];
        double[] cut = new double[heights.length];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = rain.after().heights()[i];
            cut[i] = (double) rain.below().heights()[i] - rain.after().heights()[i];
        }
        double[] gathered = new RunOff(heights, columns, rain.after().rows(), CellSize.of(rain.after())).gathered();
        assertThat(correlation(ranks(gathered), ranks(cut))).isGreaterThan(0.5);
    }

    @Test
    void theTarnIsOneWaterOfTheSizeThatItsBasinMakes() {
        WaterBody tarn = WaterBody.of(PLAN.ground(), TarnRelief.WATER).get(0);
        assertThat(tarn.area()).isBetween(2000.0, 6000.0);
        assertThat(tarn.volume()).isBetween(4000.0, 25_000.0);
        assertThat(tarn.deepest()).isBetween(4.0, 8.0);
    }

    private static double correlation(double[] a, double[] b) {
        double middle = (a.length - 1) / 2.0;
        double ab = 0;
        double aa = 0;
        double bb = 0;
        for (int i = 0; i < a.length; i++) {
            ab += (a[i] - middle) * (b[i] - middle);
            aa += (a[i] - middle) * (a[i] - middle);
            bb += (b[i] - middle) * (b[i] - middle);
        }
        return ab / Math.sqrt(aa * bb);
    }

    /** Equal values share the mean of their ranks. */
    private static double[] ranks(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        double[] ranks = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            int first = lower(sorted, values[i], false);
            int end = lower(sorted, values[i], true);
            ranks[i] = (first + end - 1) / 2.0;
        }
        return ranks;
    }

    /** How many lie below a value, or at most at it. */
    private static int lower(double[] sorted, double value, boolean orEqual) {
        int low = 0;
        int high = sorted.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (sorted[middle] < value || orEqual && sorted[middle] == value) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
