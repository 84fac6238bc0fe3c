package org.lumbrit.core.falloff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.CurvePoint;
import org.lumbrit.core.math.Easing;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.site.Sites;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.PointIndex;
import org.lumbrit.core.surface.Samples;

class SourcesOverTheGroundTest {
    static float[] evaluate(Scene scene, Source source, Samples samples) {
        float[] measured = new float[samples.count()];
        source.measurement()
                .ifPresent(m -> m.preparation().ready(scene, samples).measure(0, measured.length, measured));
        float[] out = new float[samples.count()];
        source.evaluate(scene, samples, measured, 0, out.length, out);
        return out;
    }

    private static float at(Scene scene, Source source, double x, double z) {
        return evaluate(scene, source, scene.ground().samplesAt(new double[] {x}, new double[] {z}))[0];
    }

    /** A level ground of 120 m with heights by place. */
    private static Ground ground(int nodes, double size, java.util.function.DoubleBinaryOperator height) {
        float[] heights = new float[nodes * nodes];
        for (int i = 0; i < heights.length; i++) {
            double x = (double) (i % nodes) / (nodes - 1) * size - size / 2;
            double z = (double) (i / nodes) / (nodes - 1) * size - size / 2;
            heights[i] = (float) height.applyAsDouble(x, z);
        }
        return new Ground(nodes, nodes, heights, size);
    }

    @Test
    void theSkyBesideALongWallIsHalfPlusHalfTheCosineOfItsElevation() {
        // the wall stands from x = 40 on, 10 m high
        Scene scene = Sites.scene(ground(481, 120, (x, z) -> x >= 40 ? 10 : 0), 0);
        for (double distance : new double[] {5, 10, 20}) {
            double expected = (1 + Math.cos(Math.atan(10 / distance))) / 2;
            double there = at(scene, new SkySource(1000), 40 - distance, 0);
            // the wall is 12 times as long as the distance at most, so a little more sky is free than beside an endless
            // one
            assertThat(there).isCloseTo(expected, within(0.01));
        }
        assertThat(at(scene, new SkySource(8), 25, 0))
                .as("farther than the reach")
                .isCloseTo(1, within(1e-3f));
    }

    @Test
    void theSkyFromTheMiddleOfARoundPitIsItsRadiusSquareOverThatAndTheDepthSquare() {
        Scene scene = Sites.scene(ground(481, 60, (x, z) -> x * x + z * z <= 100 ? -5 : 0), 0);
        assertThat(at(scene, new SkySource(1000), 0, 0)).isCloseTo(100 / 125f, within(0.01f));
    }

    @Test
    void theSunIsHiddenBehindWhatStandsHigherThanIt() {
        Scene scene = Sites.scene(ground(481, 120, (x, z) -> x >= 40 ? 10 : 0), 0);
        // from 20 m before the wall it stands 26.57° high
        assertThat(at(scene, new SunlitSource(90, 25, 0), 20, 0)).isZero();
        assertThat(at(scene, new SunlitSource(90, 28, 0), 20, 0)).isEqualTo(1);
        assertThat(at(scene, new SunlitSource(270, 1, 0), 20, 0))
                .as("away from it")
                .isEqualTo(1);
        assertThat(at(scene, new SunlitSource(90, 26.6, 10), 20, 0)).isBetween(0.3f, 0.7f);
    }

    @Test
    void heightAlongADirectionReadsTheProjectionOntoIt() {
        Scene scene = Sites.scene(Grounds.slope(9, 9, 80, 0), 0);
        assertThat(at(scene, new HeightSource(-10, 10, 90, 0, Space.PLACE), 5, 33))
                .isCloseTo(0.75f, within(1e-6f));
        Scene slope = Sites.scene(Grounds.bumpy(40, 60, 3), 0);
        double[] extent = slope.ground().extentAlong(0, 1, 0);
        Samples all = slope.ground().lattice(40).samples();
        float[] own = evaluate(slope, new HeightSource(0, 1, 0, 90, Space.OWN), all);
        float least = 9;
        float most = -9;
        for (float v : own) {
            least = Math.min(least, v);
            most = Math.max(most, v);
        }
        assertThat(least).isZero();
        assertThat(most).isEqualTo(1);
        assertThat(extent[0]).isEqualTo(slope.ground().lowest());
    }

    @Test
    void distanceToAnAreaIsToItsEdgeAndNegativeInsideOnWish() {
        AreaPlace area = new AreaPlace(
                "a",
                "A",
                List.of(
                        new Point3(-10, 0, -10),
                        new Point3(10, 0, -10),
                        new Point3(10, 0, 10),
                        new Point3(-10, 0, 10)));
        Scene scene = Sites.scene(Grounds.slope(9, 9, 80, 0), 0, area);
        for (Object[] row : new Object[][] {
            {Within.EDGE, 4.0, 0.4f}, {Within.FILLED, 4.0, 1f}, {Within.SIGNED, 4.0, 1f},
            {Within.EDGE, 14.0, 0.6f}, {Within.FILLED, 14.0, 0.6f}, {Within.SIGNED, 14.0, 0.6f}
        }) {
            DistanceSource source = new DistanceSource("a", 0, 10, DistanceSource.Across.PLAN, (Within) row[0]);
            assertThat(at(scene, source, (double) row[1], 0))
                    .as(row[0].toString())
                    .isCloseTo((float) row[2], within(1e-6f));
        }
        DistanceSource signed = new DistanceSource("a", -10, 0, DistanceSource.Across.PLAN, Within.SIGNED);
        assertThat(at(scene, signed, 4, 0)).as("6 m inside").isCloseTo(0.6f, within(1e-6f));
        assertThat(area.contains(9.9, -9.9)).isTrue();
        assertThat(area.contains(10.1, 0)).isFalse();
    }

    @Test
    void theWatersEdgeIsWhereTheGroundMeetsTheLevel() {
        // water at 1 m on a slope of 45° rising to the east: the edge lies at x = 1
        Scene scene = Sites.scene(ground(81, 80, (x, z) -> x), 0);
        assertThat(at(scene, new ShoreSource(0, 10, Within.EDGE), 5, 7)).isCloseTo(0.6f, within(1e-5f));
        assertThat(at(scene, new ShoreSource(0, 10, Within.EDGE), -3, 7)).isCloseTo(0.6f, within(1e-5f));
        assertThat(at(scene, new ShoreSource(0, 10, Within.FILLED), -3, 7)).isEqualTo(1);
        assertThat(at(scene, new ShoreSource(-10, 0, Within.SIGNED), -3, 7)).isCloseTo(0.4f, within(1e-5f));
        Scene dry = Sites.scene(ground(9, 80, (x, z) -> 5), 0);
        assertThat(at(dry, new ShoreSource(0, 10, Within.EDGE), 5, 7))
                .as("no edge anywhere")
                .isZero();
    }

    @Test
    void theNearestOfManyPointsIsFoundExactly() {
        Random random = new Random(4);
        int n = 3000;
        double[] x = random.doubles(n, -50, 50).toArray();
        double[] y = random.doubles(n, 0, 5).toArray();
        double[] z = random.doubles(n, -10, 10).toArray();
        PointIndex index = new PointIndex(x, y, z);
        for (int i = 0; i < 500; i++) {
            double px = random.nextDouble() * 200 - 100;
            double py = random.nextDouble() * 9;
            double pz = random.nextDouble() * 200 - 100;
            double best = 1e9;
            for (int j = 0; j < n; j++) {
                best = Math.min(best, Math.hypot(Math.hypot(x[j] - px, y[j] - py), z[j] - pz));
            }
            assertThat(index.distance(px, py, pz)).isCloseTo(best, within(1e-9));
        }
        assertThat(new PointIndex(new double[0], new double[0], new double[0]).distance(0, 0, 0))
                .isInfinite();
    }

    @Test
    void bandsTakeTheirShareWhateverTheirSoftness() {
        Scene scene = Sites.scene(Grounds.slope(401, 401, 80, 0), 0);
        Samples all = scene.ground().lattice(401).samples();
        for (double softness : new double[] {0, 0.3, 1}) {
            double sum = 0;
            for (float v : evaluate(scene, new BandsSource(4, 0.3, softness, 90, 0, 0.1), all)) {
                sum += v;
            }
            assertThat(sum / all.count()).isCloseTo(0.3, within(0.02));
        }
        BandsSource hard = new BandsSource(4, 0.5, 0, 0, 0, 1);
        assertThat(at(scene, hard, 17, -1))
                .as("1 m to the north is the middle of a band")
                .isEqualTo(1);
        assertThat(at(scene, hard, 17, 1)).isZero();
    }

    @Test
    void aPictureKeepsItsProportionsAndGoesOnBeyondItsBorderAsAsked() {
        Picture picture = new Picture(4, 2, new float[] {0, 0.1f, 0.2f, 0.3f, 0.5f, 0.6f, 0.7f, 0.8f});
        assertThat(picture.at(0.125, 0.25, Picture.Edge.HOLD))
                .as("middle of the first pixel")
                .isZero();
        assertThat(picture.at(0.25, 0.5, Picture.Edge.HOLD)).as("between four").isCloseTo(0.3, within(1e-6));
        assertThat(picture.at(-3, 0.25, Picture.Edge.HOLD)).isZero();
        assertThat(picture.at(1.125, 0.25, Picture.Edge.REPEAT)).isCloseTo(0, within(1e-6));
        assertThat(picture.at(1.125, 0.25, Picture.Edge.MIRROR)).isCloseTo(0.3, within(1e-6));
        PictureSource source = new PictureSource("p.png", 40, 0, 0, 0, 0, Picture.Edge.HOLD);
        assertThat(source.depthOf(picture)).isEqualTo(20);
    }

    @Test
    void theSameStrokesAtTwoResolutionsCoverTheSame() {
        Random random = new Random(9);
        Ground ground = Grounds.slope(257, 257, 256, 0);
        Scene scene = Sites.scene(ground, 0);
        List<Stroke> strokes = new ArrayList<>();
        for (int s = 0; s < 12; s++) {
            List<Point3> points = new ArrayList<>();
            for (int p = 0; p < 6; p++) {
                points.add(new Point3(random.nextDouble() * 200 - 100, 0, random.nextDouble() * 200 - 100));
            }
            strokes.add(new Stroke(
                    points,
                    4 + 6 * random.nextDouble(),
                    0.3 + 0.7 * random.nextDouble(),
                    s % 3 / 2.0,
                    s % 4 == 3 ? Stroke.Mode.REMOVE : Stroke.Mode.ADD));
        }
        double[] covered = new double[2];
        int[] sides = {256, 1024};
        for (int k = 0; k < 2; k++) {
            Samples samples = new org.lumbrit.core.surface.Lattice(ground, sides[k], sides[k]).samples();
            double cell = 256.0 / (sides[k] - 1);
            for (float v : evaluate(scene, new BrushSource(strokes), samples)) {
                covered[k] += v * cell * cell;
            }
        }
        assertThat(covered[0]).isCloseTo(covered[1], org.assertj.core.data.Percentage.withPercentage(1));
    }

    @Test
    void aStrokeDoesNotDependOnHowOftenThePointerWasRead() {
        Scene scene = Sites.scene(Grounds.slope(9, 9, 80, 0), 0);
        List<Point3> often = new ArrayList<>();
        for (int i = 0; i <= 200; i++) {
            often.add(new Point3(-10 + 0.1 * i, 0, 0));
        }
        Stroke few = new Stroke(List.of(often.get(0), often.get(200)), 3, 0.8, 1, Stroke.Mode.ADD);
        Stroke many = new Stroke(often, 3, 0.8, 1, Stroke.Mode.ADD);
        for (double z : new double[] {0, 1, 1.5, 2.9, 3.1}) {
            assertThat(at(scene, new BrushSource(List.of(many)), 1.234, z))
                    .isCloseTo(at(scene, new BrushSource(List.of(few)), 1.234, z), within(1e-6f));
        }
        assertThat(at(scene, new BrushSource(List.of(few)), 0, 0)).isCloseTo(0.8f, within(1e-6f));
        assertThat(at(scene, new BrushSource(List.of(few, few)), 0, 0))
                .as("v + w(1 − v)")
                .isCloseTo(0.96f, within(1e-6f));
        Stroke remove = new Stroke(few.points(), 3, 0.5, 1, Stroke.Mode.REMOVE);
        assertThat(at(scene, new BrushSource(List.of(few, remove)), 0, 0))
                .as("v(1 − w)")
                .isCloseTo(0.4f, within(1e-6f));
    }

    @Test
    void aClockIsLinearUnlessAskedAndHoldsItsEnds() {
        List<CurvePoint> keys = List.of(new CurvePoint(1, 0.2), new CurvePoint(3, 1), new CurvePoint(5, 0));
        ClockSource linear = new ClockSource(keys, Easing.LINEAR);
        assertThat(linear.at(2)).isCloseTo(0.6, within(1e-12));
        assertThat(linear.at(0)).isEqualTo(0.2);
        assertThat(linear.at(99)).isZero();
        assertThat(linear.at(3)).isEqualTo(1);
        assertThat(new ClockSource(keys, Easing.HOLD).at(2.99)).isEqualTo(0.2);
        assertThat(new ClockSource(keys, Easing.SMOOTH).at(1.5)).isCloseTo(0.2 + 0.8 * 0.15625, within(1e-12));
        assertThat(new ClockSource(keys, Easing.EASE_IN).at(4)).isCloseTo(0.75, within(1e-12));
        assertThat(new ClockSource(keys, Easing.EASE_OUT).at(4)).isCloseTo(0.25, within(1e-12));
        Scene scene = Sites.scene(Grounds.slope(9, 9, 80, 0), 2);
        assertThat(at(scene, linear, 3, 3)).isCloseTo(0.6f, within(1e-6f));
    }

    @Test
    void facetsDrawByHalfCellAndTheGroundIsOnePart() {
        Scene scene = Sites.scene(Grounds.slope(9, 9, 80, 0), 0);
        RandomSource facet = new RandomSource(3, RandomSource.Per.FACET);
        assertThat(at(scene, facet, 1, 2)).isEqualTo(at(scene, facet, 3, 3));
        assertThat(at(scene, facet, 1, 2)).isNotEqualTo(at(scene, facet, 9, 9));
        RandomSource part = new RandomSource(3, RandomSource.Per.PART);
        assertThat(at(scene, part, 1, 2)).isEqualTo(at(scene, part, -30, 20));
    }
}
