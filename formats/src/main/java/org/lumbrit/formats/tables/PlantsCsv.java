package org.lumbrit.formats.tables;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.Writer;
import java.util.HexFormat;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.math.Decimal;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.Samples;

/**
 * A plant a row: its identity, its foot in metres, its turn as a unit quaternion, its length and width in metres, its variant,
 * its tint 0..1 and the colour that follows, the id of the prop that it stands on (empty on the ground), how far it is sunk in
 * metres, and its growth 0..1.
 */
public final class PlantsCsv {
    private static final String[] HEADER = {
        "id", "x", "y", "z", "qx", "qy", "qz", "qw", "length", "width", "variant", "tint", "colour", "on", "sink",
        "growth"
    };

    private PlantsCsv() {}

    public static void write(CoverLayer layer, Plants plants, Writer to) throws IOException {
        CsvWriter csv = Csv.writer(to);
        csv.writeRecord(HEADER);
        rows(layer, plants, csv);
        csv.flush();
    }

    /** All plants of a cover, tile by tile: memory holds no more than a tile's. @return how many */
    public static long write(CoverLayer layer, SiteEvaluation evaluation, Writer to) throws IOException {
        CsvWriter csv = Csv.writer(to);
        csv.writeRecord(HEADER);
        long[] count = new long[1];
        evaluation.eachTile(layer, (plants, share) -> {
            count[0] += plants.count();
            rows(layer, plants, csv);
        });
        csv.flush();
        return count[0];
    }

    private static void rows(CoverLayer layer, Plants plants, CsvWriter csv) {
        int[] colours = plants.colours(layer);
        Samples feet = plants.feet();
        HexFormat hex = HexFormat.of();
        String[] row = new String[HEADER.length];
        for (int i = 0; i < plants.count(); i++) {
            row[0] = hex.toHexDigits(feet.id()[i]);
            row[1] = Decimal.write(feet.x()[i], 9);
            row[2] = Decimal.write(feet.y()[i], 9);
            row[3] = Decimal.write(feet.z()[i], 9);
            for (int c = 0; c < 4; c++) {
                row[4 + c] = Decimal.write(plants.turn()[4 * i + c], 9);
            }
            row[8] = Decimal.write(plants.length().at(i), 9);
            row[9] = Decimal.write(plants.width().at(i), 9);
            row[10] = Integer.toString(plants.variant()[i]);
            row[11] = Decimal.write(plants.tint().at(i), 9);
            row[12] = "#" + hex.toHexDigits(colours[i], 6);
            row[13] = plants.surfaceOf(i);
            row[14] = Decimal.write(plants.sink().at(i), 9);
            row[15] = Decimal.write(plants.growth().at(i), 9);
            csv.writeRecord(row);
        }
    }
}
