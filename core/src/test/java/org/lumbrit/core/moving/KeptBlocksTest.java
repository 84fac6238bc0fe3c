package org.lumbrit.core.moving;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.motion.FrameBlocks;

class KeptBlocksTest {
    /** 5 million numbers in each of 4 frames: a frame a block. */
    private static final int ROW = 5_000_000;

    private final Map<String, Object> kept = new HashMap<>();
    private final Results results = new Results() {
        @Override
        @SuppressWarnings("unchecked")
        public <T> T get(String key, Cancel waiting, Function<Cancel, T> compute) {
            if (!kept.containsKey(key)) {
                kept.put(key, compute.apply(waiting));
            }
            return (T) kept.get(key);
        }

        @Override
        public <T> Optional<T> held(String key) {
            return Optional.empty();
        }
    };
    private int made;

    private FrameBlocks whole() {
        made++;
        return FrameBlocks.of(ROW, 4, block -> {
            short[] numbers = new short[ROW];
            numbers[7] = (short) (100 + block);
            return numbers;
        });
    }

    @Test
    void aMotionIsKeptInBlocksNoneOfThemLargeAndMadeAgainWhenOneIsGone() {
        KeptBlocks blocks = new KeptBlocks(results, Cancel.NEVER, "motion", shared -> whole());
        blocks.keep(whole(), Cancel.NEVER);
        assertThat(kept).hasSize(4);
        assertThat(kept.values()).allMatch(block -> Results.bytes(block) <= 64L << 20);
        FrameBlocks read = new KeptBlocks(results, Cancel.NEVER, "motion", shared -> whole()).blocks(ROW, 4);
        assertThat(read.at(2, 7)).isEqualTo((short) 102);
        short[] frame = new short[ROW + 1];
        read.copy(3, frame, 1);
        assertThat(frame[8]).isEqualTo((short) 103);
        assertThat(made).isEqualTo(1);
        kept.remove(kept.keySet().iterator().next());
        for (int f = 0; f < 4; f++) {
            assertThat(read.at(f, 7)).isEqualTo((short) (100 + f));
        }
        assertThat(made).isEqualTo(2);
    }
}
