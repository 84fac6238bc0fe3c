package org.lumbrit.core.falloff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.PointPlace;
import org.lumbrit.core.surface.Samples;

class SourcesTest {
    private static final Scene SCENE = Sites.scene(
            Grounds.slope(5, 5, 100, 0),
            0,
            new PointPlace("origin", "Origin", new Point3(0, 0, 0)),
            new PathPlace("line", "Line", List.of(new Point3(-10, 0, 0), new Point3(10, 0, 0)), false));

    private static float at(Source source, double x, double y, double z) {
        Samples one = Grounds.slope(5, 5, 100, 0).samplesAt(new double[] {x}, new double[] {z});
        one.y()[0] = y;
        return evaluate(source, one)[0];
    }

    private static float[] evaluate(Source source, Samples samples) {
        float[] measured = new float[samples.count()];
        source.measurement()
                .ifPresent(m -> m.preparation().ready(SCENE, samples).measure(0, measured.length, measured));
        float[] out = new float[samples.count()];
        source.evaluate(SCENE, samples, measured, 0, out.length, out);
        return out;
    }

    @Test
    void heightRisesBetweenItsLevels() {
        assertThat(at(new HeightSource(2, 6), 0, 3, 0)).isEqualTo(0.25f);
        assertThat(at(new HeightSource(6, 2), 0, 3, 0)).as("backwards").isEqualTo(0.75f);
        assertThat(at(new HeightSource(3, 3), 0, 3, 0)).as("a step").isEqualTo(1);
        assertThat(at(new HeightSource(3, 3), 0, 2.999, 0)).isZero();
    }

    @Test
    void fortyFiveDegreesUpFaceUpByHalfPlusHalfTheCosine() {
        Samples samples = Grounds.slope(9, 9, 8, 45).samplesAt(new double[] {0}, new double[] {0});
        assertThat(evaluate(new FacingSource(0, 90), samples)[0]).isCloseTo(0.85355f, within(1e-5f));
        assertThat(evaluate(new FacingSource(270, 45), samples)[0])
                .as("straight out of the slope")
                .isCloseTo(1, within(1e-6f));
        assertThat(evaluate(new FacingSource(0, 0), samples)[0]).as("sideways").isCloseTo(0.5f, within(1e-6f));
    }

    @Test
    void aSlopeBandHoldsBetweenItsAnglesAndFallsSoftly() {
        SlopeSource band = new SlopeSource(10, 30, 10);
        for (int[] angleAndValue : new int[][] {{5, 50}, {0, 0}, {10, 100}, {30, 100}, {35, 50}, {40, 0}, {60, 0}}) {
            Samples samples = Grounds.slope(9, 9, 8, angleAndValue[0]).samplesAt(new double[] {1}, new double[] {1});
            assertThat(evaluate(band, samples)[0]).isCloseTo(angleAndValue[1] / 100f, within(1e-4f));
        }
        Samples level = Grounds.slope(9, 9, 8, 0).samplesAt(new double[] {1}, new double[] {1});
        assertThat(evaluate(new SlopeSource(0, 0, 0), level)[0])
                .as("hard edges include their ends")
                .isEqualTo(1);
    }

    @Test
    void distanceIsExactToPointsAndSegments() {
        assertThat(at(new DistanceSource("origin", 1, 9, DistanceSource.Across.SPACE), 3, 0, 4))
                .isEqualTo(0.5f);
        assertThat(at(new DistanceSource("line", 0, 10, DistanceSource.Across.SPACE), 3.3, 0, 5))
                .as("to the segment, not to its corners")
                .isEqualTo(0.5f);
        assertThat(at(new DistanceSource("line", 0, 10, DistanceSource.Across.PLAN), 3.3, 77, 5))
                .isEqualTo(0.5f);
        assertThat(at(new DistanceSource("origin", 4, 4, DistanceSource.Across.SPACE), 3, 0, 0))
                .isEqualTo(1);
    }

    private static NoiseSource noise(double size, int octaves, NoiseSource.Range range) {
        return new NoiseSource(size, octaves, 0.5, 2, 1, 1, 1, range, 5);
    }

    @Test
    void noiseDoesNotChangeWhenSizeAndCoordinatesDouble() {
        Random random = new Random(1);
        for (int i = 0; i < 500; i++) {
            double x = random.nextDouble() * 40 - 20;
            double z = random.nextDouble() * 40 - 20;
            float once = at(noise(3, 4, NoiseSource.Range.MINUS_ONE_TO_ONE), x, 0.7, z);
            float twice = at(noise(6, 4, NoiseSource.Range.MINUS_ONE_TO_ONE), 2 * x, 1.4, 2 * z);
            assertThat(twice).isEqualTo(once);
        }
    }

    @Test
    void oneOctaveOfNoiseIsInTheMiddleAtWholeFeatures() {
        assertThat(at(noise(2.5, 1, NoiseSource.Range.ZERO_TO_ONE), 7.5, 5, -12.5))
                .isEqualTo(0.5f);
        assertThat(at(noise(2.5, 1, NoiseSource.Range.MINUS_ONE_TO_ONE), 7.5, 5, -12.5))
                .isZero();
    }

    @Test
    void noiseOfAPointDoesNotDependOnTheOthersInItsBatch() {
        Ground ground = Grounds.bumpy(40, 60, 3);
        Random random = new Random(2);
        double[] x = random.doubles(5000, -30, 30).toArray();
        double[] z = random.doubles(5000, -30, 30).toArray();
        NoiseSource source = noise(1.7, 5, NoiseSource.Range.ZERO_TO_ONE);
        float[] together = evaluate(source, ground.samplesAt(x, z));
        for (int i = 0; i < 50; i++) {
            int at = random.nextInt(5000);
            float alone = evaluate(source, ground.samplesAt(new double[] {x[at]}, new double[] {z[at]}))[0];
            assertThat(alone).isEqualTo(together[at]);
            assertThat(alone).isBetween(0f, 1f);
        }
    }

    @Test
    void randomBelongsToTheIdentityAndIsUniform() {
        Samples samples = Grounds.slope(3, 3, 10, 0).samplesAt(new double[20000], new double[20000]);
        float[] values = evaluate(new RandomSource(3), samples);
        int[] bins = new int[10];
        for (float value : values) {
            bins[(int) (value * 10)]++;
        }
        for (int count : bins) {
            assertThat((double) count).isCloseTo(2000, within(5 * Math.sqrt(2000 * 0.9)));
        }
        Samples one = samples.pick("", new int[] {1234});
        assertThat(evaluate(new RandomSource(3), one)[0]).isEqualTo(values[1234]);
        assertThat(evaluate(new RandomSource(4), one)[0]).isNotEqualTo(values[1234]);
    }
}
