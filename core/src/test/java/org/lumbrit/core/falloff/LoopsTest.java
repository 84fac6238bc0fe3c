package org.lumbrit.core.falloff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/** The loop of these scenes is 8 s. */
class LoopsTest {
    private static final Ground GROUND = Grounds.bumpy(40, 60, 3);
    private static final Samples SAMPLES = GROUND.lattice(40).samples();
    private static final int FRAMES = 96;

    private static NoiseSource noise(double size, NoiseSource.Shape shape, double warp, double travel, double churn) {
        return noise(size, shape, warp, travel, churn, false);
    }

    private static NoiseSource noise(
            double size, NoiseSource.Shape shape, double warp, double travel, double churn, boolean turned) {
        return new NoiseSource(
                size,
                3,
                0.5,
                2,
                1,
                1,
                1,
                NoiseSource.Range.ZERO_TO_ONE,
                5,
                NoiseSource.Basis.GRADIENT,
                shape,
                warp,
                travel,
                70,
                churn,
                Space.PLACE,
                turned);
    }

    private static float[] frame(Source source, double time) {
        return SourcesOverTheGroundTest.evaluate(Sites.scene(GROUND, time), source, SAMPLES);
    }

    private static double jump(float[] a, float[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += (a[i] - b[i]) * (double) (a[i] - b[i]);
        }
        return Math.sqrt(sum);
    }

    private static void isSeamless(Source source) {
        double largest = 0;
        float[] first = frame(source, 0);
        float[] before = first;
        for (int f = 1; f < FRAMES; f++) {
            float[] now = frame(source, 8.0 * f / FRAMES);
            largest = Math.max(largest, jump(before, now));
            before = now;
        }
        assertThat(jump(before, first)).isLessThanOrEqualTo(1.05 * largest);
        assertThat(largest).as("it moves").isGreaterThan(0.01);
        assertThat(frame(source, 8)).as("back where it began").isEqualTo(first);
    }

    @Test
    void travelOfAWholeNumberOfCellsComesBack() {
        // 2 m/s in 8 s are 16 m: four cells of 4 m
        isSeamless(noise(4, NoiseSource.Shape.PLAIN, 0, 2, 0));
        isSeamless(noise(4, NoiseSource.Shape.RIDGED, 1.5, -2, 0));
        isSeamless(new CellularSource(4, CellularSource.Measure.SECOND_LESS_FIRST, true, 2, 200, Space.PLACE, 3));
    }

    @Test
    void octavesThatStandAskewComeBackToo() {
        isSeamless(noise(4, NoiseSource.Shape.PLAIN, 0, 2, 0, true));
        isSeamless(noise(4, NoiseSource.Shape.RIDGED, 1.5, -2, 0, true));
        isSeamless(noise(4, NoiseSource.Shape.PLAIN, 0, 0, 0.25, true));
        isSeamless(noise(4, NoiseSource.Shape.BILLOW, 1, 2, 0.5, true));
    }

    @Test
    void churnOfAWholeNumberOfTurnsComesBack() {
        isSeamless(noise(4, NoiseSource.Shape.PLAIN, 0, 0, 0.25));
        isSeamless(noise(4, NoiseSource.Shape.BILLOW, 1, 2, 0.5));
    }

    @Test
    void whatDoesNotComeBackSaysSoAndIsFittedToTheNearestThatDoes() {
        NoiseSource loose = noise(3, NoiseSource.Shape.PLAIN, 0, 2, 0.3);
        assertThat(loose.loop(8).orElseThrow().cells()).isCloseTo(16 / 3.0, within(1e-12));
        assertThat(loose.loop(8).orElseThrow().exact()).isFalse();
        float[] first = frame(loose, 0);
        assertThat(jump(frame(loose, 8), first)).isGreaterThan(1);
        NoiseSource fitted = (NoiseSource) loose.fitted(8);
        assertThat(fitted.featureSize()).isCloseTo(3.2, within(1e-12));
        assertThat(fitted.churn()).isCloseTo(0.25, within(1e-12));
        assertThat(fitted.loop(8).orElseThrow().exact()).isTrue();
        isSeamless(fitted);
    }

    @Test
    void aPatternThatTravelsIsTheSameFartherOnLater() {
        NoiseSource source = noise(3.3, NoiseSource.Shape.PLAIN, 0.7, 1.25, 0);
        Ground level = Grounds.slope(5, 5, 100, 0);
        double east = Math.sin(Math.toRadians(70));
        double south = -Math.cos(Math.toRadians(70));
        for (int i = 0; i < 50; i++) {
            double x = i * 0.37 - 9;
            double z = 11 - i * 0.61;
            float now = SourcesOverTheGroundTest.evaluate(
                    Sites.scene(level, 1), source, level.samplesAt(new double[] {x}, new double[] {z}))[0];
            float later = SourcesOverTheGroundTest.evaluate(
                    Sites.scene(level, 3),
                    source,
                    level.samplesAt(new double[] {x + 2.5 * east}, new double[] {z + 2.5 * south}))[0];
            assertThat(later).isCloseTo(now, within(1e-5f));
        }
    }

    @Test
    void doublingSizesPlacesTravelAndWarpChangesNothing() {
        Ground small = Grounds.slope(5, 5, 100, 0);
        NoiseSource once = noise(3, NoiseSource.Shape.RIDGED, 1.5, 0.75, 0);
        NoiseSource twice = noise(6, NoiseSource.Shape.RIDGED, 3, 1.5, 0);
        for (int i = 0; i < 100; i++) {
            double x = i * 0.37 - 19;
            double z = 17 - i * 0.31;
            Scene scene = Sites.scene(small, 1.5);
            assertThat(
                            SourcesOverTheGroundTest.evaluate(
                                    scene, twice, small.samplesAt(new double[] {2 * x}, new double[] {2 * z}))[0])
                    .isCloseTo(
                            SourcesOverTheGroundTest.evaluate(
                                    scene, once, small.samplesAt(new double[] {x}, new double[] {z}))[0],
                            within(1e-6f));
        }
    }

    @Test
    void shapesStayWithinTheirRange() {
        for (NoiseSource.Shape shape : NoiseSource.Shape.values()) {
            for (float v : frame(noise(2, shape, 1, 2, 0.25), 3.3)) {
                assertThat(v).isBetween(0f, 1f);
            }
        }
        NoiseSource simplex = new NoiseSource(
                2,
                4,
                0.5,
                2,
                1,
                1,
                1,
                NoiseSource.Range.MINUS_ONE_TO_ONE,
                5,
                NoiseSource.Basis.SIMPLEX,
                NoiseSource.Shape.PLAIN,
                0,
                1,
                0,
                0,
                Space.OWN,
                false);
        for (float v : frame(simplex, 3.3)) {
            assertThat(v).isBetween(-1f, 1f);
        }
        assertThat(simplex.loop(8).orElseThrow().exact())
                .as("simplices do not repeat")
                .isFalse();
    }
}
