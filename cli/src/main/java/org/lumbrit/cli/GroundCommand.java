package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.image.EsriGrid;
import org.lumbrit.formats.image.FloatTiff;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.image.HeightPng;
import org.lumbrit.formats.site.SiteFiles;
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

    @Option(
            names = "--step",
            paramLabel = "N",
            description = "With --layer: as it was after this step of the layer's course, from 0 on.")
    private Integer step;

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
        SiteFiles site = recipe.site();
        SitePlan plan = recipe.evaluation(step == null ? site : atStep(site)).plan();
        Ground ground = plan.ground();
        if (name != null) {
            var state = plan.relief(Find.relief(plan.recipe(), name).id()).orElseThrow();
            ground = difference ? state.after().shaped(state.difference(), "") : state.after();
        } else if (difference) {
            throw new BadInputException("--difference: say whose, with --layer.");
        }
        GeoReference.Middle middle = GeoReference.Middle.of(site.recipe().ground());
        Output.whole(
                file,
                switch (Output.ending(file)) {
                    case "tif", "tiff" -> FloatTiff.ground(ground, middle);
                    case "asc" -> EsriGrid.write(ground, middle);
                    case "png" -> HeightPng.write(ground);
                    default ->
                        throw new BadInputException(
                                "--to: the file must end in .tif, .asc or .png, not “" + file.getFileName() + "”.");
                });
        return 0;
    }

    private SiteFiles atStep(SiteFiles site) {
        if (name == null) {
            throw new BadInputException("--step: say of which layer, with --layer.");
        }
        Layer layer = Find.relief(site.recipe(), name);
        if (step < 0 || step > layer.courseSteps()) {
            throw new BadInputException(
                    layer.courseSteps() == 0
                            ? "--step: “" + name + "” is not made step by step; an erosion is."
                            : "--step: between 0 and " + layer.courseSteps() + " for “" + name + "”, not " + step
                                    + ".");
        }
        return new SiteFiles(site.recipe().afterStep(layer.id(), step), site.assets());
    }
}
