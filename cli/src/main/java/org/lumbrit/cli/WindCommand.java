package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.AirAt;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** The wind at places. */
@Command(
        name = "wind",
        mixinStandardHelpOptions = true,
        description =
                "Prints the wind at places on the ground as CSV: m/s to the east and to the south, and its speed.")
final class WindCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Mixin
    private FramesArgument frames;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the wind.")
    private String name;

    @Option(names = "--at", required = true, paramLabel = "X,Z", description = "A place in metres; may be given often.")
    private List<String> places;

    @Option(
            names = "--seconds",
            paramLabel = "T",
            description = "At these times in place of frames; may be given often.")
    private List<Double> seconds;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        WindLayer wind = Find.layer(evaluation.plan().recipe(), name, WindLayer.class, "is no wind; choose one");
        Frames all = evaluation.plan().written().clock().frames();
        double[][] at = places.stream().map(WindCommand::place).toArray(double[][]::new);
        Samples samples = evaluation
                .plan()
                .ground()
                .samplesAt(
                        Arrays.stream(at).mapToDouble(p -> p[0]).toArray(),
                        Arrays.stream(at).mapToDouble(p -> p[1]).toArray());
        try (Writer out = Output.writer()) {
            out.write("frame,time_s,x_m,z_m,wind_x_m_s,wind_z_m_s,speed_m_s\n");
            int[] ends = frames.of(all);
            List<double[]> moments = new ArrayList<>();
            if (seconds != null) {
                seconds.forEach(time -> moments.add(new double[] {-1, time}));
            } else {
                for (int f = ends[0]; f <= ends[1]; f++) {
                    moments.add(new double[] {f, all.time(f)});
                }
            }
            for (double[] moment : moments) {
                SiteEvaluation then = evaluation.at(moment[1]);
                WindLayer now =
                        (WindLayer) then.plan().recipe().layer(wind.id()).orElseThrow();
                double[][] blows = AirAt.wind(then.surroundings(now), now, samples);
                for (int i = 0; i < at.length; i++) {
                    out.write((moment[0] < 0 ? "" : String.valueOf((int) moment[0])) + ","
                            + Decimal.write(moment[1], 6) + "," + Decimal.write(at[i][0], 6) + ","
                            + Decimal.write(at[i][1], 6) + "," + Decimal.write(blows[0][i], 9) + ","
                            + Decimal.write(blows[1][i], 9) + ","
                            + Decimal.write(Math.sqrt(blows[0][i] * blows[0][i] + blows[1][i] * blows[1][i]), 9)
                            + "\n");
                }
            }
        }
        return 0;
    }

    private static double[] place(String text) {
        try {
            double[] place = Arrays.stream(text.split(","))
                    .mapToDouble(Double::parseDouble)
                    .toArray();
            if (place.length == 2 && Arrays.stream(place).allMatch(Double::isFinite)) {
                return place;
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException("--at: two numbers in metres, x,z, as in --at 12.5,-3, not “" + text + "”.");
    }
}
