package org.lumbrit.formats.tables;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.Writer;

/** One way to write CSV: commas, quotes where needed, line feeds. */
public final class Csv {
    private Csv() {}

    public static CsvWriter writer(Writer to) {
        return CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(to);
    }
}
