package org.lumbrit.core.falloff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.Samples;

class StrataSourceTest {
    private static final Scene SCENE = Sites.scene(Grounds.slope(41, 41, 80, 0), 0);

    private static float[] along(Source source, int count, double[] from, double[] by) {
        Samples samples = Samples.allocate(Samples.NOT_KEPT, count);
        for (int i = 0; i < count; i++) {
            samples.x()[i] = (float) (from[0] + i * by[0]);
            samples.y()[i] = (float) (from[1] + i * by[1]);
            samples.z()[i] = (float) (from[2] + i * by[2]);
            samples.ny()[i] = 1;
        }
        return SourcesOverTheGroundTest.evaluate(SCENE, source, samples);
    }

    private static double[] at(double x, double y, double z) {
        return new double[] {x, y, z};
    }

    @Test
    void levelEvenLayersEachHaveOneValueOfTheirOwn() {
        float[] up = along(new StrataSource(2, 0, 0, 0, 80, 0, 0, 3), 4000, at(7, -20.005, 3), at(0, 0.01, 0));
        long changes =
                IntStream.range(1, up.length).filter(i -> up[i] != up[i - 1]).count();
        assertThat(changes).isEqualTo(20);
        for (float value : up) {
            assertThat(value).isBetween(0f, 1f);
        }
        assertThat(along(new StrataSource(2, 0, 0, 0, 80, 0, 0, 3), 50, at(-40, 5, -9), at(2, 0, 0.3)))
                .as("the same all along a level layer")
                .containsOnly(along(new StrataSource(2, 0, 0, 0, 80, 0, 0, 3), 1, at(1, 5, 1), at(0, 0, 0))[0]);
        assertThat(along(new StrataSource(2, 0, 0, 0, 80, 0, 0, 4), 4000, at(7, -20.005, 3), at(0, 0.01, 0)))
                .as("another seed")
                .isNotEqualTo(up);
    }

    @Test
    void layersSinkByTheDipTowardItsDirection() {
        StrataSource dipping = new StrataSource(3, 30, 90, 0, 80, 0.8, 0.3, 5);
        double fall = Math.tan(Math.toRadians(30));
        for (int k = 0; k < 20; k++) {
            float[] east = along(dipping, 30, at(-20, k * 1.7, k), at(1, -fall, 0));
            float[] north = along(dipping, 30, at(-20, k * 1.7, k), at(0, 0, 1));
            for (int i = 1; i < east.length; i++) {
                assertThat(east[i]).isCloseTo(east[0], within(2e-5f));
                assertThat(north[i]).isCloseTo(north[0], within(2e-5f));
            }
        }
    }

    @Test
    void softLayersGoOverWithoutAJumpAndUnevenOnesKeepTheirMeanThickness() {
        float[] up = along(new StrataSource(1, 20, 40, 2, 30, 1, 0.5, 9), 200_000, at(3, -100, 4), at(0, 0.001, 0));
        double sum = 0;
        for (int i = 1; i < up.length; i++) {
            sum += up[i];
            assertThat(up[i] - up[i - 1]).as("at " + i).isBetween(-0.2f, 0.2f);
        }
        assertThat(sum / up.length).isCloseTo(0.5, within(0.06));
        float[] hard = along(new StrataSource(1, 0, 0, 0, 30, 1, 0, 9), 200_000, at(3, -500.0005, 4), at(0, 0.005, 0));
        assertThat(IntStream.range(1, hard.length)
                        .filter(i -> hard[i] != hard[i - 1])
                        .count())
                .isBetween(980L, 1002L);
    }

    @Test
    void itSaysWhichLayerOneStandsIn() {
        StrataSource level = new StrataSource(2, 0, 0, 0, 80, 0, 0, 3);
        Samples one = SCENE.ground().samplesAt(new double[] {1}, new double[] {2});
        assertThat(level.reading(SCENE, one, new float[1], 0)).startsWith("in a layer 2 m thick, of value 0.");
        assertThat(level.title(null)).isEqualTo("Strata of 2 m");
    }
}
