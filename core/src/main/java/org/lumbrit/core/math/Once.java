package org.lumbrit.core.math;

import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;

/**
 * What is made once for each key, by the thread that asks first. No lock is held meanwhile: makers work on all cores, and a lock
 * on which the others wait would keep the very cores that the maker needs. Whoever waits lends its place in the common pool; who
 * asks from within a loop does not wait but makes the same again, see {@link Chunks#inside}. So what many pieces of a loop want
 * is best made before it.
 */
public final class Once<K, V> {
    private final Map<K, CompletableFuture<V>> known = new ConcurrentHashMap<>();

    /** @param make must not ask for the same key */
    public V get(K key, Function<K, V> make) {
        while (true) {
            CompletableFuture<V> first = known.get(key);
            if (first == null) {
                CompletableFuture<V> mine = new CompletableFuture<>();
                first = known.putIfAbsent(key, mine);
                if (first == null) {
                    return made(key, mine, make);
                }
            }
            if (!first.isDone() && Chunks.inside()) {
                // whoever is ready first, the others have theirs from it
                first.complete(make.apply(key));
            }
            try {
                return first.join();
            } catch (CompletionException e) {
                if (!(e.getCause() instanceof Cancel.CancelledException)) {
                    throw e.getCause() instanceof RuntimeException failed ? failed : e;
                }
                // whoever was first gave up, which says nothing about this caller
            }
        }
    }

    private V made(K key, CompletableFuture<V> mine, Function<K, V> make) {
        try {
            V value = make.apply(key);
            return mine.complete(value) ? value : mine.join();
        } catch (RuntimeException | Error e) {
            if (mine.isDone()) {
                return mine.join();
            }
            known.remove(key, mine);
            mine.completeExceptionally(e);
            throw e;
        }
    }
}
