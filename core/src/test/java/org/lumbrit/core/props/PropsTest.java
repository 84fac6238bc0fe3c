package org.lumbrit.core.props;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.falloff.FacingSource;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.HeightSource;
import org.lumbrit.core.falloff.PropDistanceSource;
import org.lumbrit.core.falloff.SkySource;
import org.lumbrit.core.falloff.SmoothStep;
import org.lumbrit.core.falloff.Source;
import org.lumbrit.core.falloff.Space;
import org.lumbrit.core.falloff.SunlitSource;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Samples;

/** Props: where they stand, and falloffs on them. */
class PropsTest {
    private static final Ground FLAT = new Ground(41, 41, new float[41 * 41], 80);
    private static final Shape BOULDER = new BoulderShape(2, 1.5, 0.5, 0.6, 4, 4);

    private static Prop at(Shape shape, double x, double z) {
        return new Prop("p", "P", shape, x, 0, z, 0, 0, 0, 1, true, 0, 0, "#808080", false);
    }

    private static SiteEvaluation evaluation(Ground ground, Prop prop, Source source) {
        Recipe recipe = new Recipe(
                        "Test",
                        GroundSpec.flat(ground.width(), ground.depth(), ground.columns(), Optional.empty()),
                        List.of(),
                        List.of(
                                new Falloff("f", "F", source, List.of()),
                                new Falloff("s", "S", source, List.of(new SmoothStep("s1", false, 0.6)))),
                        List.of(),
                        List.of(),
                        new Clock(24, 8))
                .withProps(List.of(prop));
        return new SiteEvaluation(new SitePlan(recipe, ground, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static float[] on(SiteEvaluation evaluation, String falloff) {
        return evaluation.on("p").falloff(falloff, evaluation.samples(evaluation.placed("p")));
    }

    @Test
    void everyShapeIsMadeOfSoundTrianglesThatStandNearTheirFoot() {
        for (Class<? extends Record> kind : Kinds.of(Shape.class)) {
            if (kind == MeshShape.class) {
                continue;
            }
            Mesh mesh = fresh(kind).mesh(file -> null);
            assertThat(mesh.count()).as("%s", kind).isPositive();
            for (float number : mesh.positions()) {
                assertThat(number).isFinite();
            }
            assertThat(mesh.bounds()[1]).as("%s", kind).isBetween(-1.0, 0.2);
            assertThat(mesh.bounds()[4]).as("%s", kind).isPositive();
            float[] n = mesh.normals();
            for (int v = 0; v < n.length; v += 3) {
                assertThat(n[v] * n[v] + n[v + 1] * n[v + 1] + n[v + 2] * n[v + 2])
                        .isCloseTo(1, within(1e-4f));
            }
        }
        assertThat(MeshCheck.of(BOULDER.mesh(file -> null)).closed()).isTrue();
        assertThat(MeshCheck.of(new BoxShape(1, 2, 3).mesh(file -> null))).isEqualTo(new MeshCheck(0, 0, 0, 0, false));
    }

    private static Shape fresh(Class<? extends Record> kind) {
        Object[] values = java.util.Arrays.stream(Kinds.components(kind))
                .map(component -> {
                    String text = component
                            .getAnnotation(org.lumbrit.core.kinds.Setting.class)
                            .byDefault();
                    if (component.getType().isEnum()) {
                        return java.util.Arrays.stream(component.getType().getEnumConstants())
                                .filter(each -> each.toString().equalsIgnoreCase(text))
                                .findFirst()
                                .orElseThrow();
                    }
                    return component.getType() == int.class ? (Object) Integer.valueOf(text) : Double.valueOf(text);
                })
                .toArray();
        try {
            return (Shape) kind.getDeclaredConstructors()[0].newInstance(values);
        } catch (ReflectiveOperationException e) {
            throw new AssertionError(e);
        }
    }

    @Test
    void standingMeansItsLowestPointIsAtTheGroundHoweverItIsTurned() {
        Ground slope = Grounds.slope(41, 41, 80, 25);
        Shape box = new BoxShape(2, 3, 1);
        for (double roll : new double[] {0, 35, 170}) {
            Prop prop = new Prop("p", "P", box, 7, 0, -4, 33, 20, roll, 1.5, true, 0, 0, "#808080", false);
            PlacedMesh placed = evaluation(slope, prop, new SkySource(5)).placed("p");
            assertThat(placed.bounds()[1]).isCloseTo(slope.height(7, -4), within(1e-5));
        }
        Prop aligned = new Prop("p", "P", box, 0, 0, 0, 0, 0, 0, 1, true, 1, 0, "#808080", false);
        double[] up =
                evaluation(slope, aligned, new SkySource(5)).placed("p").turn().rotate(0, 1, 0);
        assertThat(StrictMath.toDegrees(StrictMath.acos(up[1]))).isCloseTo(25, within(1e-3));
    }

    @Test
    void distanceIsExactToTrianglesAndSignedInside() {
        Prop box = at(new BoxShape(2, 2, 2), 0, 0);
        SiteEvaluation edge = evaluation(FLAT, box, new PropDistanceSource("p", 0, 10, Within.EDGE));
        SiteEvaluation signed = evaluation(FLAT, box, new PropDistanceSource("p", -1, 9, Within.SIGNED));
        Samples places = Samples.allocate(Samples.NOT_KEPT, 3);
        double[][] where = {{4, 1, 0}, {4, 6, 5}, {0.5, 1, 0}};
        for (int i = 0; i < 3; i++) {
            places.x()[i] = where[i][0];
            places.y()[i] = where[i][1];
            places.z()[i] = where[i][2];
        }
        assertThat(edge.falloff("f", places)[0]).isCloseTo(0.7f, within(1e-6f));
        assertThat(edge.falloff("f", places)[1]).isCloseTo((float) (1 - Math.sqrt(9 + 16 + 16) / 10), within(1e-6f));
        assertThat(edge.falloff("f", places)[2]).isCloseTo(0.95f, within(1e-6f));
        assertThat(signed.falloff("f", places)[2]).isCloseTo(0.95f, within(1e-6f));
        assertThat(signed.falloff("f", places)[0]).isCloseTo(0.6f, within(1e-6f));
    }

    @Test
    void inOwnSpaceNeitherMovingNorTurningChangesAValue() {
        Prop there = new Prop("p", "P", BOULDER, 12, 3, -9, 77, 40, -25, 2.5, false, 0, 0, "#808080", false);
        for (Source own : List.of(new HeightSource(0, 1, 0, 90, Space.OWN), new FacingSource(30, 20, Space.OWN))) {
            float[] before = on(evaluation(FLAT, at(BOULDER, 0, 0), own), "f");
            float[] after = on(evaluation(FLAT, there, own), "f");
            for (int v = 0; v < before.length; v++) {
                assertThat(after[v]).isCloseTo(before[v], within(2e-5f));
            }
        }
        Source inPlace = new FacingSource(30, 20, Space.PLACE);
        float[] facing = on(evaluation(FLAT, at(BOULDER, 0, 0), inPlace), "f");
        assertThat(on(evaluation(FLAT, there, inPlace), "f")).isNotEqualTo(facing);
        assertThat(on(evaluation(FLAT, at(BOULDER, 12, -9), inPlace), "f")).isEqualTo(facing);
    }

    @Test
    void ownHeightRunsFromTheLowestToTheHighestVertex() {
        float[] values = on(evaluation(FLAT, at(BOULDER, 0, 0), new HeightSource(0, 1, 0, 90, Space.OWN)), "f");
        float least = 1;
        float most = 0;
        for (float value : values) {
            least = Math.min(least, value);
            most = Math.max(most, value);
        }
        assertThat(least).isZero();
        assertThat(most).isEqualTo(1f);
    }

    @Test
    void smoothingOnAPropWorksOverItsSurface() {
        SiteEvaluation evaluation = evaluation(FLAT, at(BOULDER, 0, 0), new FacingSource(0, 90, Space.PLACE));
        float[] sharp = on(evaluation, "f");
        float[] soft = on(evaluation, "s");
        double apart = 0;
        for (int v = 0; v < sharp.length; v++) {
            apart = Math.max(apart, Math.abs(sharp[v] - soft[v]));
        }
        assertThat(apart).isBetween(0.02, 0.9);
        Samples one = evaluation.placed("p").sampleAt(0, 5, 0);
        assertThat(evaluation.on("p").falloff("s", one)[0]).isBetween(0.5f, 1f);
    }

    @Test
    void aWallHidesAsMuchOfTheSkyAsItsHeightSays() {
        // at a distance d from a long wall of height h: (1 + cos atan(h/d))/2; d = h gives 0.853 55
        SiteEvaluation evaluation = evaluation(FLAT, at(new BoxShape(60, 4, 0.01), 0, -4), new SkySource(30));
        Samples middle = FLAT.samplesAt(new double[] {0}, new double[] {0});
        assertThat(evaluation.falloff("f", middle)[0]).isCloseTo(0.85355f, within(0.01f));
    }

    @Test
    void behindAPropTheSunIsHidden() {
        SiteEvaluation evaluation = evaluation(FLAT, at(new BoxShape(2, 10, 2), 0, 0), new SunlitSource(270, 30, 0));
        Samples places = FLAT.samplesAt(new double[] {6, 6, -6}, new double[] {0, 6, 0});
        assertThat(evaluation.falloff("f", places)).containsExactly(0f, 1f, 1f);
    }
}
