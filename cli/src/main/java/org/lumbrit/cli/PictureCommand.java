package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPng;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes a falloff over the ground as a picture. */
@Command(
        name = "picture",
        mixinStandardHelpOptions = true,
        description = "Writes a falloff over the ground as a 16-bit grey PNG, or as a TIFF of 32-bit floats.")
final class PictureCommand implements Callable<Integer> {
    private static final int MOST_NODES = 8192;

    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--falloff", required = true, paramLabel = "NAME", description = "Name or id of the falloff.")
    private String name;

    @Option(
            names = "--size",
            required = true,
            paramLabel = "N",
            description = "Pixels along the longer side; the middles of the outer ones lie on the border.")
    private int size;

    @Option(names = "--to", required = true, paramLabel = "FILE", description = "A file that ends in .png or .tif.")
    private Path file;

    @Override
    public Integer call() throws IOException {
        if (size < 2 || size > MOST_NODES) {
            throw new BadInputException("--size: between 2 and " + MOST_NODES + " pixels, not " + size + ".");
        }
        String ending = Output.ending(file);
        if (!ending.matches("png|tif|tiff")) {
            throw new BadInputException("--to: the file must end in .png or .tif, not “" + file.getFileName() + "”.");
        }
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        Falloff falloff = Find.falloff(evaluation.plan().recipe(), name);
        Lattice lattice = Lattice.along(evaluation.plan().ground(), size);
        float[] values = evaluation.falloff(falloff.id(), lattice.samples());
        byte[] picture = ending.equals("png")
                ? GreyPng.of16(lattice.columns(), lattice.rows(), values)
                : FloatTiff.write(lattice.columns(), lattice.rows(), values);
        Output.whole(file, picture);
        return 0;
    }
}
