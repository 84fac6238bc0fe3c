package org.lumbrit.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.CurvePoint;

class CombineTest {
    @Test
    void foldingManyIsFoldingEach() {
        Random random = new Random(1);
        for (Combine combine : Combine.values()) {
            double[] weights = random.doubles(100).toArray();
            double[] responses = random.doubles(100).toArray();
            double[] folded = weights.clone();
            combine.fold(folded, responses, 100);
            for (int i = 0; i < 100; i++) {
                assertThat(folded[i]).isEqualTo(combine.of(weights[i], responses[i]));
            }
        }
    }

    @Test
    void theStartTakesNoEffect() {
        for (Combine combine : Combine.values()) {
            assertThat(combine.of(combine.start(), 0.37)).isEqualTo(0.37);
        }
    }

    @Test
    void aPropertyRunsFromItsLowToItsHighEndEvenBackwards() {
        PropertyRange falling = new PropertyRange(8, 2, Combine.PRODUCT);
        assertThat(falling.at(0)).isEqualTo(8);
        assertThat(falling.at(0.5)).isEqualTo(5);
        assertThat(falling.least()).isEqualTo(2);
        assertThat(falling.most()).isEqualTo(8);
    }

    @Test
    void aDriveBelongsToOneCell() {
        Drive drive = new Drive("l", "density", "f", CurvePoint.STRAIGHT);
        assertThat(drive.sameCell(new Drive("l", "density", "f", drive.curve())))
                .isTrue();
        assertThat(drive.sameCell(new Drive("l", "density", "g", drive.curve())))
                .isFalse();
        assertThat(drive.drives("l", "lean")).isFalse();
    }
}
