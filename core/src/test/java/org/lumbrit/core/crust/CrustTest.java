package org.lumbrit.core.crust;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.FastMarching;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.TriangleTree;

class CrustTest {
    private static final Mesh BALL = Mesh.of(Sphere.positions(5), Sphere.triangles(5));
    private static final double[] DOWN = {0, -1, 0};

    private static double[] arrival() {
        double[] even = new double[BALL.vertices()];
        Arrays.fill(even, 1);
        return new FastMarching(BALL.positions(), BALL.triangles())
                .arrival(List.of(FastMarching.Seed.at(0, 1, 0)), even, Cancel.NEVER);
    }

    private static float[] all(double value) {
        float[] all = new float[BALL.vertices()];
        Arrays.fill(all, (float) value);
        return all;
    }

    private static Mesh crust(double time, double thick, double spikes, double lighter) {
        double[] grown = Crust.grown(arrival(), time, 1);
        double[] standing = new Spikes(0.4, 0.6, 0.06, 0.1, DOWN, 0.2, 0.2, 1, 3).of(BALL, all(spikes), grown);
        return new Crust(0.05, 1, lighter).on(BALL, new TriangleTree(BALL), grown, all(thick), standing, Cancel.NEVER);
    }

    private static void sound(Mesh mesh) {
        MeshCheck check = MeshCheck.of(mesh);
        assertThat(check.closed()).isTrue();
        assertThat(check.flipped()).isZero();
        assertThat(check.insideOut()).isFalse();
        assertThat(new Crossings(mesh).in(mesh.positions(), Cancel.NEVER).pairs())
                .isZero();
    }

    @Test
    void beforeItComesThereIsNothing() {
        assertThat(crust(0, 0.1, 30, 0).count()).isZero();
        assertThat(crust(-1, 0.1, 30, 0).count()).isZero();
    }

    @Test
    void itIsClosedAndMeetsItselfNowhereAtEveryTime() {
        for (double time : new double[] {0.3, 1, 2, 3, 6}) {
            sound(crust(time, 0.1, 20, 0));
            sound(crust(time, 0.1, 20, 0.002));
        }
    }

    @Test
    void itStops() {
        Mesh late = crust(Math.PI + 1.2, 0.1, 20, 0);
        Mesh later = crust(100, 0.1, 20, 0);
        assertThat(later.positions()).isEqualTo(late.positions());
    }

    @Test
    void aWholeCoatIsAsThickAsIsAsked() {
        Mesh coat = crust(100, 0.2, 0, 0);
        double[] b = coat.bounds();
        assertThat(b[4]).isCloseTo(1.2, within(0.02));
        // of the wall, with what reaches into the ball
        double inner = 1 - 1.6 * 0.05;
        assertThat(MeshCheck.volume(coat))
                .isCloseTo(4.0 / 3 * Math.PI * (1.2 * 1.2 * 1.2 - inner * inner * inner), within(0.2));
    }

    @Test
    void halfOfTheWayRoundHalfIsCovered() {
        Mesh half = crust(Math.PI / 2, 0.1, 0, 0);
        assertThat(half.bounds()[1]).isCloseTo(0, within(0.12));
        assertThat(half.bounds()[4]).isCloseTo(1.1, within(0.02));
    }

    @Test
    void spikesStandWhereTheyStoodWhenMoreHasCome() {
        double[] early =
                new Spikes(0.4, 0.6, 0.06, 0.1, DOWN, 0.2, 0.2, 0, 3).of(BALL, all(20), Crust.grown(arrival(), 1, 0.5));
        double[] late =
                new Spikes(0.4, 0.6, 0.06, 0.1, DOWN, 0.2, 0.2, 0, 3).of(BALL, all(20), Crust.grown(arrival(), 9, 0.5));
        assertThat(late.length).isGreaterThan(early.length);
        for (int s = 0; s < early.length; s += Spikes.NUMBERS) {
            double[] root = Arrays.copyOfRange(early, s, s + 3);
            boolean found = false;
            for (int k = 0; k < late.length && !found; k += Spikes.NUMBERS) {
                found = Arrays.equals(root, Arrays.copyOfRange(late, k, k + 3));
            }
            assertThat(found).isTrue();
        }
        // twenty a square metre of a whole ball
        assertThat(late.length / Spikes.NUMBERS).isBetween(220, 285);
    }

    @Test
    void theyStandOutOfTheSurfaceUnlessTheyAreCombed() {
        double[] grown = Crust.grown(arrival(), 9, 0.5);
        double[] straight = new Spikes(0.4, 0, 0.06, 0.1, DOWN, 0, 0, 0, 3).of(BALL, all(5), grown);
        double[] combed = new Spikes(0.4, 0, 0.06, 0.1, DOWN, 1, 0, 0, 3).of(BALL, all(5), grown);
        for (int s = 0; s < straight.length; s += Spikes.NUMBERS) {
            double out = 0;
            for (int d = 0; d < 3; d++) {
                out += (straight[s + 3 + d] - straight[s + d]) * straight[s + d];
            }
            assertThat(out).isCloseTo(0.4, within(0.01));
            assertThat(combed[s + 4] - combed[s + 1]).isCloseTo(-0.4, within(1e-6));
        }
    }

    @Test
    void lighterHasFewerTriangles() {
        assertThat(crust(100, 0.1, 0, 0.003).count())
                .isLessThan(crust(100, 0.1, 0, 0).count() / 3);
    }
}
