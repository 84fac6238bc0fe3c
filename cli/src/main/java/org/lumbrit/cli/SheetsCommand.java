package org.lumbrit.cli;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.recipe.Surroundings;
import org.lumbrit.core.sheets.Drift;
import org.lumbrit.core.sheets.Sheet;
import org.lumbrit.core.sheets.SheetsLayer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Where sheets hang, and how much they hide. */
@Command(
        name = "sheets",
        mixinStandardHelpOptions = true,
        description =
                "Prints drifting sheets as CSV, place by place: sheet, metres along it, x, base, z, and at --height the pattern, the fades and the opacity.")
final class SheetsCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(names = "--layer", required = true, paramLabel = "NAME", description = "Name or id of the sheets.")
    private String name;

    @Option(
            names = "--height",
            paramLabel = "M",
            defaultValue = "1",
            description = "Metres above the ground or water under a place; ${DEFAULT-VALUE} unless given.")
    private double height;

    @Override
    public Integer call() throws IOException {
        if (!Double.isFinite(height) || height < 0) {
            throw new BadInputException("--height: metres from 0 on, not " + height + ".");
        }
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        SheetsLayer layer = Find.layer(
                evaluation.plan().recipe(), name, SheetsLayer.class, "has no sheets; choose drifting sheets");
        Surroundings site = evaluation.surroundings(layer);
        List<Sheet> sheets = layer.sheets(site);
        try (Writer out = Output.writer()) {
            out.write("sheet,along_m,x_m,base_m,z_m,pattern,fades,opacity\n");
            for (int k = 0; k < sheets.size(); k++) {
                Sheet sheet = sheets.get(k);
                Drift drift = layer.drift(site, k);
                for (int n = 0; n < sheet.x().length; n++) {
                    double pattern = drift.at(sheet.along()[n], height, site.time());
                    double fades = layer.fades(height);
                    out.write(String.format(
                            Locale.ROOT,
                            "%d,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g,%.9g%n",
                            k + 1,
                            sheet.along()[n],
                            sheet.x()[n],
                            sheet.base()[n],
                            sheet.z()[n],
                            pattern,
                            fades,
                            pattern * fades * sheet.opacity()[n]));
                }
            }
        }
        return 0;
    }
}
