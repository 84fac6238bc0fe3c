package org.lumbrit.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.lumbrit.core.adapt.Adapted;
import org.lumbrit.core.adapt.Extent;
import org.lumbrit.core.adapt.Wish;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import org.lumbrit.formats.site.Adapting;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.site.SiteZip;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Carries the rules of one recipe to the ground of another. */
@Command(
        name = "adapt",
        mixinStandardHelpOptions = true,
        description =
                "Carries falloffs, layers, drives, plants and keys of RECIPE to the ground of another recipe; prints that recipe with them.")
final class AdaptCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--to", required = true, paramLabel = "RECIPE", description = "The recipe whose ground they go to.")
    private Path to;

    @Option(
            names = "--part",
            paramLabel = "NAME",
            description = "Name or id of a falloff or layer; may be given often. All unless given.")
    private List<String> part = List.of();

    @Option(
            names = "--heights",
            paramLabel = "HOW",
            description = "metres, or share: the same share of the ground's heights.")
    private Wish.Heights heights = Wish.Heights.METRES;

    @Option(
            names = "--lengths",
            paramLabel = "HOW",
            description = "kept, or scaled by the longer sides of the grounds. Plants keep their sizes.")
    private Wish.Lengths lengths = Wish.Lengths.KEPT;

    @Option(
            names = "--instead",
            paramLabel = "ONE=OTHER",
            description = "A place or prop there that stands for one here, by names; may be given often.")
    private Map<String, String> instead = new HashMap<>();

    @Option(names = "--bring-places", description = "Brings places along that the other recipe lacks.")
    private boolean bring;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            description = "Writes a recipe (.json, its files beside it) or a recipe zip.")
    private Path out;

    @Override
    public Integer call() throws IOException {
        SiteFiles rules = recipe.site();
        SiteFiles ground = SiteFiles.read(to);
        Wish wish = new Wish(ids(rules.recipe()), heights, lengths, instead, bring);
        Adapting.Result result = Adapting.of(rules, extent(rules), ground, extent(ground), wish);
        report(result.adapted());
        byte[] json = RecipeJson.write(result.site().recipe());
        if (out == null) {
            Output.print(json);
        } else if (out.toString().endsWith(".zip")) {
            Output.whole(out, SiteZip.write(result.site()));
        } else {
            for (Map.Entry<String, byte[]> file : result.site().assets().entrySet()) {
                Output.whole(out.toAbsolutePath().resolveSibling(file.getKey()), file.getValue());
            }
            Output.whole(out, json);
        }
        return 0;
    }

    private List<String> ids(Recipe rules) {
        List<String> ids = new ArrayList<>();
        for (String wanted : part) {
            List<String> found = new ArrayList<>();
            rules.layers().stream()
                    .filter(each -> each.name().equals(wanted) || each.id().equals(wanted))
                    .forEach(each -> found.add(each.id()));
            rules.falloffs().stream()
                    .filter(each -> each.name().equals(wanted) || each.id().equals(wanted))
                    .forEach(each -> found.add(each.id()));
            if (found.isEmpty()) {
                throw new BadInputException("--part: there is no falloff and no layer “" + wanted + "” in the recipe.");
            }
            ids.addAll(found);
        }
        return ids;
    }

    private Extent extent(SiteFiles site) {
        return Extent.of(recipe.evaluation(site).plan().ground());
    }

    /** Beside the recipe on standard output, so that it can be piped. */
    private static void report(Adapted adapted) {
        adapted.notes().forEach(System.err::println);
        adapted.lost().forEach(lost -> System.err.println("Not carried: “" + lost.name() + "”. " + lost.reason()));
    }
}
