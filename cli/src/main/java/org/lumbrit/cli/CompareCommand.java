package org.lumbrit.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.trials.Comparison;
import org.lumbrit.formats.site.SiteFiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Two states of a site beside each other. */
@Command(
        name = "compare",
        mixinStandardHelpOptions = true,
        description = "Prints what differs between two recipes: settings as sentences, plants added, gone and moved by"
                + " identity, and how far the ground and each falloff differ.")
final class CompareCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "A", description = "A recipe file or a recipe zip: what was.")
    private Path first;

    @Parameters(index = "1", paramLabel = "B", description = "Another: what is.")
    private Path second;

    @Option(names = "--time", paramLabel = "S", description = "Seconds on the site’s clock; 0 unless given.")
    private double time;

    @Override
    public Integer call() throws IOException {
        ResultsOfOneRun results = new ResultsOfOneRun();
        SiteFiles a = SiteFiles.read(first);
        SiteFiles b = SiteFiles.read(second);
        Comparison told = Comparison.of(
                SiteEvaluation.of(a.recipe(), a.decoded(), time, results, Cancel.NEVER),
                SiteEvaluation.of(b.recipe(), b.decoded(), time, results, Cancel.NEVER));
        StringBuilder out = new StringBuilder();
        told.changes().forEach(change -> out.append(change).append('\n'));
        if (told.changes().isEmpty()) {
            out.append("Nothing is set otherwise.\n");
        }
        out.append("\nfield,unit,share_changed,mean,largest\n");
        for (Comparison.Difference field : told.fields()) {
            out.append(String.format(
                    Locale.ROOT,
                    "%s,%s,%.6g,%.6g,%.6g%n",
                    quoted(field.name()),
                    field.unit(),
                    field.share(),
                    field.mean(),
                    field.largest()));
        }
        out.append("\ncover,before,after,added,gone,moved\n");
        for (Comparison.Stand stand : told.covers()) {
            out.append(String.format(
                    Locale.ROOT,
                    "%s,%d,%d,%d,%d,%d%n",
                    quoted(stand.name()),
                    stand.before(),
                    stand.after(),
                    stand.added(),
                    stand.gone(),
                    stand.moved()));
        }
        out.append("\ntriangles,")
                .append(told.triangles()[0])
                .append(',')
                .append(told.triangles()[1])
                .append('\n');
        Output.print(out.toString().getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    private static String quoted(String name) {
        return name.matches("[^\",\n]*") ? name : "\"" + name.replace("\"", "\"\"") + "\"";
    }
}
