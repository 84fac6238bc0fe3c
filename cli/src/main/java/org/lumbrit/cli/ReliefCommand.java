package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.ReliefState;
import org.lumbrit.core.relief.Account;
import org.lumbrit.core.relief.ReliefLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** What each relief layer makes of the ground. */
@Command(
        name = "relief",
        mixinStandardHelpOptions = true,
        description =
                "Prints as CSV what each relief layer changes: least, greatest and mean metres, cubic metres moved; or their account.")
final class ReliefCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--account",
            description =
                    "What came into each eroding layer and what left it instead, in cubic metres of ground and of water, counted anew at full strength.")
    private boolean account;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation site = recipe.evaluation(recipe.site());
        try (Writer out = Output.writer()) {
            if (account) {
                writeAccounts(site, out);
            } else {
                writeChanges(site.plan(), out);
            }
        }
        return 0;
    }

    private static void writeChanges(SitePlan plan, Writer out) throws IOException {
        out.write("layer,hidden,min,max,mean,raised,lowered\n");
        for (ReliefState state : plan.relief()) {
            Layer layer = plan.recipe().layer(state.layer()).orElseThrow();
            out.write(quoted(layer) + "," + layer.hidden() + "," + row(state) + "\n");
        }
    }

    private static void writeAccounts(SiteEvaluation site, Writer out) throws IOException {
        out.write("layer,of,what,cubic metres\n");
        for (ReliefLayer layer : site.plan().recipe().layersOf(ReliefLayer.class)) {
            Account moved = layer.hidden() ? null : site.account(layer).orElse(null);
            if (moved == null) {
                continue;
            }
            for (Account.Entry entry : moved.entries()) {
                out.write(quoted(layer) + "," + entry.stuff() + "," + entry.what() + "," + entry.cubicMetres() + "\n");
            }
            for (String stuff : moved.entries().stream()
                    .map(Account.Entry::stuff)
                    .distinct()
                    .toList()) {
                out.write(quoted(layer) + "," + stuff + ",lost as a share of the largest," + moved.lost(stuff) + "\n");
            }
        }
    }

    private static String quoted(Layer layer) {
        return "\"" + layer.name().replace("\"", "\"\"") + "\"";
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
