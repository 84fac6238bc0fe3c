package org.lumbrit.formats.tables;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.Writer;
import java.util.HexFormat;
import java.util.List;
import org.lumbrit.core.answers.Roster;
import org.lumbrit.core.math.Decimal;

/** The roster as a table: a plant a row, its identity first, then every column with its unit in the head. */
public final class RosterCsv {
    private RosterCsv() {}

    public static void write(Roster roster, Writer to) throws IOException {
        CsvWriter csv = Csv.writer(to);
        List<Roster.Column> columns = roster.columns();
        String[] row = new String[columns.size() + 1];
        row[0] = "id";
        float[][] values = new float[columns.size()][];
        for (int c = 0; c < values.length; c++) {
            Roster.Column column = columns.get(c);
            row[c + 1] = column.unit().isEmpty() ? column.title() : column.title() + " (" + column.unit() + ")";
            values[c] = column.values().get();
        }
        csv.writeRecord(row);
        HexFormat hex = HexFormat.of();
        for (int i = 0; i < roster.plants().count(); i++) {
            row[0] = hex.toHexDigits(roster.plants().feet().id()[i]);
            for (int c = 0; c < values.length; c++) {
                int plant = i;
                float value = values[c][i];
                row[c + 1] = columns.get(c)
                        .exact()
                        .map(exact -> Decimal.write(exact.applyAsDouble(plant), 9))
                        .orElseGet(() -> Decimal.write(value, 9));
            }
            csv.writeRecord(row);
        }
        csv.flush();
    }
}
