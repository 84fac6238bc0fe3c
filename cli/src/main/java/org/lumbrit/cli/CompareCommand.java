package org.lumbrit.cli;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.trials.Comparison;
import org.lumbrit.formats.site.SiteFiles;
import org.lumbrit.formats.tables.Csv;
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
        StringWriter out = new StringWriter();
        told.changes().forEach(change -> out.append(change.sentence()).append('\n'));
        if (told.changes().isEmpty()) {
            out.append("Nothing is set otherwise.\n");
        }
        CsvWriter rows = Csv.writer(out);
        out.append("\nfield,unit,share_changed,mean,largest\n");
        for (Comparison.Difference field : told.fields()) {
            rows.writeRecord(
                    field.name(), field.unit(), digits(field.share()), digits(field.mean()), digits(field.largest()));
        }
        rows.flush();
        out.append("\ncover,before,after,added,gone,moved\n");
        for (Comparison.Stand stand : told.covers()) {
            rows.writeRecord(
                    stand.name(),
                    Long.toString(stand.before()),
                    Long.toString(stand.after()),
                    Long.toString(stand.added()),
                    Long.toString(stand.gone()),
                    Long.toString(stand.moved()));
        }
        rows.flush();
        out.append("\ntriangles," + told.triangles()[0] + "," + told.triangles()[1] + "\n");
        Output.print(out.toString().getBytes(StandardCharsets.UTF_8));
        return 0;
    }

    private static String digits(double number) {
        return String.format(Locale.ROOT, "%.6g", number);
    }
}
