package org.lumbrit.core.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.lumbrit.core.answers.Cost;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.edit.LayerEdit;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.recipe.Finding.Severity;
import org.lumbrit.core.recipe.Limits;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;

/** Where the site costs more than the limit that was set. */
public final class BudgetFindings {
    private BudgetFindings() {}

    /** Where the costs exceed the recipe's limits. */
    public static List<Finding> of(Recipe recipe, List<Cost> costs) {
        List<Finding> found = new ArrayList<>();
        Limits limits = recipe.limits();
        check(recipe, costs, "plants", "", limits.plants(), Cost::plants, found);
        check(recipe, costs, "triangles", "", limits.triangles(), Cost::triangles, found);
        check(recipe, costs, "memory", " MB", limits.megabytes(), cost -> cost.bytes() / 1e6, found);
        return found;
    }

    /** The remedy thins the cover that costs most. */
    private static void check(
            Recipe recipe,
            List<Cost> costs,
            String what,
            String unit,
            double limit,
            ToDoubleFunction<Cost> of,
            List<Finding> found) {
        double sum = costs.stream().mapToDouble(of).sum();
        if (limit == 0 || sum <= limit) {
            return;
        }
        Cost most = costs.stream()
                .filter(cost -> !cost.id().isEmpty())
                .max(Comparator.comparingDouble(of))
                .orElse(costs.get(0));
        double left = of.applyAsDouble(most) - (sum - limit);
        boolean thins = !most.id().isEmpty() && left > 0;
        String text = "The site has " + number(sum) + unit + " of " + what + ", and the limit is " + number(limit)
                + unit + ". Most of it is " + most.name() + ", " + number(of.applyAsDouble(most)) + unit + ".";
        if (!thins) {
            found.add(
                    new Finding(Severity.WARNING, "Budget exceeded: " + what, text, "", "", most.id(), "", List.of()));
            return;
        }
        PropertyRange density = ((CoverLayer) recipe.layer(most.id()).orElseThrow()).range(CoverLayer.DENSITY);
        double share = left / of.applyAsDouble(most);
        double high = Math.floor(density.high() * share * 0.98 * 1000) / 1000;
        found.add(new Finding(
                Severity.WARNING,
                "Budget exceeded: " + what,
                text,
                "",
                "",
                most.id(),
                "Thin " + most.name() + " to " + Decimal.write(high, 3) + " /m²",
                List.of(new LayerEdit.SetProperty(
                        most.id(),
                        CoverLayer.DENSITY,
                        new PropertyRange(Math.min(density.low(), high), high, density.combine())))));
    }

    private static String number(double value) {
        return String.format(java.util.Locale.ROOT, "%,d", Math.round(value)).replace(',', '\u202f');
    }
}
