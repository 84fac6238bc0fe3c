package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.slices.SlicesLayer;
import org.lumbrit.formats.drawn.CutSheet;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** A stack of slices: where each lies and how large it is. */
@Command(
        name = "slices",
        mixinStandardHelpOptions = true,
        description =
                "Prints a stack of slices as CSV: number, metres of its bottom, the value above which it is solid, square metres. Writes the stack as a mesh, or its outlines for cutting.")
final class SlicesCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the stack.")
    private String name;

    @Option(
            names = "--cut",
            paramLabel = "FILE",
            description = "Writes the outlines beside each other for cutting, an SVG in millimetres.")
    private Path cut;

    @Mixin
    private MeshOutput to;

    @Override
    public Integer call() throws IOException {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        SlicesLayer layer =
                Find.layer(evaluation.plan().recipe(), name, SlicesLayer.class, "has no slices; choose stacked slices");
        SlicesLayer.Stack stack = layer.stack(evaluation.surroundings(layer));
        try (Writer out = Output.writer()) {
            out.write("slice,bottom_m,solid_above,area_m2\n");
            for (int k = 0; k < stack.slices().size(); k++) {
                SlicesLayer.Slice slice = stack.slices().get(k);
                out.write(String.format(
                        Locale.ROOT,
                        "%d,%.9g,%.9g,%.9g%n",
                        slice.number(),
                        slice.bottom(),
                        slice.above(),
                        stack.areas()[k]));
            }
        }
        if (cut != null) {
            Output.whole(cut, CutSheet.write(stack, layer.name()));
        }
        to.writeIfWanted(
                stack.mesh(), layer.name(), Colour.ofHex(layer.low()).packed(), "--to: no slice is solid anywhere.");
        return 0;
    }
}
