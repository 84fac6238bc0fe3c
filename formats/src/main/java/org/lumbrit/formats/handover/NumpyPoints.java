package org.lumbrit.formats.handover;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.site.SiteEvaluation;

/**
 * Plants as one NumPy array of records (NumPy enhancement proposal 1, format version 1.0): identity, place of the mesh's foot,
 * turn as a unit quaternion x, y, z, w, scale x, y, z, growth, tint and variant, little-endian.
 */
final class NumpyPoints {
    private static final String FIELDS =
            "('id', '<u8'), ('position', '<f8', (3,)), ('turn', '<f4', (4,)), ('scale', '<f4', (3,)),"
                    + " ('growth', '<f4'), ('tint', '<f4'), ('variant', '<i4')";
    private static final int BYTES = 8 + 24 + 16 + 12 + 4 + 4 + 4;

    private NumpyPoints() {}

    /**
     * All plants of a cover, tile by tile, beside their place first, as the file begins with how many they are.
     *
     * @param flat whether the depth of the plant's mesh goes with its length
     * @return how many
     */
    static long write(SiteEvaluation evaluation, CoverLayer layer, boolean flat, OutputStream out) throws IOException {
        Path rows = Files.createTempFile("lumbrit-plants", ".rows");
        try {
            long[] count = new long[1];
            try (OutputStream beside = new BufferedOutputStream(Files.newOutputStream(rows), 1 << 16)) {
                evaluation.eachTile(layer, (plants, share) -> {
                    count[0] += plants.count();
                    rows(plants, flat, beside);
                });
            }
            out.write(Npy.head("[" + FIELDS + "]", count[0] + ","));
            Files.copy(rows, out);
            return count[0];
        } finally {
            Files.deleteIfExists(rows);
        }
    }

    private static void rows(Plants plants, boolean flat, OutputStream out) throws IOException {
        ByteBuffer row = ByteBuffer.allocate(BYTES * 1024).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < plants.count(); i++) {
            put(plants, flat, i, row);
            if (!row.hasRemaining()) {
                flush(row, out);
            }
        }
        flush(row, out);
    }

    private static void put(Plants plants, boolean flat, int i, ByteBuffer row) {
        row.putLong(plants.feet().id()[i]);
        for (double d : plants.base(i)) {
            row.putDouble(d);
        }
        for (int c = 0; c < 4; c++) {
            row.putFloat(plants.turn()[4 * i + c]);
        }
        row.putFloat(plants.width().at(i)).putFloat(plants.length().at(i));
        row.putFloat(flat ? plants.length().at(i) : plants.width().at(i));
        row.putFloat(plants.growth().at(i)).putFloat(plants.tint().at(i)).putInt(plants.variant()[i]);
    }

    private static void flush(ByteBuffer row, OutputStream out) throws IOException {
        out.write(row.array(), 0, row.position());
        row.clear();
    }
}
