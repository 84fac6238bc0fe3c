package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.water.WaterLayer;
import org.lumbrit.core.water.WaterSurface;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** How rings run over a piece of moving water. */
@Command(
        name = "ripples",
        mixinStandardHelpOptions = true,
        description =
                "Prints the rings on moving water as CSV, frame by frame: least, greatest and mean height (m), mean square (m²), and the greatest change since the frame before (m); where the clock loops, that of the first frame is the seam.")
final class RipplesCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the moving water.")
    private String name;

    @Mixin
    private FramesArgument wanted;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        WaterLayer layer =
                Find.layer(evaluation.plan().recipe(), name, WaterLayer.class, "is no moving water; choose one");
        if (layer.rings().runs().isEmpty()) {
            throw new BadInputException(
                    "--layer: “" + layer.name() + "” has no rings. Set its rings to drops, or to the wake of a prop.");
        }
        Frames frames = evaluation.plan().written().clock().frames();
        int[] ends = wanted.of(frames);
        float[] before = frames.periodic() || ends[0] > 0 ? heights(evaluation, layer, frames, ends[0] - 1) : null;
        try (Writer out = Output.writer()) {
            out.write("frame,t_s,least_m,greatest_m,mean_m,mean_square_m2,change_m\n");
            for (int frame = ends[0]; frame <= ends[1]; frame++) {
                float[] now = heights(evaluation, layer, frames, frame);
                out.write(row(frame, frames.time(frame), now, before == null ? now : before));
                before = now;
            }
        }
        return 0;
    }

    private static float[] heights(SiteEvaluation evaluation, WaterLayer layer, Frames frames, int frame) {
        SiteEvaluation then = evaluation.at(frames.time(frame));
        Layer now = then.plan().recipe().layer(layer.id()).orElseThrow();
        WaterSurface surface = ((WaterLayer) now).surface(then.surroundings(now));
        return surface.ringGrid().orElseThrow().heights();
    }

    private static String row(int frame, double seconds, float[] now, float[] before) {
        double least = 0;
        double greatest = 0;
        double sum = 0;
        double squares = 0;
        double change = 0;
        for (int i = 0; i < now.length; i++) {
            least = Math.min(least, now[i]);
            greatest = Math.max(greatest, now[i]);
            sum += now[i];
            squares += (double) now[i] * now[i];
            change = Math.max(change, Math.abs(now[i] - before[i]));
        }
        return String.format(
                Locale.ROOT,
                "%d,%.6f,%.9g,%.9g,%.9g,%.9g,%.9g%n",
                frame,
                seconds,
                least,
                greatest,
                sum / now.length,
                squares / now.length,
                change);
    }
}
