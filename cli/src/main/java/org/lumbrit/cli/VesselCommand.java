package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.site.SiteEvaluation;
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
        double[] moments = layer.moments(site)
                .orElseThrow(() -> new BadInputException("--layer: “" + layer.name()
                        + "” finds no hollow in its prop. A vessel needs walls of two sides, closed below."));
        List<Surroundings.Moment> round = site.moments(layer.vessel(), frames.count());
        try (Writer out = Output.writer()) {
            out.write("frame,t_s,litres,spilt_l,room_l,top_m,above_origin_m,nx,ny,nz,tilt_deg\n");
            for (int frame = ends[0]; frame <= ends[1]; frame++) {
                int f = Math.floorMod(frame, round.size());
                int at = LiquidLayer.NUMBERS * f;
                double[] origin = round.get(f).prop().origin();
                double top =
                        (moments[at + 3] - moments[at] * origin[0] - moments[at + 2] * origin[2]) / moments[at + 1];
                out.write(String.format(
                        Locale.ROOT,
                        "%d,%.6f,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g%n",
                        frame,
                        frames.time(frame),
                        moments[at + 4],
                        moments[at + 5],
                        moments[at + 6],
                        top,
                        top - origin[1],
                        moments[at],
                        moments[at + 1],
                        moments[at + 2],
                        moments[at + 7]));
            }
        }
        return 0;
    }
}
