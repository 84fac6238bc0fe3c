package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.Cloth;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** How a prop is pushed along its normals. */
@Command(
        name = "push",
        mixinStandardHelpOptions = true,
        description =
                "Prints how far each vertex of a pushed prop moves along its normal as CSV, or whether it stays sound.")
final class PushCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Mixin
    private FramesArgument frames;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the push.")
    private String name;

    @Option(
            names = "--report",
            description =
                    "Seam, drift, and where it passes through itself with the largest strength that is free, as JSON.")
    private boolean report;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site()).at(0);
        PushLayer push = Find.layer(evaluation.plan().recipe(), name, PushLayer.class, "is no push; choose one");
        if (!PushLayer.shown(evaluation.plan().recipe()).contains(push)) {
            throw new BadInputException(
                    "--layer: “" + push.name() + "”, its wind or its prop is hidden, so nothing moves.");
        }
        SiteMotion motion = new SiteMotion(evaluation, recipe.results(), Cancel.NEVER);
        PushLoop loop = motion.pushes().pushed(push);
        if (report) {
            Output.print(RecipeJson.pretty(report(push, loop, motion.pushes().fault(push))));
            return 0;
        }
        int[] ends = frames.of(motion.frames());
        try (Writer out = Output.writer()) {
            out.write("frame,vertex,push_m\n");
            for (int f = ends[0]; f <= ends[1]; f++) {
                for (int v = 0; v < loop.vertices(); v++) {
                    out.write(f + "," + v + "," + Decimal.write(loop.push(f, v), 9) + "\n");
                }
            }
        }
        return 0;
    }

    private static ObjectNode report(PushLayer push, PushLoop loop, Optional<Cloth.Fault> fault) {
        ObjectNode node = JsonNodeFactory.instance.objectNode();
        node.put("vertices", loop.vertices())
                .put("frames", loop.frames().count())
                .put("greatestJumpInside_m", loop.seam().inside())
                .put("jumpAtTheSeam_m", loop.seam().jump())
                .put("seamRatio", loop.seam().finiteRatio())
                .put("errorAtMost_m", loop.metres() / 2)
                .put("drift_m", loop.drift())
                .put("sound", fault.isEmpty());
        fault.ifPresent(found -> {
            node.put("frame", found.frame())
                    .put("crossingPairs", found.pairs())
                    .put("momentsLookedAt", found.moments());
            node.putArray("at").add(found.x()).add(found.y()).add(found.z());
            node.put(
                    "largestFreeStrength_m",
                    found.free() * push.properties().get(PushLayer.STRENGTH).high());
        });
        return node;
    }
}
