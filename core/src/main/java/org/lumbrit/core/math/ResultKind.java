package org.lumbrit.core.math;

/**
 * A sort of result that is expensive to make: what its keys begin with, and how it is written, so that it can be kept in a folder or
 * handed to another machine.
 *
 * @param name begins its content keys, with a number that is raised when the code computes something else than before
 * @param <T> the result
 */
public record ResultKind<T>(String name, Codec<T> codec) {
    public static <R extends Record> ResultKind<R> of(String name, Class<R> type) {
        return new ResultKind<>(name, RecordCodec.of(type));
    }

    /** The content key of one result. */
    public record Key<T>(String text, ResultKind<T> kind) {}

    /** Begins a key, to which everything is added that goes into the result. */
    public KeyBuilder begin() {
        return new KeyBuilder(name);
    }

    /** The key that was begun; ends the builder. */
    public Key<T> key(KeyBuilder begun) {
        return key(begun.key());
    }

    /** A key whose text was made already. */
    public Key<T> key(String text) {
        return new Key<>(text, this);
    }
}
