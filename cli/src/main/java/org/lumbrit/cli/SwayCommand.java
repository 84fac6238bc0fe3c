package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** How the plants of a cover swing. */
@Command(
        name = "sway",
        mixinStandardHelpOptions = true,
        description =
                "Prints how plants swing as CSV: bend in degrees toward east (x) and south (z), and how far the tip moves.")
final class SwayCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Mixin
    private FramesArgument frames;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the sway.")
    private String name;

    @Option(names = "--plants", paramLabel = "N", description = "Only the first N plants of the cover's list.")
    private Integer most;

    @Option(
            names = "--vertices",
            description = "Every vertex of each plant in place of its bend: where it is, in metres.")
    private boolean vertices;

    @Option(names = "--report", description = "Seam, step of the angles and how much plants swing in step, as JSON.")
    private boolean report;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site()).at(0);
        SwayLayer sway = Find.layer(evaluation.plan().recipe(), name, SwayLayer.class, "is no sway; choose one");
        SiteMotion motion = new SiteMotion(evaluation, recipe.results(), Cancel.NEVER);
        if (motion.sways().keySet().stream().noneMatch(each -> each.id().equals(sway.id()))) {
            throw new BadInputException(
                    "--layer: “" + sway.name() + "”, its wind or its cover is hidden, so nothing moves.");
        }
        if (report) {
            Output.print(RecipeJson.pretty(report(motion.loop(sway))));
            return 0;
        }
        Plants plants = evaluation.plants(motion.coverOf(sway));
        if (most != null && (most < 1 || most > 10_000_000)) {
            throw new BadInputException("--plants: a number above 0, not " + most + ".");
        }
        int count = most == null ? plants.count() : Math.min(most, plants.count());
        int[] picked =
                count == plants.count() ? new int[0] : IntStream.range(0, count).toArray();
        PlantMotion moving = new PlantMotion(motion, evaluation, sway, picked);
        try (Writer out = Output.writer()) {
            out.write(
                    vertices
                            ? "plant,frame,vertex,x_m,y_m,z_m\n"
                            : "plant,frame,bend_x_deg,bend_z_deg,tip_x_m,tip_y_m,tip_z_m\n");
            int[] ends = frames.of(motion.frames());
            for (int p = 0; p < count; p++) {
                String id = java.util.HexFormat.of().toHexDigits(plants.feet().id()[p]);
                for (int f = ends[0]; f <= ends[1]; f++) {
                    String row = id + "," + f + ",";
                    if (vertices) {
                        for (int v = 0; v < moving.unit(p).vertices(); v++) {
                            out.write(row + v + "," + numbers(moving.place(f, p, v)) + "\n");
                        }
                    } else {
                        double[] bend = {
                            Math.toDegrees(moving.loop().bend(f, p, 0)),
                            Math.toDegrees(moving.loop().bend(f, p, 1))
                        };
                        out.write(row + numbers(bend) + "," + numbers(moving.tip(f, p)) + "\n");
                    }
                }
            }
        }
        return 0;
    }

    private static String numbers(double[] all) {
        StringBuilder text = new StringBuilder();
        for (double each : all) {
            text.append(text.isEmpty() ? "" : ",").append(Decimal.write(each, 7));
        }
        return text.toString();
    }

    static ObjectNode report(SwayLoop loop) {
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        node.put("plants", loop.plants())
                .put("frames", loop.frames().count())
                .put("loops", loop.frames().periodic())
                .put("greatestJumpInside_deg", Math.toDegrees(loop.seam().inside()))
                .put("jumpAtTheSeam_deg", Math.toDegrees(loop.seam().jump()))
                .put("seamRatio", loop.seam().finiteRatio())
                .put("errorAtMost_deg", Math.toDegrees(loop.radians() / 2))
                .put("inStep", loop.together());
        return node;
    }
}
