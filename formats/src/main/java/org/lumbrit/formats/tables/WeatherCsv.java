package org.lumbrit.formats.tables;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.lumbrit.core.motion.WindRow;
import org.lumbrit.formats.BadInputException;

/** The table of a weather station: a row an hour, the columns {@code hour}, {@code wind_from_deg} and {@code wind_speed_m_s}; others may be there. */
public final class WeatherCsv {
    private static final int MOST_ROWS = 10_000;
    private static final String[] COLUMNS = {"hour", "wind_from_deg", "wind_speed_m_s"};

    private WeatherCsv() {}

    public static List<WindRow> read(byte[] bytes) {
        List<WindRow> rows = new ArrayList<>();
        try (CsvReader<NamedCsvRecord> reader =
                CsvReader.builder().ofNamedCsvRecord(new String(bytes, StandardCharsets.UTF_8))) {
            for (NamedCsvRecord line : reader) {
                if (rows.size() == MOST_ROWS) {
                    throw new BadInputException("The table has more than " + MOST_ROWS + " hours; cut it.");
                }
                rows.add(new WindRow(number(line, 0), number(line, 1), number(line, 2)));
            }
        } catch (CsvParseException | java.io.IOException e) {
            throw new BadInputException("This is no table of comma-separated values: " + e.getMessage());
        }
        if (rows.isEmpty()) {
            throw new BadInputException(
                    "The table has no rows; it needs the columns " + String.join(", ", COLUMNS) + ".");
        }
        return rows;
    }

    private static double number(NamedCsvRecord line, int column) {
        String name = COLUMNS[column];
        String text = line.findField(name)
                .orElseThrow(() -> new BadInputException(
                        "The table has no column “" + name + "”; it needs " + String.join(", ", COLUMNS) + "."));
        try {
            double number = Double.parseDouble(text.strip());
            if (Double.isFinite(number)) {
                return number;
            }
        } catch (NumberFormatException e) {
            // said below, in the user's words
        }
        throw new BadInputException(
                "Line " + line.getStartingLineNumber() + ", " + name + ": a number belongs here, not “" + text + "”.");
    }
}
