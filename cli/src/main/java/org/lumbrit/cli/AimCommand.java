package org.lumbrit.cli;

import java.io.PrintWriter;
import java.util.concurrent.Callable;
import org.lumbrit.core.answers.Aim;
import org.lumbrit.core.answers.WaterAim;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Edit;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.vessels.LiquidLayer;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.json.RecipeJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Solves a setting for a wanted outcome. */
@Command(
        name = "aim",
        mixinStandardHelpOptions = true,
        description =
                "Solves a falloff's window for a covered share, a cover's density for a number of plants or a share of the ground under them, a liquid's litres for a level, or a floating prop's weight for how deep it lies.")
final class AimCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--falloff", paramLabel = "NAME", description = "Name or id of the falloff.")
    private String falloff;

    @Option(
            names = "--covers",
            paramLabel = "SHARE",
            description = "Share of the ground with a value of at least ½, or under the cover’s plants, 0 to 1.")
    private Double covers;

    @Option(names = "--layer", paramLabel = "NAME", description = "Name or id of the cover.")
    private String layer;

    @Option(
            names = "--level",
            paramLabel = "M",
            description = "With --layer of a liquid: how high its top is to lie, metres over the site’s height 0.")
    private Double level;

    @Option(names = "--prop", paramLabel = "NAME", description = "Name or id of a floating prop.")
    private String prop;

    @Option(
            names = "--draught",
            paramLabel = "M",
            description = "With --prop: how deep its lowest place is to lie in level water, metres.")
    private Double draught;

    @Option(names = "--plants", paramLabel = "N", description = "How many plants are wanted.")
    private Integer plants;

    @Override
    public Integer call() {
        if (level != null || draught != null || prop != null) {
            return print(ofWater());
        }
        boolean share = falloff != null && covers != null && layer == null && plants == null;
        boolean shade = layer != null && covers != null && falloff == null && plants == null;
        boolean count = layer != null && plants != null && falloff == null && covers == null;
        if (!share && !shade && !count) {
            throw new BadInputException(
                    "Give --falloff NAME --covers SHARE, --layer NAME with --plants N, --covers SHARE or --level M, or --prop NAME --draught M.");
        }
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        return print(share ? share(evaluation) : shade ? shade(evaluation) : count(evaluation));
    }

    private Aim.Solved ofWater() {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        Recipe site = evaluation.plan().recipe();
        if (draught != null && prop != null && level == null) {
            return WaterAim.draught(evaluation, Find.prop(site, prop).id(), draught);
        }
        if (level != null && layer != null && draught == null) {
            LiquidLayer liquid =
                    Find.layer(site, layer, LiquidLayer.class, "has no liquid; choose a liquid in a vessel");
            return WaterAim.level(evaluation, recipe.results(), Cancel.NEVER, liquid.id(), level);
        }
        throw new BadInputException("Give --layer NAME with --level M, or --prop NAME with --draught M.");
    }

    private static int print(Aim.Solved solved) {
        PrintWriter out = new PrintWriter(Output.writer());
        out.println("setting: " + solved.setting());
        out.println("value: " + Decimal.write(solved.value(), 9));
        out.println("reached: " + Decimal.write(solved.reached(), 9));
        out.println("met: " + (solved.met() ? "yes" : "no"));
        out.println(solved.text());
        for (Edit edit : solved.edits()) {
            out.println(RecipeJson.node(edit));
        }
        out.flush();
        return 0;
    }

    private void checkShare() {
        if (!(covers >= 0 && covers <= 1)) {
            throw new BadInputException("--covers: a share between 0 and 1, not " + covers + ".");
        }
    }

    private Aim.Solved shade(SiteEvaluation evaluation) {
        checkShare();
        String id = Find.cover(evaluation.plan().recipe(), layer).id();
        return Aim.shade(evaluation, recipe.results(), Cancel.NEVER, id, covers);
    }

    private Aim.Solved share(SiteEvaluation evaluation) {
        checkShare();
        Falloff wanted = Find.falloff(evaluation.plan().recipe(), falloff);
        return Aim.covers(evaluation, recipe.results(), Cancel.NEVER, wanted.id(), covers);
    }

    private Aim.Solved count(SiteEvaluation evaluation) {
        if (plants < 1 || plants > 10_000_000) {
            throw new BadInputException("--plants: between 1 and 10 million, not " + plants + ".");
        }
        String id = Find.cover(evaluation.plan().recipe(), layer).id();
        return Aim.plants(evaluation, recipe.results(), Cancel.NEVER, id, plants);
    }
}
