package org.lumbrit.core.snow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.MeshShape;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.props.Shape;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Picture;
import org.lumbrit.core.surface.Samples;
import org.lumbrit.core.surface.Sphere;

class LayLayerTest {
    private static final Mesh BALL = Mesh.of(Sphere.positions(6), Sphere.triangles(6));
    private static final Ground FLAT = Grounds.slope(65, 65, 64, 0);

    /** @param numbers names of properties and what they are everywhere, one after the other */
    private static LayLayer lay(double from, double elevation, double spread, LayLayer.On props, Object... numbers) {
        Map<String, PropertyRange> properties = new LinkedHashMap<>();
        properties.put("shelter", even(0));
        properties.put("crevices", even(0));
        for (int i = 0; i < numbers.length; i += 2) {
            properties.put((String) numbers[i], even(((Number) numbers[i + 1]).doubleValue()));
        }
        return new LayLayer(
                "lay",
                "Snow",
                1,
                false,
                Stuff.SNOW,
                "#ffffff",
                0.8,
                from,
                elevation,
                spread,
                20,
                2,
                true,
                props,
                List.of(),
                List.of(),
                properties);
    }

    private static PropertyRange even(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    private static Prop prop(Shape shape, double x, double y, double heading, double pitch, double roll) {
        return new Prop("p", "Thing", shape, x, y, 0, heading, pitch, roll, 1, false, 0, 0, "#888888", false);
    }

    private static SiteEvaluation site(Ground ground, LayLayer lay, Prop... props) {
        SiteAssets ball = new SiteAssets() {
            @Override
            public Ground heights(GroundSpec spec) {
                return NONE.heights(spec);
            }

            @Override
            public Picture picture(String name) {
                return NONE.picture(name);
            }

            @Override
            public Mesh mesh(String name) {
                return BALL;
            }
        };
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, Optional.empty()),
                List.of(),
                List.of(props),
                List.of(),
                List.of(lay),
                List.of(),
                new Clock(24, 8));
        return new SiteEvaluation(new SitePlan(recipe, ground, ball, 0), new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static final MeshShape SPHERE = new MeshShape("a.obj", 1, MeshShape.Up.Y, -1, false);

    private static float[] field(SiteEvaluation site, String name, Samples samples) {
        return site.field(site.plan().recipe().layer("lay").orElseThrow(), name, samples);
    }

    /** The share of a prop's area whose weight is ½ and more. */
    private static double covered(SiteEvaluation site) {
        PlacedMesh placed = site.placed("p");
        float[] weight = field(site.on("p"), "weight", site.samples(placed));
        float[] areas = placed.mesh().vertexAreas();
        double sum = 0;
        double all = 0;
        for (int i = 0; i < areas.length; i++) {
            sum += weight[i] >= 0.5 ? areas[i] : 0;
            all += areas[i];
        }
        return sum / all;
    }

    @Test
    void aSphereIsCoveredOnItsUpperCapHoweverItIsTurned() {
        for (double reach : new double[] {30, 75, 120}) {
            for (double edge : new double[] {0, 20}) {
                for (double turn : new double[] {0, 35, 160}) {
                    SiteEvaluation site = site(
                            FLAT,
                            lay(0, 90, 0, LayLayer.On.ALL, "reach", reach, "edge", edge),
                            prop(SPHERE, 0, 5, turn, turn / 2, 20));
                    assertThat(covered(site)).isCloseTo((1 - Math.cos(Math.toRadians(reach))) / 2, within(0.006));
                    Samples at = site.samples(site.placed("p"));
                    float[] weight = field(site.on("p"), "weight", at);
                    for (int i = 0; i < weight.length; i++) {
                        double theta = Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, at.ny()[i]))));
                        if (theta > reach + edge / 2 + 0.01) {
                            assertThat(weight[i]).isZero();
                        } else if (theta < reach - edge / 2 - 0.01) {
                            assertThat(weight[i]).isEqualTo(1);
                        }
                    }
                }
            }
        }
    }

    @Test
    void itComesFromWhereItIsSaid() {
        // blown in from the east, level: the cap looks east
        SiteEvaluation site =
                site(FLAT, lay(90, 0, 0, LayLayer.On.ALL, "reach", 40, "edge", 0), prop(SPHERE, 0, 5, 0, 0, 0));
        Samples at = site.samples(site.placed("p"));
        float[] weight = field(site.on("p"), "weight", at);
        for (int i = 0; i < weight.length; i++) {
            double theta = Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, at.nx()[i]))));
            if (Math.abs(theta - 40) > 0.1) {
                assertThat(weight[i]).isEqualTo(theta < 40 ? 1 : 0);
            }
        }
    }

    @Test
    void depthIsWhatHasFallenTimesTheWeightAndSteepSlopesHoldNone() {
        for (double slope : new double[] {0, 20, 44, 46, 60}) {
            Ground ground = Grounds.slope(65, 65, 64, slope);
            SiteEvaluation site = site(
                    ground,
                    lay(
                            0,
                            90,
                            0,
                            LayLayer.On.NONE,
                            "reach",
                            50,
                            "edge",
                            30,
                            "fallen",
                            0.4,
                            "steepest",
                            45,
                            "amount",
                            0.5));
            Samples at = ground.samplesAt(new double[] {3}, new double[] {4});
            float weight = field(site, "weight", at)[0];
            assertThat(field(site, "depth", at)[0]).isCloseTo(0.4f * weight, within(1e-6f));
            if (slope >= 45) {
                assertThat(weight).isZero();
            } else if (slope == 0) {
                assertThat(weight).isEqualTo(0.5f);
            } else {
                assertThat(weight).isBetween(0f, 0.5f);
            }
            assertThat(site.lying().ground().height(3, 4) - ground.height(3, 4)).isCloseTo(0.4 * weight, within(1e-4));
        }
    }

    @Test
    void underAnOverhangItStaysDryAndBesideItNot() {
        Prop roof = prop(new BoxShape(8, 0.4, 8), 0, 3, 0, 0, 0);
        SiteEvaluation site = site(FLAT, lay(0, 90, 10, LayLayer.On.ALL, "reach", 50, "edge", 10, "shelter", 1), roof);
        float[] weight = field(site, "weight", FLAT.samplesAt(new double[] {0, 3.9, 25}, new double[] {0, 0, 0}));
        assertThat(weight[0]).isZero();
        assertThat(weight[1]).as("a soft edge").isBetween(0.05f, 0.7f);
        assertThat(weight[2]).isEqualTo(1);
        assertThat(site.lying().ground().height(0, 0)).isZero();
        Samples vertices = site.samples(site.placed("p"));
        float[] on = field(site.on("p"), "weight", vertices);
        for (int i = 0; i < on.length; i++) {
            assertThat(on[i]).as("its own top carries it").isEqualTo(vertices.ny()[i] > 0.5 ? 1f : 0f);
        }
    }

    @Test
    void hollowsHoldMore() {
        float[] bowl = new float[65 * 65];
        for (int i = 0; i < bowl.length; i++) {
            double x = i % 65 - 32;
            double z = i / 65 - 32;
            bowl[i] = (float) (0.02 * (x * x + z * z));
        }
        Ground ground = new Ground(65, 65, bowl, 64);
        Samples middle = ground.samplesAt(new double[] {0}, new double[] {0});
        LayLayer with = lay(0, 90, 0, LayLayer.On.NONE, "fallen", 0.2, "crevices", 1);
        // a circle of 2 m round the foot of a paraboloid lies 0.02 · 2² above it, of a whole hollow's 0.25 · 2
        assertThat(field(site(ground, with), "depth", middle)[0])
                .isCloseTo((float) (0.2 * (1 + 0.08 / 0.5)), within(3e-3f));
        LayLayer without = lay(0, 90, 0, LayLayer.On.NONE, "fallen", 0.2);
        assertThat(field(site(ground, without), "depth", middle)[0]).isCloseTo(0.2f, within(1e-6f));
    }

    @Test
    void onlyChosenPropsCarryIt() {
        LayLayer all = lay(0, 90, 0, LayLayer.On.ALL);
        LayLayer none = lay(0, 90, 0, LayLayer.On.CHOSEN);
        Prop box = prop(new BoxShape(1, 1, 1), 0, 0, 0, 0, 0);
        assertThat(all.liesOn(box)).isTrue();
        assertThat(none.liesOn(box)).isFalse();
        assertThat(none.findings(null)).isEmpty();
    }

    @Test
    void aShellLiesOnTheTopWithARoundedRim() {
        Prop box = prop(new BoxShape(4, 1, 2), 0, 0, 30, 0, 0);
        SiteEvaluation site = site(FLAT, lay(0, 90, 0, LayLayer.On.ALL, "reach", 50, "edge", 10, "fallen", 0.3), box);
        Shell shell = site.lying().shell(site.plan().recipe().layer("lay").orElseThrow(), "p");
        float[] p = shell.mesh().positions();
        double top = site.placed("p").mesh().bounds()[4];
        double highest = 0;
        for (int v = 0; v < shell.mesh().vertices(); v++) {
            double lift = p[3 * v + 1] - top;
            double in = Math.min(2 - Math.abs(p[3 * v]), 1 - Math.abs(p[3 * v + 2]));
            double whole = Math.min(1, in / 0.33);
            assertThat(lift).isCloseTo(0.3 * Math.sqrt(1 - (1 - whole) * (1 - whole)), within(2e-3));
            highest = Math.max(highest, lift);
        }
        assertThat(highest).isCloseTo(0.3, within(1e-5));
        assertThat(shell.mesh().count()).isBetween(500, 80_000);
        // no cracks: every side is shared, but for the border's
        double around = 0;
        java.util.Map<Long, Integer> sides = new java.util.HashMap<>();
        int[] t = shell.mesh().triangles();
        for (int i = 0; i < t.length; i++) {
            int a = t[i];
            int b = t[i % 3 == 2 ? i - 2 : i + 1];
            sides.merge((long) Math.min(a, b) << 32 | Math.max(a, b), 1, Integer::sum);
        }
        for (var side : sides.entrySet()) {
            int a = (int) (side.getKey() >> 32);
            int b = (int) (long) side.getKey();
            if (side.getValue() == 1) {
                around += Math.hypot(p[3 * a] - p[3 * b], p[3 * a + 2] - p[3 * b + 2]);
            }
        }
        assertThat(around).isCloseTo(12, within(1e-3));
    }
}
