package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GreyPng;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes the ground, or what one relief layer makes of it. */
@Command(
        name = "ground",
        mixinStandardHelpOptions = true,
        description = "Writes the finished ground, the ground after one relief layer, or the difference a layer makes.")
final class GroundCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--layer",
            paramLabel = "NAME",
            description = "The ground after this relief layer instead of the finished one.")
    private String name;

    @Option(names = "--difference", description = "With --layer: metres up or down that it makes (.tif or .asc).")
    private boolean difference;

    @Option(
            names = "--to",
            required = true,
            paramLabel = "FILE",
            description =
                    "A file that ends in .tif (GeoTIFF, metres), .asc (metres) or .png (16 bits, lowest to highest).")
    private Path file;

    @Override
    public Integer call() throws IOException {
        SitePlan plan = recipe.evaluation(recipe.site()).plan();
        Ground ground = plan.ground();
        if (name != null) {
            var state = plan.relief(Find.relief(plan.recipe(), name).id()).orElseThrow();
            ground = difference ? state.after().shaped(state.difference(), "") : state.after();
        } else if (difference) {
            throw new BadInputException("--difference: say whose, with --layer.");
        }
        String ending = file.getFileName().toString().toLowerCase(Locale.ROOT).replaceAll("^.*\\.", "");
        Output.whole(
                file,
                switch (ending) {
                    case "tif", "tiff" -> FloatTiff.ground(ground);
                    case "asc" -> EsriGrid.write(ground);
                    case "png" -> png(ground);
                    default ->
                        throw new BadInputException(
                                "--to: the file must end in .tif, .asc or .png, not “" + file.getFileName() + "”.");
                });
        return 0;
    }

    private static byte[] png(Ground ground) {
        float[] grey = new float[ground.heights().length];
        double range = Math.max(1e-9, ground.highest() - ground.lowest());
        for (int i = 0; i < grey.length; i++) {
            grey[i] = (float) ((ground.heights()[i] - ground.lowest()) / range);
        }
        return GreyPng.of16(ground.columns(), ground.rows(), grey);
    }
}
