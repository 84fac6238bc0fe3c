package org.lumbrit.formats.handover;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import org.lumbrit.core.cover.Plants;

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

    /** @param flat whether the depth of the plant's mesh goes with its length */
    static Content of(Plants plants, boolean flat) {
        return out -> {
            out.write(Npy.head("[" + FIELDS + "]", plants.count() + ","));
            ByteBuffer row = ByteBuffer.allocate(BYTES * 1024).order(ByteOrder.LITTLE_ENDIAN);
            for (int i = 0; i < plants.count(); i++) {
                put(plants, flat, i, row);
                if (!row.hasRemaining()) {
                    flush(row, out);
                }
            }
            flush(row, out);
        };
    }

    private static void put(Plants plants, boolean flat, int i, ByteBuffer row) {
        row.putLong(plants.feet().id()[i]);
        for (double d : plants.base(i)) {
            row.putDouble(d);
        }
        for (int c = 0; c < 4; c++) {
            row.putFloat(plants.turn()[4 * i + c]);
        }
        row.putFloat(plants.width()[i]).putFloat(plants.length()[i]);
        row.putFloat(flat ? plants.length()[i] : plants.width()[i]);
        row.putFloat(plants.growth().at(i)).putFloat(plants.tint()[i]).putInt(plants.variant()[i]);
    }

    private static void flush(ByteBuffer row, OutputStream out) throws IOException {
        out.write(row.array(), 0, row.position());
        row.clear();
    }
}
