package org.lumbrit.core.looks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Colour;
import org.lumbrit.core.surface.Tint;

class TintTest {
    private static final List<RampStop> RAMP = List.of(new RampStop(0.2, "#000000"), new RampStop(0.8, "#ffffff"));

    private static TintLayer layer(TintLayer.Tones tones, boolean onlyLit, double contrast) {
        return new TintLayer("t", "T", 1, false, RAMP, contrast, tones, onlyLit, 90, 45, Map.of());
    }

    private static Tint tint(TintLayer layer, float value, float strength, float lit) {
        return layer.laid(new float[] {value}, new float[] {strength}, new float[] {lit});
    }

    @Test
    void aRampMixesInOklabAndHoldsItsEnds() {
        ColourRamp ramp = new ColourRamp(List.of(new RampStop(0, "#ff0000"), new RampStop(1, "#0000ff")));
        double[] red = Colour.ofHex("#ff0000").oklab();
        assertThat(red[0]).isCloseTo(0.62796, within(1e-5));
        assertThat(red[1]).isCloseTo(0.22486, within(1e-5));
        assertThat(red[2]).isCloseTo(0.12585, within(1e-5));
        double[] blue = Colour.ofHex("#0000ff").oklab();
        double[] middle = ramp.at(0.5).oklab();
        for (int c = 0; c < 3; c++) {
            assertThat(middle[c]).isCloseTo((red[c] + blue[c]) / 2, within(1e-6));
        }
        assertThat(ramp.at(-3)).isEqualTo(ramp.at(0));
        assertThat(ramp.at(7)).isEqualTo(ramp.at(1));
    }

    @Test
    void contrastActsBeforeTheRamp() {
        Tint plain = tint(layer(TintLayer.Tones.NONE, false, 1), 0.25f, 1, 1);
        Tint raised = tint(layer(TintLayer.Tones.NONE, false, 2), 0.5f, 1, 1);
        assertThat(raised.colour()).isEqualTo(plain.colour());
        assertThat(plain.argb(0) >>> 24).isEqualTo(255);
    }

    @Test
    void onlyTheLitToneTakesTheRampAndOnlyWhereTheStrengthIs() {
        TintLayer layer = layer(TintLayer.Tones.THREE, true, 1);
        assertThat(tint(layer, 0.5f, 1, 0.9f).strength()[0]).isEqualTo(1);
        assertThat(tint(layer, 0.5f, 0, 0.9f).strength()[0])
                .as("lit, but no strength")
                .isZero();
        assertThat(tint(layer, 0.5f, 1, 0.3f).strength()[0])
                .as("strong, but half lit")
                .isZero();
        assertThat(tint(layer(TintLayer.Tones.THREE, false, 1), 0.5f, 1, 0.3f).strength()[0])
                .isEqualTo(1);
    }

    @Test
    void tonesAreFlatBandsOfTheLight() {
        TintLayer two = layer(TintLayer.Tones.TWO, false, 1);
        assertThat(tint(two, 0, 0, 0.1f).tone()[0])
                .isEqualTo(tint(two, 0, 0, 0.3f).tone()[0]);
        assertThat(tint(two, 0, 0, 0.4f).tone()[0]).isEqualTo(1);
        TintLayer three = layer(TintLayer.Tones.THREE, false, 1);
        assertThat(List.of(
                        tint(three, 0, 0, 0f).tone()[0],
                        tint(three, 0, 0, 0.3f).tone()[0],
                        tint(three, 0, 0, 1f).tone()[0]))
                .isSorted()
                .doesNotHaveDuplicates();
    }

    @Test
    void laidOverOthersItMixesByItsStrength() {
        float[] rgb = {0.2f, 0.4f, 0.6f};
        tint(layer(TintLayer.Tones.NONE, false, 1), 1, 0.5f, 1).over(rgb);
        assertThat(rgb[0]).isCloseTo(0.6f, within(1e-4f));
        assertThat(rgb[2]).isCloseTo(0.8f, within(1e-4f));
    }

    @Test
    void outOfTheGamutAColourKeepsItsLightnessAndHueAndLosesChroma() {
        ColourRamp ramp = new ColourRamp(List.of(new RampStop(0, "#ff0000"), new RampStop(1, "#ffff00")));
        int packed = ramp.at(0.75).packed();
        assertThat(packed >> 16).isEqualTo(255);
        assertThat(packed >> 8 & 255).isBetween(210, 212);
        assertThat(packed & 255).isBetween(88, 90);
        java.util.Random random = new java.util.Random(6);
        for (int trial = 0; trial < 500; trial++) {
            double lightness = 0.2 + 0.75 * random.nextDouble();
            double a = 0.8 * random.nextDouble() - 0.4;
            double b = 0.8 * random.nextDouble() - 0.4;
            double[] lab = Colour.ofOklab(lightness, a, b).oklab();
            assertThat(lab[0]).isCloseTo(lightness, within(2e-3));
            double chroma = Math.hypot(lab[1], lab[2]);
            assertThat(chroma).isLessThanOrEqualTo(Math.hypot(a, b) + 1e-4);
            if (chroma > 0.03) {
                double turn = Math.atan2(lab[2], lab[1]) - Math.atan2(b, a);
                assertThat(Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)))).isLessThan(0.01);
            }
        }
    }

    @Test
    void whatIsInTheGamutStaysAsItIs() {
        for (String hex : new String[] {"#ff0000", "#00ff00", "#0000ff", "#ffffff", "#123456", "#000000"}) {
            double[] lab = Colour.ofHex(hex).oklab();
            assertThat(Colour.ofOklab(lab[0], lab[1], lab[2]).packed())
                    .isEqualTo(Colour.ofHex(hex).packed());
        }
    }
}
