package org.lumbrit.formats.tables;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.motion.WindRow;
import org.lumbrit.core.season.WeatherHour;
import org.lumbrit.formats.BadInputException;

/** The table of a weather station: a row an hour, the columns {@code hour}, {@code wind_from_deg} and {@code wind_speed_m_s}; others may be there. */
public final class WeatherCsv {
    private static final int MOST_ROWS = 10_000;
    private static final String[] COLUMNS = {"hour", "wind_from_deg", "wind_speed_m_s"};

    private WeatherCsv() {}

    /** The wind of each hour. */
    public static List<WindRow> read(byte[] bytes) {
        return rows(bytes, line -> new WindRow(number(line, 0), number(line, 1), number(line, 2)));
    }

    /**
     * All that a station wrote down: besides the wind {@code temperature_c}, {@code snowfall_mm}, {@code sun} (0..1) and {@code rain_mm}, each 0 where the table has no such
     * column.
     */
    public static List<WeatherHour> season(byte[] bytes) {
        return rows(
                bytes,
                line -> new WeatherHour(
                        number(line, 0),
                        number(line, 1),
                        number(line, 2),
                        numberOrNone(line, "temperature_c"),
                        numberOrNone(line, "snowfall_mm"),
                        numberOrNone(line, "sun"),
                        numberOrNone(line, "rain_mm")));
    }

    /** The table of some hours, with all columns. */
    public static String write(List<WeatherHour> hours) {
        StringBuilder text =
                new StringBuilder("hour,wind_from_deg,wind_speed_m_s,temperature_c,snowfall_mm,sun,rain_mm\n");
        hours.forEach(hour -> text.append(Decimal.write(hour.hour(), 3))
                .append(',')
                .append(Decimal.write(hour.from(), 2))
                .append(',')
                .append(Decimal.write(hour.speed(), 3))
                .append(',')
                .append(Decimal.write(hour.temperature(), 3))
                .append(',')
                .append(Decimal.write(hour.snowfall(), 3))
                .append(',')
                .append(Decimal.write(hour.sun(), 3))
                .append(',')
                .append(Decimal.write(hour.rain(), 3))
                .append('\n'));
        return text.toString();
    }

    private static <R> List<R> rows(byte[] bytes, Function<NamedCsvRecord, R> row) {
        List<R> rows = new ArrayList<>();
        try (CsvReader<NamedCsvRecord> reader =
                CsvReader.builder().ofNamedCsvRecord(new String(bytes, StandardCharsets.UTF_8))) {
            for (NamedCsvRecord line : reader) {
                if (rows.size() == MOST_ROWS) {
                    throw new BadInputException("The table has more than " + MOST_ROWS + " hours; cut it.");
                }
                rows.add(row.apply(line));
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

    private static double numberOrNone(NamedCsvRecord line, String name) {
        return line.findField(name).isPresent() ? number(line, name) : 0;
    }

    private static double number(NamedCsvRecord line, int column) {
        return number(line, COLUMNS[column]);
    }

    private static double number(NamedCsvRecord line, String name) {
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
