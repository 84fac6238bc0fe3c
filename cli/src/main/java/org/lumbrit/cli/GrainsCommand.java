package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.motion.GrainsLayer;
import org.lumbrit.core.moving.Grains;
import org.lumbrit.core.moving.PlantMotion;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.tables.GrainsCsv;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Where grains are, and how fast they go. */
@Command(
        name = "grains",
        mixinStandardHelpOptions = true,
        description = "Prints where each grain of a layer is in each frame and how fast it goes, as CSV.")
final class GrainsCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Mixin
    private FramesArgument frames;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the grains.")
    private String name;

    @Option(names = "--grains", paramLabel = "N", description = "Only the first N of them.")
    private Integer most;

    @Option(names = "--rest", description = "Where they lie at rest only, a row a grain.")
    private boolean rest;

    @Option(names = "--report", description = "How many there are and what carries them, as JSON.")
    private boolean report;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site()).at(0);
        GrainsLayer layer = Find.layer(evaluation.plan().recipe(), name, GrainsLayer.class, "is no grains; choose one");
        if (most != null && most < 1) {
            throw new BadInputException("--grains: a number above 0, not " + most + ".");
        }
        SiteMotion motion = new SiteMotion(evaluation, recipe.results(), Cancel.NEVER);
        Grains grains = motion.grains(layer);
        Optional<CoverLayer> cover = layer.carrier().cover().map(id ->
                (CoverLayer) evaluation.plan().recipe().layer(id).orElseThrow());
        Optional<PlantMotion> carrying = motion.carrying(layer);
        if (report) {
            ObjectNode node = JsonNodeFactory.instance.objectNode();
            node.put("grains", grains.count())
                    .put("carriedBy", cover.map(CoverLayer::name).orElse(""))
                    .put("moves", carrying.isPresent())
                    .put("frames", motion.frames().count());
            Output.print(RecipeJson.pretty(node));
            return 0;
        }
        long[] plants = motion.carriers(layer);
        try (Writer out = Output.writer()) {
            if (rest) {
                GrainsCsv.atRest(grains, plants, out);
            } else {
                int[] ends = frames.of(motion.frames());
                int count = most == null ? grains.count() : most;
                GrainsCsv.moving(motion, grains, carrying, plants, ends[0], ends[1], count, out);
            }
        }
        return 0;
    }
}
