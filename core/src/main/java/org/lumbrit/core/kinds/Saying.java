package org.lumbrit.core.kinds;

/** Hears what is wrong with a record's settings. */
@FunctionalInterface
public interface Saying {
    /**
     * @param path the way to the setting from the record on, such as {@code keys[2]}, "" for the record itself
     * @param message what is wrong and what would work, in the user's words
     */
    void say(String path, String message);

    /** Hears the same from a record that lies below a path. */
    default Saying below(String path) {
        return (inner, message) ->
                say(inner.isEmpty() ? path : inner.startsWith("[") ? path + inner : path + "." + inner, message);
    }
}
