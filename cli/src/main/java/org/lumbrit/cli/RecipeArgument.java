package org.lumbrit.cli;

import java.nio.file.Path;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.BadInputException;
import org.lumbrit.formats.site.SiteFiles;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The recipe that a command works on, and the time. */
final class RecipeArgument {
    @Parameters(
            index = "0",
            paramLabel = "RECIPE",
            description = "A recipe file with the files that it names beside it, or a recipe zip.")
    private Path file;

    @Option(names = "--time", paramLabel = "S", description = "Seconds on the site's clock; 0 unless given.")
    private double time;

    private final ResultsOfOneRun results = new ResultsOfOneRun();

    /** Where this run keeps what it has computed. */
    ResultsOfOneRun results() {
        return results;
    }

    SiteFiles site() {
        return SiteFiles.read(file);
    }

    SiteEvaluation evaluation(SiteFiles site) {
        if (!Double.isFinite(time) || Math.abs(time) > 1e9) {
            throw new BadInputException("--time: seconds between −10⁹ and 10⁹, not " + time + ".");
        }
        return SiteEvaluation.of(site.recipe(), site.decoded(), time, results, Cancel.NEVER);
    }
}
