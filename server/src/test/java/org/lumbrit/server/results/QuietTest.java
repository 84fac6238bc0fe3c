package org.lumbrit.server.results;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class QuietTest {
    private final Quiet quiet = new Quiet();
    private final AtomicInteger asked = new AtomicInteger();

    @Test
    void whereNothingGoesOnNothingWaits() {
        quiet.await(() -> {
            asked.incrementAndGet();
            return false;
        });
        assertThat(asked).hasValue(1);
    }

    @Test
    void beginsWhenItCanBePutOffNoLonger() {
        quiet.await(() -> {
            quiet.disturb();
            return asked.incrementAndGet() == 3;
        });
        assertThat(asked).hasValue(3);
    }

    @Test
    void beginsWhenTheLastWorkLiesBackAWhile() {
        quiet.disturb();
        quiet.await(() -> {
            asked.incrementAndGet();
            return false;
        });
        assertThat(asked.get()).as("it has waited").isGreaterThan(1);
    }
}
