package org.lumbrit.cli;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.stills.Still;
import org.lumbrit.core.stills.Take;
import org.lumbrit.core.stills.Values;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.drawn.ContoursGeoJson;
import org.lumbrit.formats.drawn.DrawingPng;
import org.lumbrit.formats.drawn.DrawingSvg;
import org.lumbrit.formats.drawn.PlanSheet;
import org.lumbrit.formats.image.ColourPng;
import org.lumbrit.formats.image.GeoReference;
import org.lumbrit.formats.image.MovingGif;
import org.lumbrit.formats.image.StillPng;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Draws a site without a screen. */
@Command(
        name = "look",
        mixinStandardHelpOptions = true,
        description =
                "Draws a site as it is seen from an eye: as lines, to SVG or PNG, or its contours to GeoJSON; in daylight or"
                        + " with values, to PNG. All round it, or frame after frame of its clock, to numbered PNG or a GIF that moves.")
final class LookCommand implements Callable<Integer> {
    private static final int MOST = 16_384;
    /** Seconds that a GIF takes once round. */
    private static final double ROUND = 8;

    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--eye",
            paramLabel = "X,Y,Z,HEADING,ELEVATION,DISTANCE",
            description =
                    "What it looks at, metres; where it looks to, degrees, 0 north, 90 east; from how high, degrees;"
                            + " from how far, metres. All of the site unless given.")
    private String eye;

    @Option(
            names = "--look",
            paramLabel = "drawn|daylight|values",
            defaultValue = "drawn",
            description = "${DEFAULT-VALUE} unless given.")
    private Kind kind;

    @Option(
            names = "--falloff",
            paramLabel = "NAME",
            description = "With --look values: the falloff that is shown; the first unless given.")
    private String falloff;

    @ArgGroup(exclusive = false)
    private OfLayer layer;

    @Option(names = "--grey", description = "Values in grey, not in colours.")
    private boolean grey;

    @Option(
            names = "--around",
            paramLabel = "N",
            description = "N pictures from all round, evenly, to numbered files; or one GIF that turns.")
    private int around;

    @Option(
            names = "--frames",
            paramLabel = "FIRST:LAST",
            description = "A picture of each of these frames of the clock, to numbered files; or one GIF that moves.")
    private String frames;

    /** How it is drawn. */
    enum Kind {
        drawn,
        daylight,
        values
    }

    /** A field of a layer. */
    static final class OfLayer {
        @Option(
                names = "--layer",
                required = true,
                paramLabel = "NAME",
                description = "With --look values: a layer whose field is shown, by its name or id.")
        private String layer;

        @Option(
                names = "--field",
                required = true,
                paramLabel = "NAME",
                description = "One of its properties or results, by its name in the recipe.")
        private String field;
    }

    @Option(names = "--parallel", description = "Lines that are parallel stay so.")
    private boolean parallel;

    @Option(names = "--size", paramLabel = "WxH", description = "Pixels, 1280x800 unless given.")
    private String size = "1280x800";

    @Option(
            names = "--to",
            required = true,
            paramLabel = "FILE",
            description =
                    "A file that ends in .svg, .png or .jpg; in .pdf for a plan on A3, in .geojson for the contours.")
    private Path file;

    @Override
    public Integer call() throws IOException {
        String ending = Output.ending(file);
        boolean many = around > 0 || frames != null;
        String allowed = many ? "png|gif" : kind == Kind.drawn ? "svg|png|jpg|geojson|pdf" : "png|jpg";
        if (!ending.matches(allowed)) {
            throw new BadInputException("--to: the file must end in ." + allowed.replace("|", " or .") + " here, not “"
                    + file.getFileName() + "”.");
        }
        if (around != 0 && frames != null) {
            throw new BadInputException("--around, --frames: one of the two at a time.");
        }
        int[] pixels = pixels();
        SiteEvaluation site = recipe.evaluation(recipe.site());
        if (many) {
            return series(site, pixels, ending.equals("gif"));
        }
        return kind == Kind.drawn ? drawn(site, ending, pixels) : still(site, pixels);
    }

    private int still(SiteEvaluation site, int[] pixels) throws IOException {
        long before = System.nanoTime();
        Still still = taken(site, eye(site, pixels), pixels);
        long millis = (System.nanoTime() - before) / 1_000_000;
        Output.whole(
                file,
                Output.ending(file).equals("jpg")
                        ? org.lumbrit.formats.image.Still.write(StillPng.painted(still))
                        : StillPng.write(still));
        Output.print(
                ("number,value\nplants shown," + Decimal.write(still.shown(), 6) + "\nmilliseconds," + millis + "\n")
                        .getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    private Still taken(SiteEvaluation site, Eye from, int[] pixels) {
        return kind == Kind.daylight
                ? Take.daylight(site, from, pixels[0], pixels[1])
                : Take.values(site, values(site), from, pixels[0], pixels[1]);
    }

    private Values values(SiteEvaluation site) {
        Recipe of = site.plan().recipe();
        if (layer != null) {
            Layer named = Find.layer(of, layer.layer, Layer.class, "");
            return Values.of(site, named, Find.field(named, layer.field).name(), grey);
        }
        if (falloff == null && of.falloffs().isEmpty()) {
            throw new BadInputException(
                    "--look values: the site has no falloffs; name a --layer and one of its --field.");
        }
        Falloff shown = falloff == null ? of.falloffs().get(0) : Find.falloff(of, falloff);
        return Values.of(shown, grey);
    }

    /** A picture of each way round, or of each frame. */
    private int series(SiteEvaluation site, int[] pixels, boolean moving) throws IOException {
        Eye first = eye(site, pixels);
        Frames clock = site.plan().recipe().clock().frames();
        int[] ends = frames == null ? null : FramesArgument.of(frames, clock);
        if (ends == null) {
            Numbers.within("--around", around, 2, 360);
        }
        int count = ends == null ? around : ends[1] - ends[0] + 1;
        double seconds = ends == null ? ROUND / count : clock.step();
        try (MovingGif gif = moving ? MovingGif.to(file, seconds) : null) {
            for (int k = 0; k < count; k++) {
                SiteEvaluation then = ends == null ? site : site.at(clock.time(ends[0] + k));
                Eye from = ends == null ? first.turned(360.0 * k / count) : first;
                BufferedImage picture = kind == Kind.drawn
                        ? DrawingPng.painted(
                                Draw.of(then, DrawnLayer.in(then.plan().recipe()), from, pixels[0], pixels[1]))
                        : StillPng.painted(taken(then, from, pixels));
                if (gif == null) {
                    Output.whole(numbered(ends == null ? k : ends[0] + k), ColourPng.write(picture));
                } else {
                    gif.add(picture);
                }
            }
        }
        Output.print(("number,value\npictures," + count + "\n").getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    /** x.png as x-0007.png. */
    private Path numbered(int number) {
        String name = file.getFileName().toString();
        int point = name.lastIndexOf('.');
        return file.resolveSibling("%s-%04d%s".formatted(name.substring(0, point), number, name.substring(point)));
    }

    private int drawn(SiteEvaluation evaluation, String ending, int[] pixels) throws IOException {
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
        Drawing drawing = Draw.of(evaluation, look, eye(evaluation, pixels), pixels[0], pixels[1]);
        Output.whole(
                file,
                ending.equals("svg")
                        ? DrawingSvg.write(drawing, of.name())
                        : ending.equals("jpg")
                                ? org.lumbrit.formats.image.Still.write(DrawingPng.painted(drawing))
                                : DrawingPng.write(drawing));
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

    private Eye eye(SiteEvaluation site, int[] pixels) {
        if (eye == null) {
            Eye whole = Eye.over(site.lying().ground(), pixels[0], pixels[1]);
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
