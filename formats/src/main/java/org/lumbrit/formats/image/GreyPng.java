package org.lumbrit.formats.image;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;

/** Writes PNG files of one or three channels of 8 or 16 bits with the Sub filter (PNG specification, third edition). */
public final class GreyPng {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'};
    private static final int SUB = 1;
    private static final int RGB = 2;

    private GreyPng() {}

    /** Gives one grey value. */
    @FunctionalInterface
    public interface Pixel {
        int at(int index);
    }

    /** @param values row by row; below 0 is black, above 1 is white */
    public static byte[] of16(int columns, int rows, float[] values) {
        return write(columns, rows, 16, i -> (int) (Math.min(1, Math.max(0, (double) values[i])) * 65535 + 0.5));
    }

    /** @param pixels row by row, 0..255 */
    public static byte[] of8(int columns, int rows, Pixel pixels) {
        return write(columns, rows, 8, pixels);
    }

    /**
     * Three channels of 16 bits.
     *
     * @param channels row by row, red, green and blue of each pixel one after the other, 0..65535
     */
    public static byte[] rgb16(int columns, int rows, Pixel channels) {
        return write(columns, rows, 16, 3, channels);
    }

    /** @param channels row by row, red, green and blue of each pixel one after the other, 0..255 */
    public static byte[] rgb8(int columns, int rows, Pixel channels) {
        return write(columns, rows, 8, 3, channels);
    }

    private static byte[] write(int columns, int rows, int bits, Pixel pixels) {
        return write(columns, rows, bits, 1, pixels);
    }

    private static byte[] write(int columns, int rows, int bits, int channels, Pixel pixels) {
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream(
                    (int) Math.min(1 << 26, (long) columns * rows * channels * bits / 16 + 1024));
            DataOutputStream out = new DataOutputStream(bytes);
            out.write(SIGNATURE);
            ByteArrayOutputStream header = new ByteArrayOutputStream();
            DataOutputStream h = new DataOutputStream(header);
            h.writeInt(columns);
            h.writeInt(rows);
            h.write(new byte[] {(byte) bits, (byte) (channels == 3 ? RGB : 0), 0, 0, 0});
            chunk(out, "IHDR", header.toByteArray());
            chunk(out, "IDAT", compressed(columns * channels, rows, bits / 8, channels, pixels));
            chunk(out, "IEND", new byte[0]);
            return bytes.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException("writing to memory cannot fail", e);
        }
    }

    private static byte[] compressed(int columns, int rows, int bytesEach, int channels, Pixel pixels)
            throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Deflater deflater = new Deflater(4);
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(out, deflater, 1 << 15)) {
            byte[] line = new byte[columns * bytesEach];
            int back = bytesEach * channels;
            byte[] filtered = new byte[1 + line.length];
            filtered[0] = SUB;
            for (int row = 0; row < rows; row++) {
                for (int column = 0; column < columns; column++) {
                    int value = pixels.at(row * columns + column);
                    if (bytesEach == 2) {
                        line[2 * column] = (byte) (value >> 8);
                        line[2 * column + 1] = (byte) value;
                    } else {
                        line[column] = (byte) value;
                    }
                }
                for (int i = 0; i < line.length; i++) {
                    filtered[i + 1] = (byte) (line[i] - (i >= back ? line[i - back] : 0));
                }
                deflate.write(filtered);
            }
        } finally {
            deflater.end();
        }
        return out.toByteArray();
    }

    private static void chunk(DataOutputStream out, String type, byte[] data) throws IOException {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 crc = new CRC32();
        crc.update(name);
        crc.update(data);
        out.writeInt(data.length);
        out.write(name);
        out.write(data);
        out.writeInt((int) crc.getValue());
    }
}
