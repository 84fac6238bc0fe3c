package org.lumbrit.cli;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.Callable;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.PlantMesh;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** A plant as it stands in the nursery: its detail levels, or the mesh of one. */
@Command(
        name = "plant",
        mixinStandardHelpOptions = true,
        description = "Says what the detail levels of a plant are, or writes one as a mesh.")
final class PlantCommand implements Callable<Integer> {
    @Mixin
    private RecipeArgument recipe;

    @Option(
            names = "--layer",
            required = true,
            paramLabel = "NAME",
            description = "Name or id of a plant of the nursery, or of a cover.")
    private String name;

    @Option(names = "--variant", paramLabel = "N", description = "From 0.", defaultValue = "0")
    private int variant;

    @Option(names = "--detail", paramLabel = "N", description = "From 0, the full mesh.", defaultValue = "0")
    private int detail;

    @Option(names = "--growth", paramLabel = "G", description = "0 to 1.", defaultValue = "1")
    private double growth;

    @Option(names = "--taper", paramLabel = "T", description = "Length of the growing tip.", defaultValue = "0.15")
    private double taper;

    @Mixin
    private MeshOutput output;

    @Override
    public Integer call() throws Exception {
        SiteEvaluation evaluation = recipe.evaluation(recipe.site());
        if (variant < 0 || variant > 1000) {
            throw new BadInputException("--variant: a number from 0 on, not " + variant + ".");
        }
        List<Detail> levels = Find.levels(evaluation, name, variant).levels();
        if (detail < 0 || detail >= levels.size()) {
            throw new BadInputException("--detail: this plant has the levels 0 to " + (levels.size() - 1) + ".");
        }
        if (!output.wanted()) {
            StringBuilder text = new StringBuilder("detail,triangles,error,missing,stand-in\n");
            for (int d = 0; d < levels.size(); d++) {
                Detail level = levels.get(d);
                text.append(d).append(',').append(level.mesh().triangles()).append(',');
                text.append(Decimal.write(level.error(), 6)).append(',').append(Decimal.write(level.missing(), 6));
                text.append(',').append(level.standIn()).append('\n');
            }
            Output.print(text.toString().getBytes(StandardCharsets.UTF_8));
            return 0;
        }
        PlantMesh grown = Growth.at(levels.get(detail).mesh(), growth, taper);
        output.writeIfWanted(
                grown.mesh(),
                name,
                0x8A8A4A,
                "--growth: at " + growth + " nothing of the plant is there, so there is no mesh to write.");
        return 0;
    }
}
