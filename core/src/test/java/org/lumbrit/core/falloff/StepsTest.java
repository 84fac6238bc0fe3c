package org.lumbrit.core.falloff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.CurvePoint;

class StepsTest {
    private static float apply(Step step, float value, float... with) {
        float[] out = new float[1];
        step.reshape(new float[] {value}, with, 0, 1, out);
        return out[0];
    }

    @Test
    void invertAndContrastDoNotCommute() {
        Step invert = new InvertStep("a", false);
        Step contrast = new ContrastStep("b", false, 2);
        assertThat(apply(contrast, apply(invert, 0.5f))).isEqualTo(0.25f);
        assertThat(apply(invert, apply(contrast, 0.5f))).isEqualTo(0.75f);
    }

    @Test
    void contrastKeepsTheSignAndNeverLeavesTheRealNumbers() {
        assertThat(apply(new ContrastStep("a", false, 3), -0.5f)).isEqualTo(-0.125f);
        assertThat(apply(new ContrastStep("a", false, 0.5), 0.25f)).isEqualTo(0.5f);
        assertThat(apply(new ContrastStep("a", false, 0.1), 0f)).isZero();
        assertThat(apply(new ContrastStep("a", false, 2.2), 0.7f)).isCloseTo((float) Math.pow(0.7, 2.2), within(1e-6f));
    }

    @Test
    void windowStretchesWithoutClampingAndIsAStepWhereItsEndsMeet() {
        assertThat(apply(new WindowStep("a", false, 0.2, 0.6), 0.4f)).isCloseTo(0.5f, within(1e-6f));
        assertThat(apply(new WindowStep("a", false, 0.2, 0.6), 1f)).isCloseTo(2f, within(1e-6f));
        assertThat(apply(new WindowStep("a", false, 0.5, 0.5), 0.49f)).isZero();
        assertThat(apply(new WindowStep("a", false, 0.5, 0.5), 0.5f)).isEqualTo(1);
    }

    @Test
    void clampAndScaleDoWhatTheySay() {
        assertThat(apply(new ClampStep("a", false, 0.1, 0.9), 2f)).isEqualTo(0.9f);
        assertThat(apply(new ClampStep("a", false, 0.1, 0.9), -2f)).isEqualTo(0.1f);
        assertThat(apply(new ScaleStep("a", false, 3, -1), 0.5f)).isEqualTo(0.5f);
    }

    @Test
    void combiningStepsGoAsFarAsTheirAmount() {
        assertThat(apply(new MultiplyStep("a", false, "f", 1), 0.5f, 0.4f)).isCloseTo(0.2f, within(1e-7f));
        assertThat(apply(new MultiplyStep("a", false, "f", 0.5), 0.5f, 0.4f)).isCloseTo(0.35f, within(1e-7f));
        assertThat(apply(new AddStep("a", false, "f", 1), 0.75f, 0.5f)).isEqualTo(1.25f);
        assertThat(apply(new SubtractStep("a", false, "f", 1), 0.25f, 0.5f)).isEqualTo(-0.25f);
        assertThat(apply(new LowestStep("a", false, "f", 1), 0.25f, 0.5f)).isEqualTo(0.25f);
        assertThat(apply(new HighestStep("a", false, "f", 0), 0.25f, 0.5f))
                .as("amount 0 changes nothing")
                .isEqualTo(0.25f);
    }

    @Test
    void aCurveStepHoldsItsEnds() {
        CurveStep curve = new CurveStep("a", false, List.of(new CurvePoint(0.2, 0.1), new CurvePoint(0.8, 0.7)));
        assertThat(apply(curve, 0f)).isEqualTo(0.1f);
        assertThat(apply(curve, 5f)).isEqualTo(0.7f);
        assertThat(apply(curve, 0.5f)).isCloseTo(0.4f, within(1e-6f));
    }

    @Test
    void aTerraceIsFlatBetweenSoftRisers() {
        TerraceStep hard = new TerraceStep("a", false, 4, 0);
        assertThat(apply(hard, 0.1f)).isZero();
        assertThat(apply(hard, 0.13f)).isEqualTo(0.25f);
        assertThat(apply(hard, 1f)).isEqualTo(1);
        TerraceStep soft = new TerraceStep("a", false, 4, 1);
        assertThat(apply(soft, 0.125f)).isCloseTo(0.125f, within(1e-6f));
        assertThat(apply(soft, 0.25f)).isCloseTo(0.25f, within(1e-6f));
    }

    @Test
    void averageAndScreenMeetTheirFormulas() {
        assertThat(apply(new AverageStep("a", false, "f", 1), 0.25f, 0.75f)).isEqualTo(0.5f);
        assertThat(apply(new ScreenStep("a", false, "f", 1), 0.5f, 0.5f)).isEqualTo(0.75f);
        assertThat(apply(new ScreenStep("a", false, "f", 0.5), 0.5f, 0.5f)).isEqualTo(0.625f);
    }
}
