package org.lumbrit.cli;

import java.nio.charset.StandardCharsets;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.InvalidRecipeException;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.site.SiteFiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Validates a recipe and what lies beside it. */
@Command(name = "check", mixinStandardHelpOptions = true, description = "Validates a recipe and its height map.")
final class CheckCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Override
    public Integer call() throws Exception {
        try {
            SiteFiles site = recipe.site();
            Ground ground = recipe.evaluation(site).plan().ground();
            site.requireSound();
            Recipe read = site.recipe();
            String text = "“" + read.name() + "” is sound: ground " + Decimal.write(ground.width(), 2) + " m × "
                    + Decimal.write(ground.depth(), 2) + " m, " + read.places().size() + " places, "
                    + read.props().size() + " props, "
                    + read.falloffs().size() + " falloffs, " + read.layers().size() + " layers, "
                    + read.drives().size() + " drives.\n";
            Output.print(text.getBytes(StandardCharsets.UTF_8));
            return 0;
        } catch (InvalidRecipeException e) {
            if (e.problems().size() == 1) {
                throw e;
            }
            throw new BadInputException(e.problems().size() + " problems: "
                    + String.join(
                            " | ", e.problems().stream().map(String::valueOf).toList()));
        }
    }
}
