package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.core.water.WaterSurface;
import org.lumbrit.core.water.Wave;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** How a piece of moving water is at places. */
@Command(
        name = "waves",
        mixinStandardHelpOptions = true,
        description =
                "Prints the surface of moving water at places as CSV: rest level, depth, height above rest (m), slope (°), rising (m/s), steepness; without --at its waves on deep water as JSON.")
final class WavesCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the moving water.")
    private String name;

    @Option(
            names = "--at",
            paramLabel = "X,Z",
            description = "A place, metres to the east and south; may be given often.")
    private List<String> places = List.of();

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        WaterLayer layer =
                Find.layer(evaluation.plan().recipe(), name, WaterLayer.class, "is no moving water; choose one");
        WaterSurface surface = layer.surface(evaluation.surroundings(layer));
        if (places.isEmpty()) {
            Output.print(RecipeJson.pretty(waves(layer, surface)));
            return 0;
        }
        try (Writer out = Output.writer()) {
            out.write("x_m,z_m,rest_m,depth_m,height_m,slope_deg,rising_m_s,steepness\n");
            for (String place : places) {
                double[] at = place(place);
                WaterSurface.At there = surface.at(at[0], at[1]);
                out.write(String.format(
                        Locale.ROOT,
                        "%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g%n",
                        at[0],
                        at[1],
                        surface.rest(at[0], at[1]),
                        surface.depth(at[0], at[1]),
                        there.height(),
                        surface.degrees(at[0], at[1]),
                        surface.rising(at[0], at[1]),
                        there.steepness()));
            }
        }
        return 0;
    }

    private static double[] place(String text) {
        String[] parts = text.split(",", -1);
        try {
            if (parts.length == 2) {
                return new double[] {Double.parseDouble(parts[0].strip()), Double.parseDouble(parts[1].strip())};
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException("--at: two numbers of metres as in 3.5,-12, not “" + text + "”.");
    }

    private static ObjectNode waves(WaterLayer layer, WaterSurface surface) {
        ObjectNode all = JsonNodeFactory.instance
                .objectNode()
                .put("layer", layer.name())
                .put("steepness", WaterLayer.steepness(surface.waves()));
        ArrayNode each = all.putArray("waves");
        for (Wave wave : surface.waves()) {
            each.addObject()
                    .put("length", wave.length())
                    .put("period", wave.period())
                    .put("amplitude", wave.amplitude())
                    .put("east", wave.east())
                    .put("south", wave.south())
                    .put("sharpness", wave.sharpness())
                    .put("phase", wave.phase());
        }
        return all;
    }
}
