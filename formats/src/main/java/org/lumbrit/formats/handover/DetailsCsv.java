package org.lumbrit.formats.handover;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.plants.Detail;
import org.lumbrit.core.plants.Plant;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.formats.tables.Csv;

/**
 * A detail level a row: its triangles, how far it lies from the full mesh at most, and the full mesh from it: in metres of the plant
 * as it stands in the nursery, as a share of its length, and in metres of the largest that stands in the site.
 */
final class DetailsCsv {
    private DetailsCsv() {}

    static byte[] write(SiteEvaluation evaluation, List<CoverLayer> layers) {
        StringWriter text = new StringWriter();
        CsvWriter csv = Csv.writer(text);
        csv.writeRecord(
                "layer",
                "variant",
                "detail",
                "triangles",
                "error",
                "missing",
                "error_share",
                "missing_share",
                "largest",
                "error_largest",
                "missing_largest",
                "stand-in");
        for (CoverLayer layer : layers) {
            Plant planted = layer.planted(evaluation.plan().recipe());
            Plants plants = evaluation.plants(layer);
            double longest = 0;
            double times = 0;
            for (int i = 0; i < plants.count(); i++) {
                longest = Math.max(longest, plants.length().at(i));
                times = Math.max(times, plants.length().at(i) / planted.length());
                times = Math.max(times, plants.width().at(i) / planted.width());
            }
            for (int variant = 0; variant < layer.plant().variants(); variant++) {
                List<Detail> levels = evaluation.levels(layer, variant).levels();
                for (int detail = 0; detail < levels.size(); detail++) {
                    Detail level = levels.get(detail);
                    csv.writeRecord(
                            layer.name(),
                            Integer.toString(variant),
                            Integer.toString(detail),
                            Integer.toString(level.mesh().triangles()),
                            Decimal.write(level.error(), 6),
                            Decimal.write(level.missing(), 6),
                            Decimal.write(level.error() / planted.length(), 6),
                            Decimal.write(level.missing() / planted.length(), 6),
                            Decimal.write(longest, 6),
                            Decimal.write(level.error() * times, 6),
                            Decimal.write(level.missing() * times, 6),
                            Boolean.toString(level.standIn()));
                }
            }
        }
        try {
            csv.flush();
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }
}
