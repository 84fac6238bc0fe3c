package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.vessels.Filling;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** How a liquid lies in its vessel. */
@Command(
        name = "vessel",
        mixinStandardHelpOptions = true,
        description =
                "Prints a liquid in a vessel as CSV, frame by frame: litres in it, spilt, and that there is room for, the height of its top over the vessel's origin (m), the top's normal, the vessel's tilt (°).")
final class VesselCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the liquid.")
    private String name;

    @Mixin
    private FramesArgument wanted;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        LiquidLayer layer = Find.layer(
                evaluation.plan().recipe(), name, LiquidLayer.class, "has no liquid; choose a liquid in a vessel");
        Surroundings site = evaluation.surroundings(layer);
        Frames frames = evaluation.plan().written().clock().frames();
        int[] ends = wanted.of(frames);
        Filling filling = layer.moments(site)
                .orElseThrow(() -> new BadInputException("--layer: “" + layer.name()
                        + "” finds no hollow in its prop. A vessel needs walls of two sides, closed below."));
        try (Writer out = Output.writer()) {
            out.write("frame,t_s,litres,spilt_l,room_l,top_m,above_origin_m,nx,ny,nz,tilt_deg\n");
            for (int frame = ends[0]; frame <= ends[1]; frame++) {
                int f = Math.floorMod(frame, filling.count());
                double top = filling.height(f);
                out.write(String.format(
                        Locale.ROOT,
                        "%d,%.6f,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g%n",
                        frame,
                        frames.time(frame),
                        filling.number(f, 4),
                        filling.number(f, 5),
                        filling.number(f, 6),
                        top,
                        top - filling.round().get(f).prop().origin()[1],
                        filling.number(f, 0),
                        filling.number(f, 1),
                        filling.number(f, 2),
                        filling.number(f, 7)));
            }
        }
        return 0;
    }
}
