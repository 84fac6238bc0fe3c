package org.lumbrit.formats.image;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.zip.Deflater;

/** Writes OpenEXR pictures of one channel of 32-bit floats, scan line by scan line with ZIPS compression (OpenEXR file layout, version 2). */
public final class ExrFile {
    private static final int MAGIC = 20000630;
    private static final int VERSION = 2;
    private static final int FLOAT = 2;
    private static final byte ZIPS = 2;

    private ExrFile() {}

    /** @param values row by row from the top; @param channel its name, "Y" for the usual one */
    public static void write(int columns, int rows, float[] values, String channel, OutputStream out)
            throws IOException {
        byte[] head = head(columns, rows, channel);
        byte[][] lines = new byte[rows][];
        ByteBuffer offsets = little(8 * rows);
        long at = head.length + 8L * rows;
        for (int row = 0; row < rows; row++) {
            ByteBuffer line = little(4 * columns);
            for (int column = 0; column < columns; column++) {
                line.putFloat(values[row * columns + column]);
            }
            lines[row] = packed(line.array());
            offsets.putLong(at);
            at += 8 + lines[row].length;
        }
        out.write(head);
        out.write(offsets.array());
        for (int row = 0; row < rows; row++) {
            out.write(little(8).putInt(row).putInt(lines[row].length).array());
            out.write(lines[row]);
        }
    }

    private static ByteBuffer little(int bytes) {
        return ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static byte[] head(int columns, int rows, String channel) throws IOException {
        ByteArrayOutputStream head = new ByteArrayOutputStream();
        head.write(little(8).putInt(MAGIC).putInt(VERSION).array());
        byte[] name = channel.getBytes(StandardCharsets.US_ASCII);
        byte[] list = little(name.length + 18)
                .put(name)
                .put((byte) 0)
                .putInt(FLOAT)
                .putInt(0)
                .putInt(1)
                .putInt(1)
                .put((byte) 0)
                .array();
        byte[] window = little(16)
                .putInt(0)
                .putInt(0)
                .putInt(columns - 1)
                .putInt(rows - 1)
                .array();
        byte[] one = little(4).putFloat(1).array();
        attribute(head, "channels", "chlist", list);
        attribute(head, "compression", "compression", new byte[] {ZIPS});
        attribute(head, "dataWindow", "box2i", window);
        attribute(head, "displayWindow", "box2i", window);
        attribute(head, "lineOrder", "lineOrder", new byte[1]);
        attribute(head, "pixelAspectRatio", "float", one);
        attribute(head, "screenWindowCenter", "v2f", new byte[8]);
        attribute(head, "screenWindowWidth", "float", one);
        head.write(0);
        return head.toByteArray();
    }

    private static void attribute(ByteArrayOutputStream to, String name, String type, byte[] value) throws IOException {
        to.write((name + '\0' + type + '\0').getBytes(StandardCharsets.US_ASCII));
        to.write(little(4).putInt(value.length).array());
        to.write(value);
    }

    /** First all bytes of even place, then those of odd, each as the difference from the one before, deflated; as it is where that is no shorter. */
    private static byte[] packed(byte[] line) {
        byte[] sorted = new byte[line.length];
        int half = (line.length + 1) / 2;
        for (int i = 0; i < line.length; i++) {
            sorted[i % 2 == 0 ? i / 2 : half + i / 2] = line[i];
        }
        for (int i = sorted.length - 1; i > 0; i--) {
            sorted[i] = (byte) (sorted[i] - sorted[i - 1] + 128);
        }
        Deflater deflater = new Deflater(4);
        try {
            deflater.setInput(sorted);
            deflater.finish();
            byte[] packed = new byte[line.length];
            int length = deflater.deflate(packed);
            return deflater.finished() && length < line.length ? java.util.Arrays.copyOf(packed, length) : line;
        } finally {
            deflater.end();
        }
    }
}
