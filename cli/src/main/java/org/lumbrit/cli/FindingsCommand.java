package org.lumbrit.cli;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.lumbrit.core.findings.Findings;
import org.lumbrit.core.recipe.Finding;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** What is probably not meant in a recipe. */
@Command(
        name = "findings",
        mixinStandardHelpOptions = true,
        description = "Prints what is probably not meant, with what would mend it.")
final class FindingsCommand implements Callable<Integer> {
    private static final int FOUND = 1;

    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--json", description = "As JSON, with the edits of each remedy.")
    private boolean json;

    @Option(names = "--motion", description = "Looks at the motion over all frames too.")
    private boolean motion;

    @Option(names = "--strict", description = "Exit code 1 where there is a warning.")
    private boolean strict;

    @Override
    public Integer call() throws Exception {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site()).thinning();
        List<Finding> found = new ArrayList<>(Findings.of(evaluation.at(0)));
        if (motion) {
            found.addAll(Findings.ofMotion(evaluation));
        }
        Output.print(
                json ? RecipeJson.pretty(RecipeJson.node(found)) : text(found).getBytes(StandardCharsets.UTF_8));
        boolean warned = found.stream().anyMatch(finding -> finding.severity() == Finding.Severity.WARNING);
        return strict && warned ? FOUND : 0;
    }

    private static String text(List<Finding> found) {
        if (found.isEmpty()) {
            return "Nothing was found that is probably not meant.\n";
        }
        StringBuilder text = new StringBuilder();
        for (Finding finding : found) {
            text.append(finding.severity() == Finding.Severity.WARNING ? "warning  " : "note     ")
                    .append(finding.title())
                    .append("\n         ")
                    .append(finding.text())
                    .append(finding.remedy().isEmpty() ? "" : " Remedy: " + finding.remedy() + ".")
                    .append('\n');
        }
        return text.toString();
    }
}
