package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;

class OnceTest {
    @Test
    void aMakerMayWorkOnAllCoresAndNobodyIsHeldUp() {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            for (int round = 0; round < 20; round++) {
                Once<Integer, double[]> once = new Once<>();
                AtomicInteger made = new AtomicInteger();
                double[] sums = new double[64];
                Chunks.run(sums.length, 1, Cancel.NEVER, (from, to) -> {
                    double[] values = once.get(7, key -> half(made));
                    sums[from] = java.util.Arrays.stream(values).sum();
                });
                assertThat(sums).containsOnly(10_000);
                assertThat(made.get())
                        .as("at most once by each thread that found it wanting")
                        .isBetween(1, Runtime.getRuntime().availableProcessors() + 1);
            }
        });
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
                    try {
                        stop.await();
                    } catch (InterruptedException e) {
                        throw new IllegalStateException(e);
                    }
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
