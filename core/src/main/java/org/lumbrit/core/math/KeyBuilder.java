package org.lumbrit.core.math;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** Builds a content key: the first 128 bits of SHA-256 over a tagged, length-prefixed sequence, as 32 hex digits. */
public final class KeyBuilder {
    /** Numbers that are copied at once: a large array is never in memory twice. */
    private static final int AT_ONCE = 1 << 16;

    private final MessageDigest digest;
    private final ByteBuffer word = ByteBuffer.allocate(9);

    public KeyBuilder(String kind) {
        try {
            digest = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java runtime has SHA-256", e);
        }
        add(kind);
    }

    /** Adds a text, by its UTF-8 bytes and their number. */
    public KeyBuilder add(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        tagged('s', bytes.length);
        digest.update(bytes);
        return this;
    }

    /** Adds a whole number. */
    public KeyBuilder add(long value) {
        return tagged('l', value);
    }

    /** Minus zero counts as zero. */
    public KeyBuilder add(double value) {
        return tagged('d', Double.doubleToLongBits(value + 0.0));
    }

    /** Adds an array by its length and the bits of its values. */
    public KeyBuilder add(float[] values) {
        tagged('f', values.length);
        ByteBuffer buffer = ByteBuffer.allocate(4 * Math.min(values.length, AT_ONCE));
        for (int from = 0; from < values.length; from += AT_ONCE) {
            int count = Math.min(AT_ONCE, values.length - from);
            buffer.asFloatBuffer().put(values, from, count);
            digest.update(buffer.array(), 0, 4 * count);
        }
        return this;
    }

    /** Adds an array by its length and the bits of its values. */
    public KeyBuilder add(double[] values) {
        tagged('D', values.length);
        ByteBuffer buffer = ByteBuffer.allocate(8 * values.length);
        buffer.asDoubleBuffer().put(values);
        digest.update(buffer.array());
        return this;
    }

    private KeyBuilder tagged(char tag, long value) {
        word.clear();
        word.put((byte) tag).putLong(value);
        digest.update(word.array());
        return this;
    }

    /** The key of all that was added: 32 hex digits. Ends the builder. */
    public String key() {
        return HexFormat.of().formatHex(digest.digest(), 0, 16);
    }
}
