package org.lumbrit.core.math;

import java.nio.ByteBuffer;

/**
 * How a result is written as bytes, and read again on any machine.
 *
 * @param <T> what it writes
 */
public interface Codec<T> {
    Codec<float[]> FLOATS = RecordCodec.ofArray(float[].class);
    Codec<double[]> DOUBLES = RecordCodec.ofArray(double[].class);
    Codec<short[]> SHORTS = RecordCodec.ofArray(short[].class);
    Codec<long[]> LONGS = RecordCodec.ofArray(long[].class);

    /** Of records of numbers, texts, flat arrays, lists, optionals, enums, and such records in them. */
    static <R extends Record> Codec<R> of(Class<R> type) {
        return RecordCodec.of(type);
    }

    /** The bytes of a value, ready to be read from their beginning. */
    ByteBuffer write(T value);

    /**
     * The value that was written; reads on from where the bytes stand.
     *
     * @throws RuntimeException where these are not the bytes of such a value
     */
    T read(ByteBuffer bytes);
}
