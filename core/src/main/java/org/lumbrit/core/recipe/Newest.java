package org.lumbrit.core.recipe;

import java.lang.ref.WeakReference;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * The newest of many things, by identity; it keeps none of them from being forgotten. Safe for several threads.
 *
 * @param <T> things that do not change
 */
final class Newest<T> {
    private final AtomicReferenceArray<WeakReference<T>> all;
    private final AtomicInteger next = new AtomicInteger();

    /** @param size how many, at least 1 */
    Newest(int size) {
        this.all = new AtomicReferenceArray<>(size);
    }

    boolean holds(T thing) {
        for (int i = 0; i < all.length(); i++) {
            WeakReference<T> known = all.get(i);
            if (known != null && known.refersTo(thing)) {
                return true;
            }
        }
        return false;
    }

    void add(T thing) {
        all.set(Math.floorMod(next.getAndIncrement(), all.length()), new WeakReference<>(thing));
    }
}
