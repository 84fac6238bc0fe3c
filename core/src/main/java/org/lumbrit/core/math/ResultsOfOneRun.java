package org.lumbrit.core.math;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Results of one run of a program, in memory, those not used for longest forgotten when they take more than a share of it. */
public final class ResultsOfOneRun implements Results {
    /** Of the heap that this program was given. */
    private static final int SHARE = 3;

    private final long most;
    private final Map<String, Object> kept = new LinkedHashMap<>(64, 0.75f, true);
    private long bytes;

    public ResultsOfOneRun() {
        this(Runtime.getRuntime().maxMemory() / SHARE);
    }

    /** @param most bytes that are kept, but for the newest result, which is kept however large it is */
    ResultsOfOneRun(long most) {
        this.most = most;
    }

    @Override
    public <T> T get(String key, Cancel waiting, Function<Cancel, T> compute) {
        Optional<T> known = held(key);
        if (known.isPresent()) {
            return known.get();
        }
        T made = compute.apply(waiting);
        keep(key, made);
        return made;
    }

    @Override
    @SuppressWarnings("unchecked")
    public <T> Optional<T> held(String key) {
        synchronized (kept) {
            return Optional.ofNullable((T) kept.get(key));
        }
    }

    private void keep(String key, Object made) {
        synchronized (kept) {
            Object before = kept.put(key, made);
            bytes += Results.bytes(made) - (before == null ? 0 : Results.bytes(before));
            Iterator<Map.Entry<String, Object>> oldest = kept.entrySet().iterator();
            while (bytes > most && kept.size() > 1) {
                bytes -= Results.bytes(oldest.next().getValue());
                oldest.remove();
            }
        }
    }
}
