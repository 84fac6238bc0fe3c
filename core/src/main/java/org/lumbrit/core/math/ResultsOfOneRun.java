package org.lumbrit.core.math;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;

/** Results of one run of a program, all in memory, forgotten with it. */
public final class ResultsOfOneRun implements Results {
    private final Map<String, Object> kept = new ConcurrentHashMap<>();

    @Override
    @SuppressWarnings("unchecked")
    public <T> T get(String key, Cancel waiting, Function<Cancel, T> compute) {
        T known = (T) kept.get(key);
        if (known == null) {
            known = compute.apply(waiting);
            kept.put(key, known);
        }
        return known;
    }

    @Override
    @SuppressWarnings("unchecked")
    public <T> Optional<T> held(String key) {
        return Optional.ofNullable((T) kept.get(key));
    }
}
