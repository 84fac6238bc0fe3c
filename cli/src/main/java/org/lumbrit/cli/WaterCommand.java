package org.lumbrit.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.water.WaterBody;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Where the water stands. */
@Command(
        name = "water",
        mixinStandardHelpOptions = true,
        description = "Prints every piece of water as JSON: area (m²), volume (m³), depth and outlines (x, z).")
final class WaterCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--level", paramLabel = "M", description = "Metres; the recipe's water level unless given.")
    private Double level;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        double to = level != null
                ? level
                : evaluation
                        .plan()
                        .recipe()
                        .ground()
                        .waterLevel()
                        .orElseThrow(() ->
                                new BadInputException("--level: the recipe has no water level; give one in metres."));
        ArrayNode all = JsonNodeFactory.instance.arrayNode();
        for (WaterBody body : WaterBody.of(evaluation.plan().ground(), to)) {
            ObjectNode one = all.addObject();
            one.put("level", to)
                    .put("area", body.area())
                    .put("volume", body.volume())
                    .put("deepest", body.deepest());
            one.putArray("at").add(body.x()).add(body.z());
            ArrayNode edges = one.putArray("edges");
            body.edges().forEach(line -> {
                ObjectNode edge = edges.addObject().put("closed", line.closed());
                ArrayNode points = edge.putArray("points");
                line.points().forEach(point -> points.addArray().add(point.x()).add(point.z()));
            });
        }
        Output.print(RecipeJson.pretty(all));
        return 0;
    }
}
