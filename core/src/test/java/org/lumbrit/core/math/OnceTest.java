package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;

class OnceTest {
    /** A pool may lend in more threads than there are cores; but none may make again what it or another has made. */
    @Test
    void aMakerMayWorkOnAllCoresAndNobodyIsHeldUp() {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            for (int round = 0; round < 20; round++) {
                Once<Integer, double[]> once = new Once<>();
                AtomicInteger made = new AtomicInteger();
                Set<Thread> makers = ConcurrentHashMap.newKeySet();
                double[] sums = new double[64];
                Chunks.run(sums.length, 1, Cancel.NEVER, (from, to) -> {
                    double[] values = once.get(7, key -> {
                        makers.add(Thread.currentThread());
                        return half(made);
                    });
                    sums[from] = java.util.Arrays.stream(values).sum();
                });
                assertThat(sums).containsOnly(10_000);
                assertThat(made.get())
                        .as("once by each thread that found it wanting")
                        .isBetween(1, makers.size());
            }
        });
    }

    @Test
    void whatAnotherThreadHasMadeMeanwhileIsNotMadeAgain() {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            ForkJoinPool two = new ForkJoinPool(2);
            Once<Integer, Integer> once = new Once<>();
            AtomicBoolean begun = new AtomicBoolean();
            AtomicInteger made = new AtomicInteger();
            CountDownLatch threeOthers = new CountDownLatch(3);
            two.submit(() -> Chunks.run(8, 1, Cancel.NEVER, (from, to) -> {
                        boolean slow = begun.compareAndSet(false, true);
                        once.get(7, key -> {
                            if (slow) {
                                await(threeOthers);
                            }
                            return made.incrementAndGet();
                        });
                        threeOthers.countDown();
                    }))
                    .get();
            assertThat(made.get()).isBetween(1, 2);
            two.shutdown();
        });
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What is lent out for pieces of the outer loop must not want what it is only just making. */
    @Test
    void loopsWithinLoopsThatWantTheSameThingsNeverWaitForEachOther() {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(120), () -> {
            ForkJoinPool two = new ForkJoinPool(2);
            for (int round = 0; round < 30; round++) {
                Once<Integer, double[]> once = new Once<>();
                double[] sums = new double[128];
                two.submit(() -> Chunks.run(sums.length, 1, Cancel.NEVER, (from, to) -> {
                            for (int key = 0; key < 5; key++) {
                                sums[from] += once.get((from + key) % 5, missing -> half(new AtomicInteger()))[0];
                            }
                        }))
                        .get();
                assertThat(sums).containsOnly(2.5);
            }
            two.shutdown();
        });
    }

    private static double[] half(AtomicInteger made) {
        made.incrementAndGet();
        double[] all = new double[20_000];
        Chunks.run(all.length, 100, Cancel.NEVER, (a, b) -> java.util.Arrays.fill(all, a, b, slowHalf()));
        return all;
    }

    @Test
    void outsideOfLoopsItIsMadeOnce() throws Exception {
        Once<Integer, double[]> once = new Once<>();
        AtomicInteger made = new AtomicInteger();
        CountDownLatch all = new CountDownLatch(8);
        List<CompletableFuture<double[]>> asked = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            asked.add(CompletableFuture.supplyAsync(
                    () -> {
                        all.countDown();
                        return once.get(7, key -> half(made));
                    },
                    command -> new Thread(command).start()));
        }
        all.await();
        for (CompletableFuture<double[]> each : asked) {
            assertThat(each.get()).isSameAs(asked.get(0).get());
        }
        assertThat(made.get()).isEqualTo(1);
    }

    /** Long enough for the other threads to be waiting. */
    private static double slowHalf() {
        double sum = 0;
        for (int i = 0; i < 10_000; i++) {
            sum += Math.sqrt(i);
        }
        return sum > 0 ? 0.5 : 0;
    }

    @Test
    void whoeverWaitsForOneThatGivesUpMakesItItself() throws Exception {
        Once<String, String> once = new Once<>();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch stop = new CountDownLatch(1);
        CompletableFuture<String> first = CompletableFuture.supplyAsync(
                () -> once.get("a", key -> {
                    begun.countDown();
                    await(stop);
                    throw new Cancel.CancelledException();
                }),
                command -> new Thread(command).start());
        begun.await();
        CompletableFuture<String> second = CompletableFuture.supplyAsync(
                () -> once.get("a", key -> "made by the second"), command -> new Thread(command).start());
        stop.countDown();
        assertThat(second.get()).isEqualTo("made by the second");
        assertThatThrownBy(first::get).hasCauseInstanceOf(Cancel.CancelledException.class);
    }

    @Test
    void whatFailsIsToldAndTriedAgain() {
        Once<String, String> once = new Once<>();
        assertThatThrownBy(() -> once.get("a", key -> {
                    throw new IllegalStateException("no file");
                }))
                .hasMessage("no file");
        assertThat(once.get("a", key -> key + "!")).isEqualTo("a!");
        assertThat(once.get("a", key -> "not again")).isEqualTo("a!");
    }
}
