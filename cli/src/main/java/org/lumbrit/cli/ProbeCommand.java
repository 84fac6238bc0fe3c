package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.tables.ProbeCsv;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Values of a falloff at points or on a grid. */
@Command(
        name = "probe",
        mixinStandardHelpOptions = true,
        description = "Prints values of a falloff, or of a layer's field, as CSV: x,y,z,value.")
final class ProbeCommand implements Callable<Integer> {
    private static final int MOST_NODES = 4096;

    @Mixin
    private RecipeArgument recipe;

    @ArgGroup(exclusive = true, multiplicity = "1")
    private What what;

    /** One of the two things that have values. */
    static final class What {
        @Option(names = "--falloff", paramLabel = "NAME", description = "Name or id of the falloff.")
        private String falloff;

        @ArgGroup(exclusive = false)
        private OfLayer layer;
    }

    /** A field of a layer. */
    static final class OfLayer {
        @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of a layer.")
        private String layer;

        @Option(
                names = "--field",
                required = true,
                paramLabel = "NAME",
                description = "One of the layer's properties or results, by its name in the recipe.")
        private String field;
    }

    @Option(names = "--steps", description = "The source and every step in columns of their own.")
    private boolean steps;

    @ArgGroup(exclusive = true, multiplicity = "1")
    private Where where;

    /** One of the two ways to say where. */
    static final class Where {
        @Option(names = "--at", paramLabel = "CSV", description = "Points: columns x,z or x,y,z, on wish id.")
        private Path points;

        @Option(names = "--prop", paramLabel = "NAME", description = "The vertices of a prop, by its name or id.")
        private String prop;

        @Option(names = "--grid", paramLabel = "N", description = "N nodes along the longer side, border to border.")
        private Integer grid;
    }

    @Override
    public Integer call() throws Exception {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        if (where.prop != null) {
            Prop prop = Find.prop(evaluation.plan().recipe(), where.prop);
            evaluation = evaluation.on(prop.id());
        }
        Samples samples = where.prop != null
                ? evaluation.samples(evaluation.placed(
                        Find.prop(evaluation.plan().recipe(), where.prop).id()))
                : samples(evaluation.plan().ground());
        try (Writer out = Output.writer()) {
            if (what.falloff != null) {
                ProbeCsv.write(evaluation, Find.falloff(evaluation.plan().recipe(), what.falloff), samples, steps, out);
            } else {
                Layer layer = Find.layer(evaluation.plan().recipe(), what.layer.layer, Layer.class, "");
                Field field = Find.field(layer, what.layer.field);
                ProbeCsv.write(evaluation.seenFor(layer, field.name()), layer, field, samples, out);
            }
        }
        return 0;
    }

    private Samples samples(Ground ground) throws IOException {
        if (where.grid != null) {
            if (where.grid < 2 || where.grid > MOST_NODES) {
                throw new BadInputException("--grid: between 2 and " + MOST_NODES + " nodes, not " + where.grid + ".");
            }
            return Lattice.along(ground, where.grid).samples();
        }
        if (!Files.isRegularFile(where.points)) {
            throw new BadInputException(
                    "--at: there is no file " + where.points + ". Give a CSV with a header x,z or x,y,z.");
        }
        return ProbeCsv.points(Files.readString(where.points), ground);
    }
}
