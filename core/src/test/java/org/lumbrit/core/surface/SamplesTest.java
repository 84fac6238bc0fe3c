package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Batches one after the other, and some of a batch. */
class SamplesTest {
    private static Samples batch(int count, boolean along) {
        Samples samples = along ? Samples.allocateAlong("a", count) : Samples.allocate("b", count);
        for (int i = 0; i < count; i++) {
            samples.x()[i] = i;
            samples.id()[i] = 10 * count + i;
            if (along) {
                samples.along()[i] = 0.5f;
            }
        }
        return samples;
    }

    @Test
    void batchesOfTheGroundAreJoined() {
        Samples all = Samples.joined("all", List.of(batch(3, false), batch(0, false), batch(2, false)));

        assertThat(all.x()).containsExactly(0, 1, 2, 0, 1);
        assertThat(all.id()).containsExactly(30, 31, 32, 20, 21);
        assertThat(all.along(4)).isZero();
    }

    @Test
    void beforeAndAfterThoseAlongAPlantTheyAreAtItsFoot() {
        Samples all = Samples.joined("all", List.of(batch(1, false), batch(2, true), batch(1, false)));

        assertThat(all.along()).containsExactly(0, 0.5f, 0.5f, 0);
    }

    @Test
    void whatIsPickedKeepsHowFarAlongItIs() {
        assertThat(batch(3, true).pick("some", new int[] {2, 0}).along()).containsExactly(0.5f, 0.5f);
        assertThat(batch(3, false).pick("some", new int[] {2, 0}).along(1)).isZero();
        assertThat(batch(3, false).pick("some", new int[] {2, 0}).x()).containsExactly(2, 0);
    }

    @Test
    void theyTakeFourBytesLessWhereNothingIsAlong() {
        assertThat(batch(5, true).bytes() - batch(5, false).bytes()).isEqualTo(20);
    }
}
