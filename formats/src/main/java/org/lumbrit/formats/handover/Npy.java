package org.lumbrit.formats.handover;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.stream.Collectors;

/** NumPy arrays (NumPy enhancement proposal 1, format version 1.0), little-endian, the last index fastest. */
final class Npy {
    private Npy() {}

    /** The number at a place of the array, counted through. */
    @FunctionalInterface
    interface Numbers {
        float at(long index);
    }

    /** 32-bit floats of a shape. */
    static Content floats(Numbers numbers, int... shape) {
        String dimensions = Arrays.stream(shape).mapToObj(String::valueOf).collect(Collectors.joining(", "));
        long count = Arrays.stream(shape).asLongStream().reduce(1, (a, b) -> a * b);
        byte[] head = head("'<f4'", dimensions + (shape.length == 1 ? "," : ""));
        return out -> {
            out.write(head);
            ByteBuffer buffer = ByteBuffer.allocate(1 << 16).order(ByteOrder.LITTLE_ENDIAN);
            for (long i = 0; i < count; i++) {
                buffer.putFloat(numbers.at(i));
                if (!buffer.hasRemaining() || i == count - 1) {
                    out.write(buffer.array(), 0, buffer.position());
                    buffer.clear();
                }
            }
        };
    }

    /** @param type as NumPy writes it; @param shape the dimensions, with commas */
    static byte[] head(String type, String shape) {
        String dictionary = "{'descr': " + type + ", 'fortran_order': False, 'shape': (" + shape + "), }";
        int length = (10 + dictionary.length() + 1 + 63) / 64 * 64 - 10;
        StringBuilder text = new StringBuilder(dictionary);
        while (text.length() < length - 1) {
            text.append(' ');
        }
        text.append('\n');
        ByteBuffer head = ByteBuffer.allocate(10 + length).order(ByteOrder.LITTLE_ENDIAN);
        head.put((byte) 0x93)
                .put("NUMPY".getBytes(StandardCharsets.US_ASCII))
                .put((byte) 1)
                .put((byte) 0);
        head.putShort((short) length).put(text.toString().getBytes(StandardCharsets.US_ASCII));
        return head.array();
    }
}
