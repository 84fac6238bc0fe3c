package org.lumbrit.server.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import java.util.function.LongSupplier;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Chunks;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Results by content key, in memory first, then on disk; both bounded, and none so large that it would displace all others. Requests for the same key share one computation, which
 * goes on as long as one of them still waits.
 */
@Component
public class KeptResults implements Results {
    /** What took longer than this to compute is worth a file. */
    private static final long WORTH_A_FILE_NANOS = 50_000_000;

    /** What would take more than this share of the memory is held beside it, so that it displaces nothing. */
    private static final int LARGE_FROM_SHARE = 8;
    /** Of those only the newest, and only while the heap has room. */
    private static final int LARGE_ONES = 4;

    /** Bytes that may wait for the disk; beyond that who makes more waits for it. */
    private static final long MOST_UNWRITTEN = 256L << 20;

    private final Cache<String, Object> memory;
    private final Cache<String, Object> large =
            Caffeine.newBuilder().softValues().maximumSize(LARGE_ONES).build();
    private final long largeFrom;
    private final ResultFiles files;
    private final LongSupplier nanos;
    /** Files are written when nothing else is going on: nobody waits for the disk. */
    private final Executor writing;

    private final Quiet quiet = new Quiet();
    /** What is still to be written; to be found however full the memory is. */
    private final Map<String, Object> unwritten = new ConcurrentHashMap<>();

    private final AtomicLong unwrittenBytes = new AtomicLong();
    private final ConcurrentHashMap<String, Flight> flights = new ConcurrentHashMap<>();

    @Autowired
    KeptResults(ResultsSettings settings) {
        this(settings, System::nanoTime, Executors.newSingleThreadExecutor(work -> {
            Thread thread = new Thread(work, "results to disk");
            thread.setDaemon(true);
            return thread;
        }));
    }

    /** @param nanos a clock that only goes forward; @param writing where files are written */
    KeptResults(ResultsSettings settings, LongSupplier nanos, Executor writing) {
        this.nanos = nanos;
        this.writing = writing;
        this.memory = Caffeine.newBuilder()
                .maximumWeight(settings.resultsInMemory().toKilobytes())
                .weigher((String key, Object value) ->
                        (int) Math.min(Integer.MAX_VALUE, 1 + Results.bytes(value) / 1024))
                .build();
        this.largeFrom = settings.resultsInMemory().toBytes() / LARGE_FROM_SHARE;
        this.files = new ResultFiles(
                java.nio.file.Path.of(settings.data()).resolve("results"),
                settings.resultsOnDisk().toBytes());
    }

    private Object inMemory(String key) {
        Object known = memory.getIfPresent(key);
        Object other = known != null ? known : large.getIfPresent(key);
        return other != null ? other : unwritten.get(key);
    }

    private void toDisk(String key, Object value, Codec<?> codec) {
        long size = Results.bytes(value);
        if (unwrittenBytes.get() + size > MOST_UNWRITTEN
                || writing instanceof ExecutorService over && over.isShutdown()) {
            files.write(key, value, codec);
            return;
        }
        unwritten.put(key, value);
        unwrittenBytes.addAndGet(size);
        writing.execute(() -> {
            if (writing instanceof ExecutorService thread) {
                quiet.await(() -> unwrittenBytes.get() > MOST_UNWRITTEN / 2 || thread.isShutdown());
            }
            try {
                files.write(key, value, codec);
            } finally {
                unwritten.remove(key);
                unwrittenBytes.addAndGet(-size);
            }
        });
    }

    /** Waits a little for what is still to be written; what is not is made again. */
    @PreDestroy
    void close() throws InterruptedException {
        if (writing instanceof ExecutorService service) {
            service.shutdown();
            service.awaitTermination(5, TimeUnit.SECONDS);
        }
    }

    private void hold(String key, Object value) {
        (Results.bytes(value) > largeFrom ? large : memory).put(key, value);
    }

    /** A computation under way and how many wait for it. */
    private static final class Flight {
        final CompletableFuture<Object> result = new CompletableFuture<>();
        final AtomicInteger waiting = new AtomicInteger();
    }

    /** What is kept under a key, without computing anything. */
    public Optional<Object> peek(String key) {
        Object known = inMemory(key);
        return known != null ? Optional.of(known) : files.read(key, null);
    }

    @Override
    public <T> T get(String key, Cancel waiting, Function<Cancel, T> compute) {
        return get(key, null, waiting, compute);
    }

    @Override
    public <T> T get(ResultKind.Key<T> key, Cancel waiting, Function<Cancel, T> compute) {
        return get(key.text(), key.kind().codec(), waiting, compute);
    }

    @Override
    @SuppressWarnings("unchecked")
    public <T> Optional<T> known(ResultKind.Key<T> key) {
        Object known = inMemory(key.text());
        return known != null
                ? Optional.of((T) known)
                : (Optional<T>) files.read(key.text(), key.kind().codec());
    }

    /** @param codec of what is neither a flat array nor in memory only; else null */
    @SuppressWarnings("unchecked")
    private <T> T get(String key, Codec<T> codec, Cancel waiting, Function<Cancel, T> compute) {
        Object known = inMemory(key);
        if (known != null) {
            return (T) known;
        }
        waiting.check();
        Flight mine = new Flight();
        Flight flight = flights.computeIfAbsent(key, missing -> mine);
        if (flight != mine && Chunks.inside()) {
            // a piece of a loop waits for nobody: whoever computes this may wait for that very loop
            T value = compute.apply(waiting);
            hold(key, value);
            return value;
        }
        flight.waiting.incrementAndGet();
        try {
            if (flight == mine) {
                return (T) fly(key, codec, mine, waiting, (Function<Cancel, Object>) (Function<?, ?>) compute);
            }
            return (T) await(flight, waiting);
        } catch (Cancel.CancelledException e) {
            waiting.check();
            if (flight == mine) {
                // nobody who waits for this was cancelled, so trying once more would end the same
                throw e;
            }
            return get(key, codec, waiting, compute);
        } finally {
            flight.waiting.decrementAndGet();
        }
    }

    /** How many wait for a result that is being computed. */
    int waiting(String key) {
        Flight flight = flights.get(key);
        return flight == null ? 0 : flight.waiting.get();
    }

    @Override
    @SuppressWarnings("unchecked")
    public <T> Optional<T> held(String key) {
        return Optional.ofNullable((T) inMemory(key));
    }

    /** Computes in this thread; once its own caller is gone it goes on for the others. */
    private Object fly(String key, Codec<?> codec, Flight flight, Cancel waiting, Function<Cancel, Object> compute) {
        Cancel shared = () -> flight.waiting.get() <= (waiting.cancelled() ? 1 : 0);
        try {
            Object value = files.read(key, codec).orElse(null);
            if (value == null) {
                long start = nanos.getAsLong();
                quiet.disturb();
                value = compute.apply(shared);
                // bytes are what browsers ask for by key, and must be there however full the memory is
                if (value instanceof byte[] || nanos.getAsLong() - start > WORTH_A_FILE_NANOS) {
                    toDisk(key, value, codec);
                }
            }
            hold(key, value);
            flight.result.complete(value);
            return value;
        } catch (RuntimeException | Error e) {
            flight.result.completeExceptionally(e);
            throw e;
        } finally {
            flights.remove(key, flight);
        }
    }

    private static Object await(Flight flight, Cancel waiting) {
        while (true) {
            waiting.check();
            try {
                return flight.result.get(20, TimeUnit.MILLISECONDS);
            } catch (TimeoutException stillUnderWay) {
                // asks again whether anybody waits
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new Cancel.CancelledException();
            } catch (ExecutionException e) {
                if (e.getCause() instanceof RuntimeException known) {
                    throw known;
                }
                throw new CompletionException(e.getCause());
            }
        }
    }
}
