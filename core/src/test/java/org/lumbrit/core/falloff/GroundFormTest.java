package org.lumbrit.core.falloff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.function.DoubleBinaryOperator;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.drainage.Ways;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Samples;

/** What falloffs read of the form of the ground: hollows, the area above, wetness. */
class GroundFormTest {
    private static Scene scene(int columns, int rows, double width, DoubleBinaryOperator height) {
        double depth = width * (rows - 1) / (columns - 1);
        float[] heights = new float[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = (float) height.applyAsDouble(
                    width * (i % columns) / (columns - 1) - width / 2, depth * (i / columns) / (rows - 1) - depth / 2);
        }
        return Sites.scene(new Ground(columns, rows, heights, width), 0);
    }

    private static float at(Scene scene, Source source, double x, double z) {
        Samples one = scene.ground().samplesAt(new double[] {x}, new double[] {z});
        return SourcesOverTheGroundTest.evaluate(scene, source, one)[0];
    }

    private static String said(Scene scene, Source source, double x, double z) {
        Samples one = scene.ground().samplesAt(new double[] {x}, new double[] {z});
        float[] measured = new float[1];
        source.measurement().orElseThrow().preparation().ready(scene, one).measure(0, 1, measured);
        return source.reading(scene, one, measured, 0);
    }

    @Test
    void aBowlIsAsHollowAsItsRadiusSaysAndADomeAsCrested() {
        for (double radius : new double[] {20, 60}) {
            Scene bowl = scene(401, 401, 80, (x, z) -> (x * x + z * z) / (2 * radius));
            Scene dome = scene(401, 401, 80, (x, z) -> -(x * x + z * z) / (2 * radius));
            for (double size : new double[] {1, 5}) {
                CurvatureSource source = new CurvatureSource(size, 10);
                assertThat(at(bowl, source, 3, -7)).isCloseTo((float) (0.5 + 5 / radius), within(0.01f));
                assertThat(at(dome, source, 3, -7)).isCloseTo((float) (0.5 - 5 / radius), within(0.01f));
            }
            assertThat(said(bowl, new CurvatureSource(5, 10), 0, 0)).startsWith("a hollow with a radius of");
            assertThat(said(dome, new CurvatureSource(5, 10), 0, 0)).startsWith("a crest with a radius of");
        }
        Scene slope = scene(101, 101, 80, (x, z) -> 0.7 * x - 0.2 * z);
        assertThat(at(slope, new CurvatureSource(4, 10), 3, 3)).isCloseTo(0.5f, within(1e-4f));
        assertThat(at(scene(401, 401, 80, (x, z) -> (x * x + z * z) / 2), new CurvatureSource(2, 10), 0, 0))
                .as("tighter than the tightest")
                .isEqualTo(1);
    }

    @Test
    void allWaterRunsOffOverTheBorderAndAValleyGathersThatOfBothSides() {
        int columns = 61;
        int rows = 81;
        CellSize cell = new CellSize(2, 3);
        double[] heights = new double[columns * rows];
        for (int i = 0; i < heights.length; i++) {
            heights[i] = 0.4 * Math.abs(i % columns - 30) + 0.05 * (rows - i / columns) + 3 * Math.sin(i * 0.7);
        }
        double[] area = Ways.areaAbove(heights, columns, rows, cell);
        Ways ways = new Ways(columns, rows, cell);
        double off = 0;
        for (int i = 0; i < area.length; i++) {
            off += ways.inside(i) ? 0 : area[i];
        }
        assertThat(off).isCloseTo(columns * rows * cell.area(), within(1e-6));
        assertThat(Arrays.stream(area).min().orElseThrow()).isEqualTo(cell.area());

        Scene valley = scene(61, 61, 120, (x, z) -> 0.5 * Math.abs(x) + 0.1 * -z);
        FlowSource water = new FlowSource(10, 5000);
        assertThat(at(valley, water, 0, 50)).isGreaterThan(0.95f);
        assertThat(at(valley, water, 0, -50)).isLessThan(at(valley, water, 0, 50));
        assertThat(at(valley, water, 40, 0)).isLessThan(0.45f);
        assertThat(said(valley, water, 0, 50)).startsWith("the water of ").contains("of ground runs through here");
    }

    @Test
    void theAreaAboveAnEvenSlopeIsHowFarItIsToItsTop() {
        Scene slope = scene(101, 101, 100, (x, z) -> -0.3 * x);
        Samples across = scene(101, 101, 100, (x, z) -> 0).ground().lattice(101).samples();
        double sum = 0;
        int count = 0;
        FlowSource water = new FlowSource(1, Math.E);
        float[] log = new float[across.count()];
        water.measurement().orElseThrow().preparation().ready(slope, across).measure(0, log.length, log);
        for (int row = 30; row < 71; row++) {
            sum += Math.exp(log[row * 101 + 80]);
            count++;
        }
        // 81 cells of 1 m × 1 m in each row above and with the node, a little shared with the rows beyond
        assertThat(sum / count).isCloseTo(81, within(4.0));
        assertThat(at(slope, new FlowSource(5, 5), 20, 0)).as("a step").isEqualTo(1);
        assertThat(at(slope, new FlowSource(5e6, 5e6), 20, 0)).isZero();
    }

    @Test
    void wetnessIsTheAreaAboveForEachMetreOfContourOverTheSlope() {
        Scene gentle = scene(101, 101, 100, (x, z) -> -0.02 * x);
        Scene steep = scene(101, 101, 100, (x, z) -> -0.6 * x);
        WetnessSource index = new WetnessSource(0, 20);
        double apart = 20 * (at(gentle, index, 20, 3) - at(steep, index, 20, 3));
        assertThat(apart).as("the same area above").isCloseTo(Math.log(0.6 / 0.02), within(0.02));
        assertThat(20 * at(steep, index, 20, 3)).isCloseTo((float) Math.log(71 / 0.6), within(0.5f));
        assertThat(at(scene(41, 41, 40, (x, z) -> 0), new WetnessSource(-5, 0), 1, 1))
                .as("level ground counts as a slope of a thousandth")
                .isEqualTo(1);
        assertThat(said(steep, index, 20, 3)).startsWith("wetness index ");
    }

    @Test
    void areasAreSaidInUnitsThatFitThem() {
        assertThat(Readings.squareMetres(0.0123)).isEqualTo("123 cm²");
        assertThat(Readings.squareMetres(4.26)).isEqualTo("4.3 m²");
        assertThat(Readings.squareMetres(4260)).isEqualTo("4260 m²");
        assertThat(Readings.squareMetres(42600)).isEqualTo("4.3 ha");
        assertThat(Readings.squareMetres(4.26e6)).isEqualTo("4.3 km²");
    }
}
