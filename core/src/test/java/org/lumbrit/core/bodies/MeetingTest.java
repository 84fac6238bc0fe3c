package org.lumbrit.core.bodies;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.kinds.Kinds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.Layer;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SiteEvaluation;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.snow.Flakes;
import org.lumbrit.core.surface.Ground;

/** Bodies of different layers that meet. */
class MeetingTest {
    private static final BodyKind BALL = new BodyKind.Ball(0.5);

    @Test
    void twoBallsAlikeThatMeetSquarelyExchangeTheirSpeeds() {
        SiteEvaluation site = site(0, body("a", BALL, -2, 0, 3, 1, 0), body("b", BALL, 1, 0, 0, 1, 0));
        Path a = path(site, "a");
        Path b = path(site, "b");
        assertThat(speed(a, 0)).isCloseTo(3, within(1e-9));
        assertThat(speed(a, a.seconds())).isLessThan(0.02);
        assertThat(speed(b, 0)).isZero();
        assertThat(speed(b, b.seconds())).isCloseTo(3, within(0.02));
        // they touch at a diameter: no nearer than a step can carry them
        assertThat(nearest(a, b)).isGreaterThan(0.98);
    }

    @Test
    void momentumIsKeptAndEnergyDoesNotRiseHoweverTheyMeet() {
        for (double bounce : new double[] {0, 0.4, 1}) {
            for (double friction : new double[] {0, 0.6}) {
                BodyKind heavy = new BodyKind.Ball(0.8);
                // in the air, where nothing else takes part
                Layer one = set(body("a", BALL, -2, 0.3, 4, bounce, friction), "above", 20.3, "seconds", 1.0);
                Layer two = set(body("b", heavy, 1, 0, -2, bounce, friction), "above", 20.0, "seconds", 1.0);
                SiteEvaluation site = site(0, one, two);
                Path a = path(site, "a");
                Path b = path(site, "b");
                assertThat(nearest(a, b)).isLessThan(1.45);
                double small = Body.ball(0.5, 1000).mass();
                double large = Body.ball(0.8, 1000).mass();
                for (int d = 0; d < 3; d += 2) {
                    double before = small * a.at(0, 7 + d) + large * b.at(0, 7 + d);
                    double after = small * a.at(1, 7 + d) + large * b.at(1, 7 + d);
                    assertThat(after)
                            .as("bounce %s friction %s way %d", bounce, friction, d)
                            .isCloseTo(before, within(0.01 * large));
                }
                double was = energy(a, 0, small, 0.5) + energy(b, 0, large, 0.8);
                for (int f = 1; f < a.frames(); f++) {
                    double now = energy(a, f, small, 0.5) + energy(b, f, large, 0.8);
                    assertThat(now).isLessThanOrEqualTo(was * (1 + 1e-9));
                    was = now;
                }
            }
        }
    }

    @Test
    void whatStandsInTheWayOfALogIsPushedAndWhatLiesUnderABallHoldsIt() {
        Layer log = set(body("a", new BodyKind.Log(0.3, 2), -3, 0, 4, 0.2, 0.5), "turned", 90.0, "seconds", 6.0);
        Layer barrel = set(body("b", new BodyKind.Barrel(0.4, 1), 0, 0, 0, 0.2, 0.5), "turned", 90.0, "seconds", 6.0);
        SiteEvaluation pushed = site(0, log, barrel);
        assertThat(path(pushed, "b").at(6, 0)).isGreaterThan(0.5);
        // a ball let go above the middle of a heavy one that is held stays on it for a while
        Layer below = set(body("c", new BodyKind.Ball(1), 5, 5, 0, 0, 1), "density", 5000.0, "resistance", 1.0);
        Layer top = set(body("d", new BodyKind.Ball(0.4), 5, 5, 0, 0, 1), "above", 2.0, "seconds", 0.4);
        SiteEvaluation stacked = site(0, below, top);
        Path d = path(stacked, "d");
        assertThat(d.at(0.4, 1) - path(stacked, "c").at(0.4, 1)).isCloseTo(1.4, within(0.01));
    }

    @Test
    void aBodyFarOffChangesNothingAndOneThatIsHiddenMeetsNone() {
        Layer first = body("a", BALL, -2, 0, 3, 0.5, 0.5);
        Path alone = path(site(0, first), "a");
        Path beside = path(site(0, first, body("b", BALL, 0, 20, 3, 0.5, 0.5)), "a");
        assertThat(beside.numbers()).isEqualTo(alone.numbers());
        Path hidden = path(site(0, first, body("b", BALL, 0, 0, 0, 0.5, 0.5).switchedOff()), "a");
        assertThat(hidden.numbers()).isEqualTo(alone.numbers());
        Path met = path(site(0, first, body("b", BALL, 0, 0, 0, 0.5, 0.5)), "a");
        assertThat(met.numbers()).isNotEqualTo(alone.numbers());
    }

    @Test
    void whoIsLetGoLaterStandsInTheWayUntilThen() {
        Layer later = set(body("b", BALL, 1, 0, 0, 1, 0), "begins", 3.0);
        SiteEvaluation site = site(0, body("a", BALL, -2, 0, 3, 1, 0), later);
        // it is held, so the first comes back with all its speed
        Path a = path(site, "a");
        assertThat(a.at(1.5, 7)).isCloseTo(-3, within(0.02));
        assertThat(path(site, "b").at(0.5, 0)).isCloseTo(1, within(1e-9));
    }

    @Test
    void aPropsShapeIsMetByItsSurface() {
        Prop box = new Prop("box", "Box", new BoxShape(1, 1, 1), 20, 0, 20, 0, 0, 0, 1, true, 0, 0, "#806040", false);
        Layer cube = set(body("b", new BodyKind.OfProp("box"), 0, 0, 0, 0, 0.4), "density", 200.0);
        SiteEvaluation site = site(0, List.of(box), body("a", new BodyKind.Ball(0.3), -2, 0.1, 4, 0, 0.2), cube);
        Path a = path(site, "a");
        Path b = path(site, "b");
        double nearest = nearest(a, b);
        // half a side and the radius: the face holds it though only corners of the box touch the ground
        assertThat(nearest).isBetween(0.76, 0.84);
        assertThat(b.at(b.seconds(), 0)).isGreaterThan(0.05);
    }

    private static Path path(SiteEvaluation site, String id) {
        Layer layer = site.plan().recipe().layer(id).orElseThrow();
        return ((RollLayer) layer).path(site.surroundings(layer));
    }

    private static double speed(Path path, double seconds) {
        return Math.sqrt(
                Math.pow(path.at(seconds, 7), 2) + Math.pow(path.at(seconds, 8), 2) + Math.pow(path.at(seconds, 9), 2));
    }

    private static double nearest(Path a, Path b) {
        double least = Double.POSITIVE_INFINITY;
        for (int f = 0; f < a.frames(); f++) {
            double t = f * a.step();
            double square = 0;
            for (int d = 0; d < 3; d++) {
                square += Math.pow(a.at(t, d) - b.at(t, d), 2);
            }
            least = Math.min(least, Math.sqrt(square));
        }
        return least;
    }

    private static double energy(Path path, int frame, double mass, double radius) {
        double[] n = path.numbers();
        int at = Path.NUMBERS * frame;
        double speed = 0;
        double spin = 0;
        for (int d = 0; d < 3; d++) {
            speed += n[at + 7 + d] * n[at + 7 + d];
            spin += n[at + 10 + d] * n[at + 10 + d];
        }
        return 0.5 * mass * speed + 0.5 * 0.4 * mass * radius * radius * spin + mass * 9.81 * n[at + 1];
    }

    private static Layer set(Layer layer, Object... settings) {
        Layer changed = layer;
        for (int i = 0; i < settings.length; i += 2) {
            changed = (Layer) Kinds.with((Record) changed, (String) settings[i], settings[i + 1]);
        }
        return changed;
    }

    /** Goes east; what it bounces with and rubs with. */
    private static Layer body(
            String id, BodyKind kind, double x, double z, double speed, double bounce, double friction) {
        return new RollLayer(
                id,
                id,
                1,
                false,
                kind,
                "#ffffff",
                1000,
                friction,
                bounce,
                0,
                x,
                z,
                0,
                Math.abs(speed),
                speed < 0 ? 270 : 90,
                0,
                0,
                0,
                9.81,
                2,
                960,
                0.02,
                0,
                0,
                0.5,
                0,
                5,
                new Flakes.None(),
                Map.of());
    }

    private static SiteEvaluation site(double time, Layer... layers) {
        return site(time, List.of(), layers);
    }

    private static SiteEvaluation site(double time, List<Prop> props, Layer... layers) {
        Ground ground = Grounds.slope(65, 65, 64, 0);
        Recipe recipe = new Recipe(
                "Test",
                GroundSpec.flat(ground.width(), ground.depth(), 65, Optional.empty()),
                List.of(),
                props,
                List.of(),
                new ArrayList<>(List.of(layers)),
                List.of(),
                new Clock(24, 0));
        return new SiteEvaluation(
                new SitePlan(recipe, ground, SiteAssets.NONE, time), new ResultsOfOneRun(), Cancel.NEVER);
    }
}
