package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.ReliefState;
import org.lumbrit.core.site.SitePlan;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** What each relief layer makes of the ground. */
@Command(
        name = "relief",
        mixinStandardHelpOptions = true,
        description =
                "Prints as CSV what each relief layer changes: least, greatest and mean metres, cubic metres moved.")
final class ReliefCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Override
    public Integer call() throws IOException {
        SitePlan plan = recipe.evaluation(recipe.site()).plan();
        try (Writer out = Output.writer()) {
            out.write("layer,hidden,min,max,mean,raised,lowered\n");
            for (ReliefState state : plan.relief()) {
                Layer layer = plan.recipe().layer(state.layer()).orElseThrow();
                out.write("\"" + layer.name().replace("\"", "\"\"") + "\"," + layer.hidden() + "," + row(state) + "\n");
            }
        }
        return 0;
    }

    private static String row(ReliefState state) {
        float[] difference = state.difference();
        double min = Double.POSITIVE_INFINITY;
        double max = Double.NEGATIVE_INFINITY;
        double raised = 0;
        double lowered = 0;
        for (float metres : difference) {
            min = Math.min(min, metres);
            max = Math.max(max, metres);
            raised += Math.max(0, metres);
            lowered += Math.max(0, -metres);
        }
        double cell = state.after().cellX() * state.after().cellZ();
        return Decimal.write(min, 6) + "," + Decimal.write(max, 6) + ","
                + Decimal.write((raised - lowered) / difference.length, 6) + "," + Decimal.write(raised * cell, 3) + ","
                + Decimal.write(lowered * cell, 3);
    }
}
