package org.lumbrit.cli;

import java.io.Writer;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.lumbrit.core.answers.Roster;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Region;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.tables.PlantsCsv;
import org.lumbrit.formats.tables.RosterCsv;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** The plants of a layer. */
@Command(name = "scatter", mixinStandardHelpOptions = true, description = "Prints the plants of a cover layer as CSV.")
final class ScatterCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the cover layer.")
    private String name;

    @Option(names = "--tile", paramLabel = "x0,z0,x1,z1", description = "Only plants with x0 ≤ x < x1 and z0 ≤ z < z1.")
    private String tile;

    @Option(
            names = "--roster",
            description = "Every number of each plant, and the value of each falloff that drives it.")
    private boolean roster;

    @Option(
            names = "--count",
            description =
                    "Only how many plants there will be, known without placing any: to about 1 %%, where a spacing decides to about 5 %%.")
    private boolean count;

    @Override
    public Integer call() throws Exception {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        CoverLayer layer = Find.cover(evaluation.plan().recipe(), name);
        if (roster && tile != null) {
            throw new BadInputException("--roster lists every plant; leave --tile out.");
        }
        if (roster) {
            try (Writer out = Output.writer()) {
                RosterCsv.write(new Roster(evaluation, layer), out);
            }
            return 0;
        }
        if (count) {
            try (Writer out = Output.writer()) {
                out.write(Math.round(evaluation.expected(layer)) + System.lineSeparator());
            }
            return 0;
        }
        Optional<Region> part = tile == null ? Optional.empty() : Optional.of(region());
        try (Writer out = Output.writer()) {
            if (part.isPresent()) {
                PlantsCsv.write(layer, evaluation.plants(layer, part.get()), out);
            } else {
                PlantsCsv.write(layer, evaluation, out);
            }
        }
        return 0;
    }

    private Region region() {
        try {
            double[] edges = Arrays.stream(tile.split(","))
                    .mapToDouble(Double::parseDouble)
                    .toArray();
            if (edges.length == 4 && Arrays.stream(edges).allMatch(Double::isFinite)) {
                return new Region(edges[0], edges[1], edges[2], edges[3]);
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException(
                "--tile: four numbers in metres, x0,z0,x1,z1, as in --tile 0,0,10,10, not " + tile + ".");
    }
}
