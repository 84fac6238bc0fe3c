package org.lumbrit.core.vessels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Quaternion;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.VesselShape;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.PlaneCut;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.Submerged;

/** Hollows of meshes, and a liquid in them, against closed forms. */
class CavityTest {
    private static final double[] UP = {0, 1, 0};

    /** A round glass with walls 2 cm thick: inner radius 0.3 m, floor at 0.02 m, rim at 1.02 m. */
    private static Mesh glass(int sides) {
        return lathe(sides, new double[][] {{0.32, 0}, {0.32, 1.02}, {0.3, 1.02}, {0.3, 0.02}});
    }

    private static Mesh lathe(int sides, double[][] profile) {
        float[] p = new float[3 * (profile.length * sides + 2)];
        for (int r = 0; r < profile.length; r++) {
            for (int s = 0; s < sides; s++) {
                int at = 3 * (r * sides + s);
                p[at] = (float) (profile[r][0] * Math.sin(2 * Math.PI * s / sides));
                p[at + 1] = (float) profile[r][1];
                p[at + 2] = (float) (profile[r][0] * Math.cos(2 * Math.PI * s / sides));
            }
        }
        int bottom = profile.length * sides;
        p[3 * bottom + 1] = (float) profile[0][1];
        p[3 * bottom + 4] = (float) profile[profile.length - 1][1];
        int[] t = new int[6 * sides * profile.length];
        int n = 0;
        for (int s = 0; s < sides; s++) {
            int next = (s + 1) % sides;
            for (int r = 0; r + 1 < profile.length; r++) {
                int a = r * sides;
                int b = a + sides;
                for (int each : new int[] {a + s, a + next, b + next, a + s, b + next, b + s}) {
                    t[n++] = each;
                }
            }
            int top = (profile.length - 1) * sides;
            for (int each : new int[] {bottom, next, s, bottom + 1, top + s, top + next}) {
                t[n++] = each;
            }
        }
        return Mesh.of(p, Arrays.copyOf(t, n));
    }

    private static double area(int sides) {
        return 0.5 * sides * Math.sin(2 * Math.PI / sides) * 0.09;
    }

    @Test
    void theHollowOfAGlassIsItsInside() {
        Mesh glass = glass(96);
        assertThat(MeshCheck.of(glass).open()).isZero();
        Cavity cavity = Cavity.of(glass, null).orElseThrow();
        assertThat(cavity.isOpen()).isTrue();
        assertThat(cavity.volume()).isCloseTo(area(96), within(1e-5));
        assertThat(MeshCheck.of(cavity.mesh()).open()).isZero();
        for (int i = 1; i < cavity.rim().length; i += 3) {
            assertThat(cavity.rim()[i]).isCloseTo(1.02, within(1e-5));
        }
    }

    @Test
    void aTenthOfACubicMetreStandsAsHighAsThePrismSays() {
        // of a round glass of radius 0.3 m: 0.1 / (π 0.09) = 0.3537 m over its floor
        Cavity cavity = Cavity.of(glass(720), null).orElseThrow();
        Liquid liquid = Liquid.of(cavity, UP, 0.1);
        assertThat(liquid.level() - 0.02).isCloseTo(0.1 / (Math.PI * 0.09), within(5e-5));
    }

    @Test
    void tiltedItIsTheSameAlongTheVesselsAxis() {
        Cavity cavity = Cavity.of(glass(720), null).orElseThrow();
        double[] up = Quaternion.about(0, 0, 1, -30).inverse().rotate(0, 1, 0);
        Liquid liquid = Liquid.of(cavity, up, 0.1);
        // where the axis goes through the plane
        assertThat(liquid.level() / up[1] - 0.02).isCloseTo(0.1 / (Math.PI * 0.09), within(5e-5));
        assertThat(liquid.volume()).isCloseTo(0.1, within(1e-9));
    }

    @Test
    void theVolumeStaysTheSameAtAnyTiltUntilItSpills() {
        for (VesselShape.Form form : VesselShape.Form.values()) {
            Mesh mesh = new VesselShape(form, 0.3, 0.8, 1.6, 0.025, 40).mesh(file -> null);
            assertThat(MeshCheck.of(mesh).open()).as(form.name()).isZero();
            Cavity cavity = Cavity.of(mesh, null).orElseThrow();
            assertThat(cavity.isOpen()).isTrue();
            double all = Submerged.below(mesh, 0, 1, 0, 9)[0];
            assertThat(all).as("it is turned outside out").isPositive();
            assertThat(cavity.volume()).isGreaterThan(0.3 * all);
            double some = 0.3 * cavity.volume();
            for (int degrees = 0; degrees <= 180; degrees += 5) {
                double[] up = Quaternion.about(0.6, 0, 0.8, degrees).inverse().rotate(0, 1, 0);
                Liquid liquid = Liquid.of(cavity, up, some);
                double kept = Math.min(some, Liquid.room(cavity, up));
                assertThat(Submerged.below(cavity.mesh(), up[0], up[1], up[2], liquid.level())[0])
                        .as(form + " at " + degrees + "°")
                        .isCloseTo(kept, within(1e-3 * some));
                if (kept > 1e-4 * some) {
                    PlaneCut body = liquid.body(cavity);
                    Mesh solid = body.mesh();
                    double[] away = solid.bounds();
                    assertThat(Submerged.below(solid, 0, 1, 0, away[4] + 1)[0])
                            .as("what is drawn, " + form + " at " + degrees + "°")
                            .isCloseTo(kept, within(1e-3 * some));
                }
            }
            assertThat(Liquid.room(cavity, new double[] {0, -1, 0})).isLessThan(1e-6 * cavity.volume());
        }
    }

    @Test
    void aShellInAShellIsClosedAllRoundAndNeverSpills() {
        Mesh outer = Mesh.of(Sphere.positions(4), Sphere.triangles(4));
        Mesh inner = outer.scaled(0.8).turnedInsideOut();
        float[] p = Arrays.copyOf(outer.positions(), 2 * outer.positions().length);
        System.arraycopy(inner.positions(), 0, p, outer.positions().length, inner.positions().length);
        int[] t = Arrays.copyOf(outer.triangles(), 2 * outer.triangles().length);
        for (int i = 0; i < inner.triangles().length; i++) {
            t[outer.triangles().length + i] = inner.triangles()[i] + outer.vertices();
        }
        Cavity cavity = Cavity.of(Mesh.of(p, t), null).orElseThrow();
        assertThat(cavity.isOpen()).isFalse();
        double ball = 4.0 / 3 * Math.PI * 0.512;
        assertThat(cavity.volume()).isCloseTo(ball, within(0.01 * ball));
        assertThat(Liquid.of(cavity, new double[] {0, -1, 0}, cavity.volume() / 2)
                        .level())
                .isCloseTo(0, within(1e-6));
        assertThat(Liquid.room(cavity, new double[] {1, 0, 0})).isCloseTo(cavity.volume(), within(1e-9));
    }

    @Test
    void whatHasNoHollowHasNone() {
        assertThat(Cavity.of(new BoxShape(1, 1, 1).mesh(file -> null), null)).isEmpty();
        assertThat(Cavity.of(Mesh.of(Sphere.positions(3), Sphere.triangles(3)), null))
                .isEmpty();
    }

    @Test
    void dentsOfABoulderAreNotTakenForVessels() {
        Mesh boulder = new BoulderShape(2, 1.4, 0.5, 0.6, 4, 3).mesh(file -> null);
        double whole = Submerged.below(boulder, 0, 1, 0, 9)[0];
        Cavity.of(boulder, null).ifPresent(cavity -> assertThat(cavity.volume()).isLessThan(0.01 * whole));
    }

    @Test
    void aPlaceChoosesAmongHollows() {
        Mesh small = glass(24);
        Mesh large = glass(24).scaled(2);
        float[] p = Arrays.copyOf(small.positions(), small.positions().length + large.positions().length);
        for (int i = 0; i < large.positions().length; i++) {
            p[small.positions().length + i] = large.positions()[i] + (i % 3 == 0 ? 3 : 0);
        }
        int[] t = Arrays.copyOf(small.triangles(), 2 * small.triangles().length);
        for (int i = 0; i < large.triangles().length; i++) {
            t[small.triangles().length + i] = large.triangles()[i] + small.vertices();
        }
        Mesh both = Mesh.of(p, t);
        double one = area(24);
        assertThat(Cavity.of(both, null).orElseThrow().volume()).isCloseTo(8 * one, within(1e-4));
        assertThat(Cavity.of(both, new double[] {0.1, 0.5, 0}).orElseThrow().volume())
                .isCloseTo(one, within(1e-4));
        assertThat(Cavity.of(both, new double[] {9, 9, 9})).isEmpty();
    }

    @Test
    void theTopOfATubeIsARing() {
        // a glass with a pillar: the cap has a hole
        Mesh ring = lathe(32, new double[][] {{0.5, 0}, {0.5, 1}, {0.45, 1}, {0.45, 0.1}, {0.2, 0.1}, {0.2, 0.9}});
        Cavity cavity = Cavity.of(ring, null).orElseThrow();
        PlaneCut body = Liquid.of(cavity, UP, 0.4 * cavity.volume()).body(cavity);
        double sector = 16 * Math.sin(2 * Math.PI / 32);
        assertThat(body.capArea()).isCloseTo(sector * (0.45 * 0.45 - 0.04), within(1e-5));
        assertThat(MeshCheck.of(body.mesh()).open()).isZero();
    }
}
