package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.bodies.Path;
import org.lumbrit.core.bodies.RollLayer;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.SurfacePatch;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Where a body rolls. */
@Command(
        name = "roll",
        mixinStandardHelpOptions = true,
        description =
                "Prints where a body goes as CSV, frame by frame: place (m), turn, speed (m/s), spin (rad/s), contact, slip (m/s), radius (m).")
final class RollCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the rolling body.")
    private String name;

    @Option(names = "--report", description = "How it ends, how far it goes, and its groove at --time, as JSON.")
    private boolean report;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        RollLayer layer =
                Find.layer(evaluation.plan().recipe(), name, RollLayer.class, "is no rolling body; choose one");
        Surroundings site = evaluation.surroundings(layer);
        Path path = layer.path(site);
        if (report) {
            Output.print(RecipeJson.pretty(report(layer, site, path)));
            return 0;
        }
        try (Writer out = Output.writer()) {
            out.write(
                    "t_s,x_m,y_m,z_m,qx,qy,qz,qw,vx_m_s,vy_m_s,vz_m_s,wx_rad_s,wy_rad_s,wz_rad_s,contact,slip_m_s,radius_m\n");
            for (int f = 0; f < path.frames(); f++) {
                StringBuilder line = new StringBuilder(String.format(Locale.ROOT, "%.6f", f * path.step()));
                for (int k = 0; k < Path.NUMBERS; k++) {
                    line.append(String.format(Locale.ROOT, ",%.9g", path.numbers()[Path.NUMBERS * f + k]));
                }
                out.write(line.append('\n').toString());
            }
        }
        return 0;
    }

    private static ObjectNode report(RollLayer layer, Surroundings site, Path path) {
        ObjectNode one = JsonNodeFactory.instance
                .objectNode()
                .put("layer", layer.name())
                .put("ends", path.end().name().toLowerCase(Locale.ROOT))
                .put("seconds", path.seconds())
                .put("frames", path.frames());
        one.putArray("at")
                .add(path.at(path.seconds(), 0))
                .add(path.at(path.seconds(), 1))
                .add(path.at(path.seconds(), 2));
        SurfacePatch groove = layer.patch(site).orElseThrow();
        double pressed = 0;
        double raised = 0;
        for (float change : groove.change()) {
            pressed += Math.max(0, -change);
            raised += Math.max(0, change);
        }
        double cell = groove.cell() * groove.cell();
        one.putObject("groove")
                .put("cell", groove.cell())
                .put("deepest", groove.deepest())
                .put("pressed", pressed * cell)
                .put("raised", raised * cell);
        return one;
    }
}
