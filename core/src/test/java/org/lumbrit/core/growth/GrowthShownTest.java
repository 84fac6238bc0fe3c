package org.lumbrit.core.growth;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class GrowthShownTest {
    private static float[] growths(int count) {
        Random random = new Random(2);
        float[] all = new float[count];
        for (int i = 0; i < count; i++) {
            all[i] = random.nextFloat();
        }
        return all;
    }

    @Test
    void fewGrowthsAreShownExactlyHoweverManyPlants() {
        float[] two = new float[100_000];
        for (int i = 0; i < two.length; i++) {
            two[i] = i % 2 == 0 ? 0.26f : 0.9f;
        }
        GrowthShown shown = GrowthShown.of(two, 5_000, 2_000_000);
        assertThat(shown.steps()).isZero();
        assertThat(shown.of(0.26f)).isEqualTo(0.26f);
    }

    @Test
    void manyGrowthsAreRoundedToTheNearestStepThatTheMeshesAllow() {
        assertThat(GrowthShown.of(growths(100_000), 1_000, 2_000_000).steps()).isEqualTo(1024);
        assertThat(GrowthShown.of(growths(100_000), 5_000, 2_000_000).steps()).isEqualTo(256);
        assertThat(GrowthShown.of(growths(100_000), 90_000, 2_000_000).steps()).isEqualTo(16);
        assertThat(GrowthShown.of(growths(100_000), 10_000_000, 2_000_000).steps())
                .as("never fewer than these")
                .isEqualTo(16);
        GrowthShown fine = new GrowthShown(1024);
        for (float growth : growths(500)) {
            // within a millimetre a metre: the tip stands at growth times 1.15
            assertThat(fine.of(growth)).isCloseTo(growth, within(growth < 0.5 / 1024 ? 1.0 / 1024 : 0.5 / 1024 + 1e-9));
        }
    }

    @Test
    void whatHasBegunIsShownAndWhatHasNotIsNot() {
        GrowthShown rough = new GrowthShown(16);
        assertThat(rough.of(0)).isZero();
        assertThat(rough.of(-0.2f)).isZero();
        assertThat(rough.of(Float.NaN)).isZero();
        assertThat(rough.of(0.001f)).isEqualTo(1.0 / 16);
        assertThat(rough.of(1)).isEqualTo(1);
        assertThat(rough.of(3)).isEqualTo(1);
        assertThat(GrowthShown.exact().of(0.001f)).isEqualTo(0.001f);
    }
}
