package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.lumbrit.core.moving.LoopFits;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** What does not loop, and a recipe in which everything does. */
@Command(
        name = "loop",
        mixinStandardHelpOptions = true,
        description =
                "Lists each motion that does not come back after the loop, with what may give way; writes a recipe that loops.")
final class LoopCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--to", paramLabel = "FILE", description = "Writes the recipe with the first way of each taken.")
    private Path to;

    @Override
    public Integer call() throws IOException {
        Recipe written = recipe.site().recipe();
        List<LoopFits.Proposal> proposals = LoopFits.of(written);
        StringBuilder text = new StringBuilder();
        for (LoopFits.Proposal proposal : proposals) {
            text.append(proposal.title()).append(": ").append(proposal.text()).append('\n');
            proposal.options()
                    .forEach(option -> text.append("  ").append(option.words()).append('\n'));
        }
        text.append(proposals.isEmpty() ? "Every motion loops.\n" : "");
        Output.print(text.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8));
        if (to != null) {
            Recipe whole = written;
            for (Edit edit : LoopFits.all(written)) {
                whole = edit.apply(whole);
            }
            Output.whole(to, RecipeJson.write(whole));
        }
        return 0;
    }
}
