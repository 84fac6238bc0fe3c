package org.lumbrit.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.drawn.Eye;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.drawn.ContoursGeoJson;
import org.lumbrit.formats.drawn.DrawingPng;
import org.lumbrit.formats.drawn.DrawingSvg;
import org.lumbrit.formats.drawn.PlanSheet;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.site.SiteFiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Draws a site without a screen. */
@Command(
        name = "look",
        mixinStandardHelpOptions = true,
        description = "Draws a site as it is seen from an eye: as lines, to SVG or PNG, or its contours to GeoJSON.")
final class LookCommand implements Callable<Integer> {
    private static final int MOST = 16_384;

    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--eye",
            paramLabel = "X,Y,Z,HEADING,ELEVATION,DISTANCE",
            description =
                    "What it looks at, metres; where it looks to, degrees, 0 north, 90 east; from how high, degrees;"
                            + " from how far, metres. All of the site unless given.")
    private String eye;

    @Option(names = "--parallel", description = "Lines that are parallel stay so.")
    private boolean parallel;

    @Option(names = "--size", paramLabel = "WxH", description = "Pixels, 1280x800 unless given.")
    private String size = "1280x800";

    @Option(
            names = "--to",
            required = true,
            paramLabel = "FILE",
            description = "A file that ends in .svg or .png; in .pdf for a plan on A3, in .geojson for the contours.")
    private Path file;

    @Override
    public Integer call() throws IOException {
        String ending = Output.ending(file);
        if (!ending.matches("svg|png|geojson|pdf")) {
            throw new BadInputException(
                    "--to: the file must end in .svg, .png, .pdf or .geojson, not “" + file.getFileName() + "”.");
        }
        int[] pixels = pixels();
        SiteFiles site = recipe.site();
        SiteEvaluation evaluation = recipe.evaluation(site);
        Recipe of = evaluation.plan().recipe();
        DrawnLayer look = DrawnLayer.in(of);
        if (ending.equals("geojson")) {
            Ground ground = Draw.drawnGround(evaluation, look);
            Output.whole(file, ContoursGeoJson.write(ground, look, GeoReference.Middle.of(of.ground())));
            return 0;
        }
        if (ending.equals("pdf")) {
            Output.whole(file, PlanSheet.write(evaluation, look));
            return 0;
        }
        Drawing drawing = Draw.of(evaluation, look, eye(evaluation.lying().ground(), pixels), pixels[0], pixels[1]);
        Output.whole(file, ending.equals("svg") ? DrawingSvg.write(drawing, of.name()) : DrawingPng.write(drawing));
        StringBuilder told = new StringBuilder("line,strokes\n");
        for (Drawing.Line line : Drawing.Line.values()) {
            told.append(line.name().toLowerCase(Locale.ROOT))
                    .append(',')
                    .append(drawing.count(line))
                    .append('\n');
        }
        told.append("facets,").append(drawing.colours().length).append('\n');
        told.append("plants shown,").append(Decimal.write(drawing.shown(), 6)).append('\n');
        Output.print(told.toString().getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    private int[] pixels() {
        String[] parts = size.split("x", -1);
        try {
            int[] pixels = {Integer.parseInt(parts[0]), Integer.parseInt(parts[1])};
            if (parts.length == 2 && Math.min(pixels[0], pixels[1]) >= 16 && Math.max(pixels[0], pixels[1]) <= MOST) {
                return pixels;
            }
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            // said below
        }
        throw new BadInputException(
                "--size: width x height in pixels of 16 to " + MOST + " each, such as 1920x1080, not “" + size + "”.");
    }

    private Eye eye(Ground ground, int[] pixels) {
        if (eye == null) {
            Eye whole = Eye.over(ground, pixels[0], pixels[1]);
            return new Eye(
                    whole.x(), whole.y(), whole.z(), whole.heading(), whole.elevation(), whole.distance(), parallel);
        }
        double[] n = Numbers.of("--eye", "X,Y,Z,HEADING,ELEVATION,DISTANCE", 6, eye);
        if (!(n[4] >= 0.1 && n[4] <= 90 && n[5] > 0)) {
            throw new BadInputException(
                    "--eye: an elevation of 0.1 to 90 degrees and a distance above 0 metres, not “" + eye + "”.");
        }
        return new Eye(n[0], n[1], n[2], n[3], n[4], n[5], parallel);
    }
}
