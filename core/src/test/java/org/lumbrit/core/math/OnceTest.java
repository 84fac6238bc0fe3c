package org.lumbrit.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;

class OnceTest {
    @Test
    void aMakerMayWorkOnAllCoresWhileTheyWaitForIt() {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(60), () -> {
            for (int round = 0; round < 20; round++) {
                Once<Integer, double[]> once = new Once<>();
                AtomicInteger made = new AtomicInteger();
                double[] sums = new double[64];
                Chunks.run(sums.length, 1, Cancel.NEVER, (from, to) -> {
                    double[] values = once.get(7, key -> {
                        made.incrementAndGet();
                        double[] all = new double[20_000];
                        Chunks.run(
                                all.length, 100, Cancel.NEVER, (a, b) -> java.util.Arrays.fill(all, a, b, slowHalf()));
                        return all;
                    });
                    sums[from] = java.util.Arrays.stream(values).sum();
                });
                assertThat(sums).containsOnly(10_000);
                assertThat(made.get()).isEqualTo(1);
            }
        });
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
