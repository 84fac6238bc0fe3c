package org.lumbrit.formats.tables;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.recipe.Field;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.formats.BadInputException;

/** Values of a falloff at places: {@code x,y,z,value}, on wish with the source and every step before the value. */
public final class ProbeCsv {
    private static final int MOST_POINTS = 5_000_000;

    private ProbeCsv() {}

    /**
     * Reads places: columns {@code x} and {@code z}, on wish {@code y} (else the place lies on the ground) and a whole
     * {@code id} (else the row counts as the plant), and {@code along}, the way from foot to tip (else 0). With a y of its own a sample keeps the ground's normal below it.
     */
    public static Samples points(String csv, Ground ground) {
        List<double[]> rows = new ArrayList<>();
        boolean[] withHeight = {false};
        try (CsvReader<NamedCsvRecord> reader = CsvReader.builder().ofNamedCsvRecord(csv)) {
            for (NamedCsvRecord row : reader) {
                Optional<String> y = row.findField("y").filter(text -> !text.isBlank());
                withHeight[0] |= y.isPresent();
                rows.add(new double[] {
                    number(row, "x"),
                    y.isPresent() ? number(row, "y") : Double.NaN,
                    number(row, "z"),
                    row.findField("id").isPresent() ? number(row, "id") : rows.size(),
                    row.findField("along").isPresent() ? number(row, "along") : 0
                });
                if (rows.size() > MOST_POINTS) {
                    throw new BadInputException("More than " + MOST_POINTS + " points; split the file.");
                }
            }
        } catch (IOException | RuntimeException e) {
            if (e instanceof BadInputException known) {
                throw known;
            }
            throw new BadInputException("The points cannot be read as CSV: " + e.getMessage() + ".", e);
        }
        if (rows.isEmpty()) {
            throw new BadInputException(
                    "The points are empty. Give a CSV with a header x,z or x,y,z and a row a place.");
        }
        Samples samples = ground.samplesAt(
                rows.stream().mapToDouble(row -> row[0]).toArray(),
                rows.stream().mapToDouble(row -> row[2]).toArray());
        float[] along = new float[rows.size()];
        for (int i = 0; i < rows.size(); i++) {
            if (!Double.isNaN(rows.get(i)[1])) {
                samples.y()[i] = rows.get(i)[1];
            }
            samples.id()[i] = (long) rows.get(i)[3];
            along[i] = (float) rows.get(i)[4];
        }
        return samples.along(along);
    }

    private static double number(NamedCsvRecord row, String column) {
        String text = row.findField(column)
                .orElseThrow(() ->
                        new BadInputException("The points have no column " + column + "; give a header x,z or x,y,z."));
        try {
            double value = Double.parseDouble(text.strip());
            if (Double.isFinite(value) && Math.abs(value) <= 1e9) {
                return value;
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException("Line " + row.getStartingLineNumber() + ", column " + column + ": “" + text
                + "” is no number within ±10⁹.");
    }

    public static void write(SiteEvaluation evaluation, Falloff falloff, Samples samples, boolean steps, Writer to)
            throws IOException {
        List<String> header = new ArrayList<>(List.of("x", "y", "z"));
        List<float[]> columns = new ArrayList<>();
        if (steps) {
            header.add("source");
            columns.add(evaluation.stage(falloff.id(), 0, samples));
            for (int s = 0; s < falloff.steps().size(); s++) {
                Record step = (Record) falloff.steps().get(s);
                header.add((s + 1) + " " + Kinds.of(step).name());
                columns.add(evaluation.stage(falloff.id(), s + 1, samples));
            }
        }
        header.add("value");
        columns.add(evaluation.falloff(falloff.id(), samples));
        write(header, columns, samples, to);
    }

    /** The values of a layer's field at places, in its unit. */
    public static void write(SiteEvaluation evaluation, Layer layer, Field field, Samples samples, Writer to)
            throws IOException {
        Layer now = evaluation.plan().recipe().layer(layer.id()).orElseThrow();
        write(List.of("x", "y", "z", "value"), List.of(evaluation.field(now, field.name(), samples)), samples, to);
    }

    private static void write(List<String> header, List<float[]> columns, Samples samples, Writer to)
            throws IOException {
        CsvWriter csv = Csv.writer(to);
        csv.writeRecord(header);
        String[] row = new String[header.size()];
        for (int i = 0; i < samples.count(); i++) {
            row[0] = Decimal.write(samples.x()[i], 9);
            row[1] = Decimal.write(samples.y()[i], 9);
            row[2] = Decimal.write(samples.z()[i], 9);
            for (int c = 0; c < columns.size(); c++) {
                row[3 + c] = Decimal.write(columns.get(c)[i], 9);
            }
            csv.writeRecord(row);
        }
        csv.flush();
    }
}
