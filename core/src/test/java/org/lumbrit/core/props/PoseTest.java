package org.lumbrit.core.props;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.cover.Bed;
import org.lumbrit.core.cover.CoverLayer;
import org.lumbrit.core.cover.Covers;
import org.lumbrit.core.cover.Plants;
import org.lumbrit.core.falloff.Falloff;
import org.lumbrit.core.falloff.PropDistanceSource;
import org.lumbrit.core.falloff.SunlitSource;
import org.lumbrit.core.falloff.Within;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.kinds.Refers;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.motion.PushLayer;
import org.lumbrit.core.motion.PushLoop;
import org.lumbrit.core.motion.Pushing;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.motion.Winds;
import org.lumbrit.core.moving.LoopFits;
import org.lumbrit.core.moving.SiteMotion;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Graph;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.recipe.RecipeCheck;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.surface.AreaPlace;
import org.lumbrit.core.surface.PathPlace;
import org.lumbrit.core.surface.Place;
import org.lumbrit.core.surface.Samples;

/** A prop that moves is read where it is at the time. */
class PoseTest {
    /** 10 m to the east, then 10 m to the south. */
    private static final Place LANE = new PathPlace(
            "lane", "Lane", List.of(new Point3(-5, 0, 0), new Point3(5, 0, 0), new Point3(5, 0, 10)), false);
    /** 40 m round. */
    private static final Place YARD = new AreaPlace(
            "yard",
            "Yard",
            List.of(new Point3(0, 0, 0), new Point3(10, 0, 0), new Point3(10, 0, 10), new Point3(0, 0, 10)));

    private static Prop box(Pose pose) {
        Prop still =
                new Prop("cart", "Cart", new BoxShape(2, 2, 2), 99, 0, 99, 30, 0, 0, 1, true, 0, 0, "#888888", false);
        return Kinds.with(still, "pose", pose);
    }

    private static Pose along(String path, double speed, double begins) {
        return new Pose.AlongPath(path, speed, begins, Pose.Turned.ALONG);
    }

    private static Recipe recipe(Prop prop, Layer... layers) {
        return new Recipe(
                "Test",
                GroundSpec.flat(64, 64, 33, Optional.empty()),
                List.of(LANE, YARD),
                List.of(prop),
                List.of(
                        new Falloff("near", "Near", new PropDistanceSource("cart", 0, 10, Within.EDGE), List.of()),
                        new Falloff("sun", "Sun", new SunlitSource(90, 30, 0), List.of())),
                List.of(layers),
                List.of(),
                new Clock(4, 20));
    }

    private static SiteEvaluation at(Recipe recipe, double time) {
        return SiteEvaluation.of(recipe, SiteAssets.NONE, time, new ResultsOfOneRun(), Cancel.NEVER);
    }

    private static void assertStands(Recipe recipe, double time, double x, double z, double heading) {
        Prop now = recipe.keyedAt(time).props().get(0);
        assertThat(new double[] {now.x(), now.z()})
                .as("at " + time + " s")
                .containsExactly(new double[] {x, z}, within(1e-9));
        double off = (now.heading() - heading) % 360;
        assertThat(Math.min(Math.abs(off), 360 - Math.abs(off)))
                .as("heading at " + time + " s")
                .isCloseTo(0, within(1e-9));
    }

    @Test
    void itGoesAlongAtItsSpeedAndIsHeldAtTheEndOfAnOpenPath() {
        Recipe recipe = recipe(box(along("lane", 2, 1)));
        assertStands(recipe, 0, -4, 0, 90);
        assertStands(recipe, 3, 2, 0, 90);
        assertStands(recipe, 7, 5, 5, 180);
        assertStands(recipe, 60, 5, 10, 180);
        assertStands(recipe, -60, -5, 0, 90);
        Recipe fixed = recipe(box(new Pose.AlongPath("lane", 2, 1, Pose.Turned.FIXED)));
        assertStands(fixed, 7, 5, 5, 30);
    }

    @Test
    void roundAClosedOneItComesBackAndBackwardItGoesTheOtherWay() {
        Recipe recipe = recipe(box(along("yard", 2, 0)));
        assertStands(recipe, 6, 10, 2, 180);
        assertStands(recipe, 26, 10, 2, 180);
        assertStands(recipe(box(along("yard", -2, 0))), 1, 0, 2, 180);
        assertThat(LoopFits.of(recipe)).isEmpty();
        assertThat(LoopFits.of(recipe(box(along("yard", 3, 0))))).hasSize(1);
    }

    @Test
    void nearnessAndShadeAreOfThePlaceWhereItIsThen() {
        Recipe recipe = recipe(box(along("lane", 2, 0)));
        Samples place = at(recipe, 0).plan().ground().samplesAt(new double[] {5}, new double[] {14});
        for (double time : new double[] {0, 5, 10}) {
            Prop now = recipe.keyedAt(time).props().get(0);
            double dx = Math.max(0, Math.abs(5 - now.x()) - 1);
            double dz = Math.max(0, Math.abs(14 - now.z()) - 1);
            assertThat(at(recipe, time).falloff("near", place)[0])
                    .isCloseTo((float) Math.max(0, 1 - Math.sqrt(dx * dx + dz * dz) / 10), within(1e-5f));
        }
        // the sun stands in the east at 30°: the shadow of a box 2 m high reaches 3.46 m to the west of it
        Samples west = at(recipe, 0).plan().ground().samplesAt(new double[] {-8}, new double[] {0});
        assertThat(at(recipe, 0).falloff("sun", west)).containsExactly(0);
        assertThat(at(recipe, 4).falloff("sun", west)).containsExactly(1);
    }

    @Test
    void plantsThatStandOnItAreCarriedAndTurnWithIt() {
        CoverLayer moss = Covers.on(
                new Bed.OnProp("cart"), Covers.properties("density", 30, "spacing", 0.1, "align", 1, "lean", 20));
        Recipe recipe = recipe(box(along("lane", 2, 1)), moss);
        SiteEvaluation first = at(recipe, 0);
        Plants placed = first.plants(moss);
        assertThat(first.standing(moss, first)).as("nothing has moved yet").isSameAs(placed);
        assertThat(placed.count()).isGreaterThan(100);
        for (double time : new double[] {3, 7}) {
            Plants carried = at(recipe, time).standing(moss, first);
            assertThat(carried.feet().id()).isEqualTo(placed.feet().id());
            PlacedMesh before = first.placed("cart");
            PlacedMesh now = at(recipe, time).placed("cart");
            for (int i = 0; i < placed.count(); i++) {
                double[] there = own(before, placed, i);
                assertThat(own(now, carried, i)).containsExactly(there, within(1e-9));
                double[] up = now.turn().inverse().rotate(carried.axis(i)[0], carried.axis(i)[1], carried.axis(i)[2]);
                double[] was = before.turn().inverse().rotate(placed.axis(i)[0], placed.axis(i)[1], placed.axis(i)[2]);
                assertThat(up).containsExactly(was, within(1e-5));
            }
        }
    }

    private static double[] own(PlacedMesh on, Plants plants, int i) {
        double[] at = {plants.feet().x()[i], plants.feet().y()[i], plants.feet().z()[i]};
        on.toOwn(at);
        return at;
    }

    @Test
    void aPushWavesWhereThePropIsInEachFrame() {
        WindLayer wind = Winds.wind(65, 6, 9.6, 0);
        PushLayer push = new PushLayer(
                "push", "Push", 3, false, wind.id(), "cart", 1.5, 1, 0.3, PushLayer.Sides.TWO, 1, Map.of());
        Recipe recipe = recipe(box(along("lane", 2, 0)), wind, push);
        SiteEvaluation evaluation = at(recipe, 0);
        SiteMotion motion = SiteMotion.of(evaluation);
        PushLoop loop = motion.pushes().pushed(push);
        Pushing pushing = new Pushing(push, wind, motion.frames());
        double high = push.properties().get(PushLayer.STRENGTH).high();
        for (int frame : new int[] {0, 13, 40}) {
            SiteEvaluation then = evaluation.at(motion.frames().time(frame));
            float[] waves = pushing.waves(
                    then.samples(then.placed("cart")), motion.frames().time(frame), Cancel.NEVER);
            for (int v = 0; v < waves.length; v++) {
                assertThat(loop.push(frame, v)).isCloseTo(waves[v] * high, within(2e-4));
            }
        }
    }

    @Test
    void whatReadsItReadsTheTimeAndALostPathTakesItAlong() {
        Recipe recipe = recipe(box(along("lane", 2, 0)));
        assertThat(Graph.of(recipe).readsTime(new Graph.Node(Refers.FALLOFF, "near")))
                .isTrue();
        assertThat(Graph.of(recipe(box(new Pose.Still()))).readsTime(new Graph.Node(Refers.FALLOFF, "near")))
                .isFalse();
        assertThat(recipe.without(Refers.PLACE, "lane").props()).isEmpty();
        assertThat(RecipeCheck.problems(recipe(box(along("gone", 2, 0)))).toString())
                .contains("no place with the id “gone”");
    }
}
