package org.lumbrit.core.crust;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.TriangleTree;

class AccretionTest {
    private static final double LENGTH = 0.1;

    private static Mesh ball() {
        return Mesh.of(Sphere.positions(4), Sphere.triangles(4));
    }

    private static Accretion rule(double power, double turns, double[] light, double spread, double uneven) {
        return new Accretion(
                LENGTH, 0.25, power, turns, 0.05, new double[] {0, 1, 0}, light, spread, 2 * LENGTH, 3, uneven, 0.5, 7);
    }

    private static final double[] ABOVE = {0, 1, 0};

    private static float[] all(Mesh mesh) {
        float[] all = new float[mesh.vertices()];
        Arrays.fill(all, 1);
        return all;
    }

    private static Accretion.Body grown(Accretion rule, int steps) {
        Accretion.Body body = rule.start(ball(), Cancel.NEVER);
        for (int at = 1; at <= steps; at++) {
            body = rule.next(body, at, steps, AccretionTest::all, Cancel.NEVER);
        }
        return body;
    }

    private static double[] gained(Accretion.Body body) {
        double[] b = body.mesh().bounds();
        return new double[] {b[4] - b[1] - 2, Math.max(b[3] - b[0], b[5] - b[2]) - 2};
    }

    @Test
    void upwardItGainsHeightAndHardlyGirth() {
        double[] gained = gained(grown(rule(4, 2, ABOVE, 0, 0), 40));
        assertThat(gained[0]).isGreaterThan(0.5);
        assertThat(gained[1]).isLessThanOrEqualTo(0.1 * gained[0]);
    }

    @Test
    void sidewaysItGainsGirthAndHardlyHeight() {
        double[] gained = gained(grown(rule(4, -1, ABOVE, 70, 0), 40));
        assertThat(gained[1]).isGreaterThan(0.4);
        assertThat(gained[0]).isLessThanOrEqualTo(0.1 * gained[1]);
    }

    @Test
    void afterAHundredStepsItStillMeetsItselfNowhere() {
        for (double uneven : new double[] {0.3, 0.9}) {
            Accretion.Body body = grown(rule(3, 0.3, ABOVE, 60, uneven), 100);
            Mesh mesh = body.mesh();
            MeshCheck check = MeshCheck.of(mesh);
            assertThat(check.closed()).isTrue();
            assertThat(check.flipped()).isZero();
            assertThat(new Crossings(mesh).in(mesh.positions(), Cancel.NEVER).pairs())
                    .isZero();
            assertThat(even(mesh)).isGreaterThan(0.9);
        }
    }

    private static double even(Mesh mesh) {
        int in = 0;
        int[] c = mesh.triangles();
        for (int i = 0; i < c.length; i++) {
            int a = 3 * c[i];
            int b = 3 * c[i % 3 == 2 ? i - 2 : i + 1];
            double square = 0;
            for (int d = 0; d < 3; d++) {
                double off = mesh.positions()[a + d] - mesh.positions()[b + d];
                square += off * off;
            }
            double length = Math.sqrt(square);
            in += length >= LENGTH / 2 && length <= 1.5 * LENGTH ? 1 : 0;
        }
        return (double) in / c.length;
    }

    @Test
    void whereNoLightComesNothingMovesAlongItsNormal() {
        // lit from below: the upper half, which faces up, never gets any
        Accretion rule = rule(0, 2, new double[] {0, -1, 0}, 0, 0);
        Accretion.Body body = grown(rule, 20);
        TriangleTree tree = new TriangleTree(rule.start(ball(), Cancel.NEVER).mesh());
        TriangleTree.Probe probe = tree.probe();
        double[] p = body.places();
        double lowest = 0;
        for (int v = 0; v < body.ages().length; v++) {
            double away = probe.distance(p[3 * v], p[3 * v + 1], p[3 * v + 2]);
            if (p[3 * v + 1] > 0.2) {
                assertThat(away).isLessThan(0.02 * LENGTH + 2e-3);
            }
            lowest = Math.min(lowest, p[3 * v + 1]);
        }
        assertThat(lowest).isLessThan(-1.3);
    }

    @Test
    void whatIsDrivenToNothingStandsStill() {
        Accretion rule = rule(4, 0.5, ABOVE, 60, 0);
        Accretion.Body start = rule.start(ball(), Cancel.NEVER);
        Accretion.Body after = rule.next(start, 1, 10, mesh -> new float[mesh.vertices()], Cancel.NEVER);
        assertThat(after.places()).isEqualTo(start.places());
        assertThat(rule.stands(after)).isTrue();
    }

    @Test
    void twoWallsThatGrowTowardEachOtherStopBeforeTheyMeet() {
        // two cubes a fifth apart, growing all round in light from everywhere above
        float[] cube = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 1, 1, 0, 1, 1, 1, 1, 0, 1, 1};
        int[] sides = {
            0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 2, 3, 7, 2, 7, 6, 1, 2, 6, 1, 6, 5, 0, 4, 7, 0, 7, 3
        };
        float[] both = Arrays.copyOf(cube, 48);
        int[] two = Arrays.copyOf(sides, 72);
        for (int i = 0; i < 24; i++) {
            both[24 + i] = cube[i] + (i % 3 == 0 ? 1.6f : 0);
        }
        for (int i = 0; i < 36; i++) {
            two[36 + i] = sides[i] + 8;
        }
        Accretion rule = rule(0, 2, ABOVE, 80, 0);
        Accretion.Body body = rule.start(Mesh.of(both, two), Cancel.NEVER);
        for (int at = 1; at <= 60; at++) {
            body = rule.next(body, at, 60, AccretionTest::all, Cancel.NEVER);
        }
        Mesh mesh = body.mesh();
        assertThat(new Crossings(mesh).in(mesh.positions(), Cancel.NEVER).pairs())
                .isZero();
        assertThat(MeshCheck.volume(mesh)).isGreaterThan(3);
    }

    @Test
    void theSameBytesWhateverTheThreads() {
        double[] once = grown(rule(3, 0.4, ABOVE, 60, 0.6), 12).places();
        assertThat(grown(rule(3, 0.4, ABOVE, 60, 0.6), 12).places()).isEqualTo(once);
    }

    @Test
    void agesTellTheStepThatAPlaceGrewLast() {
        Accretion.Body body = grown(rule(4, 2, ABOVE, 0, 0), 10);
        double highest = -9;
        int top = 0;
        for (int v = 0; v < body.ages().length; v++) {
            if (body.places()[3 * v + 1] > highest) {
                highest = body.places()[3 * v + 1];
                top = v;
            }
            if (body.places()[3 * v + 1] < -0.5) {
                assertThat(body.ages()[v]).isZero();
            }
        }
        assertThat((double) body.ages()[top]).isCloseTo(10, within(0.01));
    }
}
