package org.lumbrit.server.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.ResultKind;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.simulation.Course;
import org.lumbrit.core.simulation.Simulation;
import org.springframework.util.unit.DataSize;

class KeptResultsTest {
    private static final String KEY = "0123456789abcdef0123456789abcdef";

    private final AtomicLong now = new AtomicLong();

    @TempDir
    Path folder;

    private KeptResults results(long onDisk) {
        return results(onDisk, Runnable::run);
    }

    private KeptResults results(long onDisk, Executor writing) {
        return new KeptResults(
                new ResultsSettings(folder.toString(), DataSize.ofMegabytes(8), DataSize.ofBytes(onDisk)),
                now::get,
                writing);
    }

    /** Takes long by the clock that the results go by. */
    private float[] slowly(float value) {
        now.addAndGet(70_000_000);
        return new float[] {value, 2};
    }

    @Test
    void whatTookLongIsFoundAgainAfterARestart() {
        results(1 << 20).get(KEY, Cancel.NEVER, shared -> slowly(1));
        float[] again = results(1 << 20).get(KEY, Cancel.NEVER, shared -> {
            throw new AssertionError("computed twice");
        });
        assertThat(again).containsExactly(1, 2);
    }

    private record Pair(float[] values, String name) implements Results.Weighted {
        @Override
        public long bytes() {
            return 64;
        }
    }

    @Test
    void aRecordThatTookLongIsFoundAgainAfterARestartByItsCodec() {
        ResultKind<Pair> kind = ResultKind.of("pair/1", Pair.class);
        results(1 << 20).get(kind.key(KEY), Cancel.NEVER, shared -> new Pair(slowly(1), "Tarn"));
        assertThat(results(1 << 20).known(kind.key(KEY)).orElseThrow().name()).isEqualTo("Tarn");
        Pair again = results(1 << 20).get(kind.key(KEY), Cancel.NEVER, shared -> {
            throw new AssertionError("computed twice");
        });
        assertThat(again.values()).containsExactly(1, 2);
        // one who writes another shape makes it again
        ResultKind<Other> other = ResultKind.of("pair/1", Other.class);
        assertThat(results(1 << 20).known(other.key(KEY))).isEmpty();
    }

    private record Other(double[] values) implements Results.Weighted {
        @Override
        public long bytes() {
            return 64;
        }
    }

    /** Adds the step to the state; each takes long by the clock that the results go by. */
    private final class Slow implements Simulation<long[]> {
        private int steps;

        @Override
        public String key() {
            return "slow";
        }

        @Override
        public long[] start() {
            return new long[1];
        }

        @Override
        public long[] next(long[] before, int step, Cancel cancel) {
            steps++;
            now.addAndGet(70_000_000);
            return new long[] {before[0] * 3 + step};
        }

        @Override
        public long bytes(long[] state) {
            return 8;
        }

        @Override
        public Codec<long[]> codec() {
            return Codec.LONGS;
        }
    }

    @Test
    void theStatesOfASimulationOutliveTheProgram() {
        Slow before = new Slow();
        long[] straight = new Course<>(before, results(1 << 20), 4).at(14, Cancel.NEVER);
        assertThat(before.steps).isEqualTo(14);
        Slow after = new Slow();
        Course<long[]> again = new Course<>(after, results(1 << 20), 4);
        assertThat(again.at(14, Cancel.NEVER)).containsExactly(straight);
        assertThat(after.steps).as("from the checkpoint at 12 on").isEqualTo(2);
        again.at(5, Cancel.NEVER);
        assertThat(after.steps).isEqualTo(3);
    }

    /** As the whole motion of a meadow does. */
    @Test
    void aResultAsLargeAsTheMemoryDisplacesNothingAndIsNotMadeAgain() {
        KeptResults results = results(0);
        AtomicInteger made = new AtomicInteger();
        for (int round = 0; round < 2; round++) {
            for (int small = 0; small < 5; small++) {
                results.get("small" + small, Cancel.NEVER, shared -> {
                    made.incrementAndGet();
                    return new float[100_000];
                });
            }
            results.get("meadow", Cancel.NEVER, shared -> {
                made.incrementAndGet();
                return new float[1_900_000];
            });
        }
        assertThat(made.get()).isEqualTo(6);
        assertThat(results.<float[]>held("meadow")).isPresent();
    }

    @Test
    void nobodyWaitsForTheDiskAndWhatIsUnwrittenIsFoundAllTheSame() {
        List<Runnable> later = new ArrayList<>();
        KeptResults results = results(1 << 20, later::add);
        byte[] made = results.get(KEY, Cancel.NEVER, shared -> new byte[] {1, 2, 3});
        assertThat(folder.resolve("results").resolve(KEY)).doesNotExist();
        // more than the memory holds
        for (int i = 0; i < 40; i++) {
            results.get("other" + i, Cancel.NEVER, shared -> new float[200_000]);
        }
        assertThat(results.peek(KEY)).containsSame(made);
        later.forEach(Runnable::run);
        assertThat(folder.resolve("results").resolve(KEY)).exists();
        assertThat(results(1 << 20).peek(KEY)).isPresent();
    }

    @Test
    void theDiskStaysWithinItsBound() {
        KeptResults small = results(60);
        for (int i = 0; i < 12; i++) {
            int value = i;
            small.get("%032x".formatted(i), Cancel.NEVER, shared -> slowly(value));
        }
        long bytes = 0;
        for (java.io.File file : folder.resolve("results").toFile().listFiles()) {
            bytes += file.length();
        }
        assertThat(bytes).isLessThanOrEqualTo(60);
    }

    @Test
    void twoWhoAskAtOnceShareOneComputationAndItGoesOnWhenTheFirstLeaves() throws Exception {
        KeptResults results = results(1 << 20);
        AtomicBoolean firstLeft = new AtomicBoolean();
        AtomicInteger computed = new AtomicInteger();
        CountDownLatch started = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        CompletableFuture<float[]> first =
                CompletableFuture.supplyAsync(() -> results.get(KEY, firstLeft::get, shared -> {
                    computed.incrementAndGet();
                    started.countDown();
                    try {
                        goOn.await();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                    shared.check();
                    return new float[] {7};
                }));
        started.await();
        CompletableFuture<float[]> second =
                CompletableFuture.supplyAsync(() -> results.get(KEY, Cancel.NEVER, shared -> new float[] {8}));
        while (results.waiting(KEY) < 2) {
            Thread.onSpinWait();
        }
        firstLeft.set(true);
        goOn.countDown();
        assertThat(second.get()).containsExactly(7);
        assertThat(computed).hasValue(1);
        assertThat(first.get()).containsExactly(7);
    }

    @Test
    void nothingIsKeptOfWhatWasCancelled() {
        KeptResults results = results(1 << 20);
        AtomicBoolean left = new AtomicBoolean();
        assertThatThrownBy(() -> results.get(KEY, left::get, shared -> {
                    left.set(true);
                    shared.check();
                    return new float[] {1};
                }))
                .isInstanceOf(Cancel.CancelledException.class);
        assertThat(results.peek(KEY)).isEmpty();
        assertThat(results.<float[]>get(KEY, Cancel.NEVER, shared -> new float[] {2}))
                .containsExactly(2);
    }

    /** However a file was damaged, its result is made again and the file replaced; nothing false is served. */
    @Test
    void aDamagedFileIsMadeAgain() throws Exception {
        Path file = folder.resolve("results").resolve(KEY);
        Object[] results = {new float[] {1, 2, 3}, new long[] {4, 5}, new byte[] {6, 7, 8, 9}};
        for (Object result : results) {
            for (int damage = 0; damage < 6; damage++) {
                Files.deleteIfExists(file);
                results(1 << 20).get(KEY, Cancel.NEVER, shared -> {
                    now.addAndGet(70_000_000);
                    return result;
                });
                byte[] whole = Files.readAllBytes(file);
                Files.write(file, damaged(whole, damage));
                KeptResults again = results(1 << 20);
                assertThat(again.peek(KEY)).as("damage %d", damage).isEmpty();
                AtomicInteger made = new AtomicInteger();
                Object anew = again.get(KEY, Cancel.NEVER, shared -> {
                    made.incrementAndGet();
                    now.addAndGet(70_000_000);
                    return result;
                });
                assertThat(made).hasValue(1);
                assertThat(anew).isEqualTo(result);
                assertThat(Files.readAllBytes(file)).isEqualTo(whole);
            }
        }
    }

    private static byte[] damaged(byte[] whole, int how) {
        byte[] bytes = whole.clone();
        switch (how) {
            case 0 -> bytes[bytes.length / 2] ^= 1;
            case 1 -> bytes[0] ^= 4;
            case 2 -> java.util.Arrays.fill(bytes, (byte) 0);
            case 3 -> bytes = java.util.Arrays.copyOf(bytes, bytes.length - 1);
            case 4 -> bytes = java.util.Arrays.copyOf(bytes, bytes.length + 4);
            default -> bytes = new byte[0];
        }
        return bytes;
    }

    @Test
    void whatWasHalfWrittenWhenTheProgramWasKilledIsSweptAway() throws Exception {
        results(1 << 20).get(KEY, Cancel.NEVER, shared -> slowly(1));
        Path half = Files.write(folder.resolve("results").resolve("part123.tmp"), new byte[100]);
        results(1 << 20);
        assertThat(half).doesNotExist();
        assertThat(folder.resolve("results").resolve(KEY)).exists();
    }
}
