package org.lumbrit.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.function.Function;
import java.util.stream.Stream;
import org.lumbrit.core.answers.Summary;
import org.lumbrit.core.drawn.Draw;
import org.lumbrit.core.drawn.Drawing;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.looks.DrawnLayer;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.recipe.Track;
import org.lumbrit.core.seeing.Eye;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.trials.Sweep;
import org.lumbrit.core.trials.Trial;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.drawn.ContactSheet;
import org.lumbrit.formats.drawn.DrawingPng;
import org.lumbrit.formats.site.SiteFiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** One or two numbers tried at several values. */
@Command(
        name = "trials",
        mixinStandardHelpOptions = true,
        description = "Tries one or two numbers of a site at several values: prints what comes of each as CSV, and"
                + " draws each and all on a sheet.")
final class TrialsCommand implements Callable<Integer> {
    private static final String FORM =
            "falloff.NAME.NUMBER=FROM:TO:COUNT, or layer. or prop. in place of falloff., with :ratio at its end if wished,";

    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--set",
            required = true,
            paramLabel = "falloff.NAME.NUMBER=FROM:TO:COUNT",
            description =
                    "A number and its values, such as falloff.Shore.far=5:40:6; :ratio at the end for even ratios."
                            + " At most two.")
    private List<String> sets = new ArrayList<>();

    @Option(
            names = "--show",
            paramLabel = "FALLOFF",
            description = "The falloff whose values are told; the one whose number is tried unless given.")
    private String show;

    @Option(
            names = "--size",
            paramLabel = "N",
            defaultValue = "240",
            description = "Pixels of a picture’s longer side; ${DEFAULT-VALUE} unless given.")
    private int size;

    @Option(names = "--to", paramLabel = "FOLDER", description = "Where pictures, sheet.png and trials.csv go.")
    private Path folder;

    @Override
    public Integer call() throws IOException {
        if (sets.size() > 2) {
            throw new BadInputException("--set: at most two numbers, not " + sets.size() + ".");
        }
        Numbers.within("--size", size, 32, 2048);
        SiteFiles site = recipe.site();
        Recipe of = site.recipe();
        List<Sweep> sweeps =
                sets.stream().map(text -> sweep(of, text).found(of)).toList();
        String shown = show != null
                ? Find.falloff(of, show).id()
                : sweeps.stream()
                        .filter(sweep -> sweep.of() == Track.Owner.FALLOFF)
                        .map(Sweep::id)
                        .findFirst()
                        .orElse("");
        StringBuilder table = new StringBuilder("trial");
        sweeps.forEach(sweep -> table.append(',').append(sweep.id()).append('.').append(sweep.setting()));
        table.append(",covered,least,greatest,plants,triangles,lowest_m,highest_m\n");
        List<Drawing> drawings = new ArrayList<>();
        int high = size * 5 / 8;
        Eye eye = Eye.over(recipe.evaluation(site).plan().ground(), size, high);
        int number = 0;
        for (Recipe trial : Sweep.recipes(of, sweeps)) {
            number++;
            SiteEvaluation evaluation = recipe.evaluation(new SiteFiles(RecipeCheck.require(trial), site.assets()));
            table.append(row(number, trial, sweeps, Trial.of(evaluation, shown)));
            if (folder != null) {
                Drawing drawing = Draw.of(evaluation, DrawnLayer.in(trial), eye, size, high);
                drawings.add(drawing);
                Files.createDirectories(folder);
                Output.whole(folder.resolve("trial-%02d.png".formatted(number)), DrawingPng.write(drawing));
            }
        }
        if (folder != null) {
            int columns = sweeps.size() == 2 ? sweeps.get(1).count() : (int) Math.ceil(Math.sqrt(drawings.size()));
            Output.whole(folder.resolve("sheet.png"), ContactSheet.write(drawings, columns));
            Output.whole(folder.resolve("trials.csv"), table.toString().getBytes(StandardCharsets.UTF_8));
        }
        Output.print(table.toString().getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    private static String row(int number, Recipe trial, List<Sweep> sweeps, Trial told) {
        StringBuilder row = new StringBuilder().append(number);
        sweeps.forEach(sweep -> row.append(',').append(Decimal.write(sweep.in(trial), 9)));
        Optional<Summary> values = told.values();
        return row.append(String.format(
                        Locale.ROOT,
                        ",%s,%s,%s,%d,%d,%.6g,%.6g%n",
                        values.map(each -> Decimal.write(each.covered(), 6)).orElse(""),
                        values.map(each -> Decimal.write(each.min(), 6)).orElse(""),
                        values.map(each -> Decimal.write(each.max(), 6)).orElse(""),
                        told.plants(),
                        told.triangles(),
                        told.lowest(),
                        told.highest()))
                .toString();
    }

    /** Names may hold points and equals signs: the longest that fits is meant. */
    private static Sweep sweep(Recipe recipe, String text) {
        int point = text.indexOf('.');
        int equal = text.lastIndexOf('=');
        String[] range = equal < 0 ? new String[0] : text.substring(equal + 1).split(":", -1);
        boolean ratio = range.length == 4 && range[3].equals("ratio");
        if (point < 0 || equal < point || range.length != (ratio ? 4 : 3)) {
            throw new BadInputException("--set: " + FORM + " belongs here, not “" + text + "”.");
        }
        double[] numbers = Numbers.of("--set", FORM, 3, range[0] + "," + range[1] + "," + range[2]);
        String rest = text.substring(point + 1, equal);
        return switch (text.substring(0, point)) {
            case "falloff" ->
                sweep(Track.Owner.FALLOFF, recipe.falloffs(), Falloff::id, Falloff::name, rest, numbers, ratio);
            case "layer" -> sweep(Track.Owner.LAYER, recipe.layers(), Layer::id, Layer::name, rest, numbers, ratio);
            case "prop" -> sweep(Track.Owner.PROP, recipe.props(), Prop::id, Prop::name, rest, numbers, ratio);
            default -> throw new BadInputException("--set: " + FORM + " belongs here, not “" + text + "”.");
        };
    }

    private static <T> Sweep sweep(
            Track.Owner of,
            List<T> things,
            Function<T, String> id,
            Function<T, String> name,
            String rest,
            double[] numbers,
            boolean ratio) {
        String best = "";
        String own = "";
        for (T thing : things) {
            for (String called : Stream.of(name.apply(thing), id.apply(thing)).toList()) {
                if (rest.startsWith(called + ".") && called.length() > best.length()) {
                    best = called;
                    own = id.apply(thing);
                }
            }
        }
        if (best.isEmpty()) {
            throw new BadInputException("--set: nothing is called as “" + rest + "” begins; it has "
                    + String.join(", ", things.stream().map(name).toList()) + ".");
        }
        return new Sweep(
                of, own, rest.substring(best.length() + 1), numbers[0], numbers[1], (int) Math.rint(numbers[2]), ratio);
    }
}
