package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.water.Afloat;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** How a prop floats. */
@Command(
        name = "float",
        mixinStandardHelpOptions = true,
        description =
                "Prints how a prop floats as CSV, frame by frame: place and turn, the water under it, how far its origin lies above that and off it (m), tilt (°), whether the shore holds it.")
final class FloatCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--prop", required = true, paramLabel = "NAME", description = "Name or id of the prop.")
    private String name;

    @Mixin
    private FramesArgument wanted;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        Prop prop = Find.prop(evaluation.plan().recipe(), name);
        if (evaluation.afloat(prop).isEmpty()) {
            throw new BadInputException("--prop: “" + prop.name()
                    + "” does not float. Let it float in the yard, on moving water that is shown.");
        }
        Frames frames = evaluation.plan().written().clock().frames();
        int[] ends = wanted.of(frames);
        try (Writer out = Output.writer()) {
            out.write("frame,t_s,x_m,y_m,z_m,qx,qy,qz,qw,water_m,above_m,off_m,tilt_deg,held,wet\n");
            for (int frame = ends[0]; frame <= ends[1]; frame++) {
                SiteEvaluation then = evaluation.at(frames.time(frame));
                Afloat at = then.afloat(then.plan().recipe().prop(prop.id()).orElseThrow())
                        .orElseThrow();
                out.write(String.format(
                        Locale.ROOT,
                        "%d,%.6f,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%d,%d%n",
                        frame,
                        frames.time(frame),
                        at.x(),
                        at.y(),
                        at.z(),
                        at.turn().x(),
                        at.turn().y(),
                        at.turn().z(),
                        at.turn().w(),
                        at.water(),
                        at.above(),
                        at.off(),
                        at.tilt(),
                        at.held() ? 1 : 0,
                        at.wet()));
            }
        }
        return 0;
    }
}
