package org.lumbrit.core.meshing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.BeyondRoomException;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.MeshCheck;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.TriangleTree;

class MeshingTest {
    private static final float[] CUBE = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 1, 1, 0, 1, 1, 1, 1, 0, 1, 1};
    private static final int[] SIDES = {
        0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 2, 3, 7, 2, 7, 6, 1, 2, 6, 1, 6, 5, 0, 4, 7, 0, 7, 3
    };

    private static Mesh cube() {
        return Mesh.of(CUBE, SIDES);
    }

    private static Mesh ball(int detail) {
        return Mesh.of(Sphere.positions(detail), Sphere.triangles(detail));
    }

    private static void sound(Mesh mesh) {
        MeshCheck check = MeshCheck.of(mesh);
        assertThat(check.closed()).isTrue();
        assertThat(check.flipped()).isZero();
        assertThat(check.insideOut()).isFalse();
        assertThat(new Crossings(mesh).in(mesh.positions(), Cancel.NEVER).pairs())
                .isZero();
    }

    private static double lengths(Mesh mesh, double least, double most) {
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
            in += square >= least * least && square <= most * most ? 1 : 0;
        }
        return (double) in / c.length;
    }

    @Test
    void whatIsNotClosedIsRefusedByName() {
        int[] open = Arrays.copyOf(SIDES, SIDES.length - 3);
        assertThatThrownBy(() -> HalfEdges.of(Mesh.of(CUBE, open)))
                .isInstanceOf(NotClosedException.class)
                .hasMessageContaining("3 sides have one triangle only");
        int[] crowded = Arrays.copyOf(SIDES, SIDES.length + 3);
        System.arraycopy(new int[] {0, 2, 5}, 0, crowded, SIDES.length, 3);
        assertThatThrownBy(() -> HalfEdges.of(Mesh.of(CUBE, crowded)))
                .isInstanceOf(NotClosedException.class)
                .hasMessageContaining("more than two");
        int[] turned = SIDES.clone();
        turned[0] = 2;
        turned[1] = 0;
        assertThatThrownBy(() -> HalfEdges.of(Mesh.of(CUBE, turned)))
                .isInstanceOf(NotClosedException.class)
                .hasMessageContaining("disagree");
    }

    @Test
    void twoBodiesThatTouchInACornerComeApartThere() {
        float[] both = Arrays.copyOf(CUBE, 2 * CUBE.length);
        for (int i = 0; i < CUBE.length; i++) {
            both[CUBE.length + i] = CUBE[i] - 1;
        }
        int[] sides = Arrays.copyOf(SIDES, 2 * SIDES.length);
        for (int i = 0; i < SIDES.length; i++) {
            sides[SIDES.length + i] = SIDES[i] + 8;
        }
        HalfEdges edges = HalfEdges.of(Mesh.of(both, sides));
        assertThat(edges.vertices()).isEqualTo(16);
        assertThat(edges.mesh().count()).isEqualTo(24);
    }

    @Test
    void splittingTurningAndCollapsingKeepItClosed() {
        HalfEdges edges = HalfEdges.of(cube());
        for (int h = 0; h < 36; h++) {
            edges.split(h);
        }
        sound(edges.mesh());
        assertThat(MeshCheck.volume(edges.mesh())).isCloseTo(1, within(1e-6));
        int turned = 0;
        for (int h = 0; h < edges.halfEdges(); h++) {
            if (edges.mayTurn(h)) {
                edges.turn(h);
                turned++;
            }
        }
        assertThat(turned).isPositive();
        assertThat(MeshCheck.of(edges.mesh()).closed()).isTrue();
        for (int h = 0; h < edges.halfEdges(); h++) {
            if (edges.from(h) >= 0 && edges.mayGo(h)) {
                edges.collapse(h);
            }
        }
        assertThat(MeshCheck.of(edges.mesh()).closed()).isTrue();
        assertThat(edges.count()).isEqualTo(edges.mesh().count()).isGreaterThanOrEqualTo(4);
    }

    @Test
    void aTetrahedronLosesNothing() {
        Mesh four = Mesh.of(
                new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1}, new int[] {0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3});
        HalfEdges edges = HalfEdges.of(four);
        for (int h = 0; h < 12; h++) {
            assertThat(edges.mayGo(h)).isFalse();
            assertThat(edges.mayTurn(h)).isFalse();
        }
    }

    @Test
    void trianglesBecomeEven() {
        for (double length : new double[] {0.31, 0.12, 0.05}) {
            Mesh even = EvenTriangles.of(HalfEdges.of(cube()), length, 6, true, Cancel.NEVER)
                    .mesh();
            sound(even);
            assertThat(lengths(even, length / 2, 1.5 * length)).isGreaterThan(0.9);
            assertThat(MeshCheck.volume(even)).isCloseTo(1, within(1e-3));
        }
        Mesh coarser = EvenTriangles.of(HalfEdges.of(ball(5)), 0.2, 6, true, Cancel.NEVER)
                .mesh();
        sound(coarser);
        assertThat(lengths(coarser, 0.1, 0.3)).isGreaterThan(0.9);
        // ends fall onto ends: no vertex leaves the ball, but for the slide along facets
        TriangleTree tree = new TriangleTree(ball(5));
        for (int v = 0; v < coarser.vertices(); v++) {
            assertThat(tree.probe()
                            .distance(
                                    coarser.positions()[3 * v],
                                    coarser.positions()[3 * v + 1],
                                    coarser.positions()[3 * v + 2]))
                    .isLessThan(0.02);
        }
    }

    private static LevelSurface.Field ballField(int n, double radius) {
        double cell = 2.0 / (n - 1);
        float[] values = new float[n * n * n];
        for (int i = 0; i < values.length; i++) {
            double x = -1 + cell * (i % n);
            double y = -1 + cell * (i / n % n);
            double z = -1 + cell * (i / n / n);
            values[i] = (float) (Math.sqrt(x * x + y * y + z * z) - radius);
        }
        return new LevelSurface.Field(values, n, n, n, cell, new double[] {-1, -1, -1});
    }

    @Test
    void aLevelSurfaceIsClosedWhereverItLies() {
        Mesh made = LevelSurface.of(ballField(33, 0.8), Cancel.NEVER).mesh();
        sound(made);
        assertThat(MeshCheck.volume(made)).isCloseTo(4.0 / 3 * Math.PI * 0.512, within(0.02));
        // the hardest there is: every node by chance
        for (int seed = 0; seed < 20; seed++) {
            int n = 9;
            java.util.Random random = new java.util.Random(seed);
            float[] values = new float[n * n * n];
            for (int i = 0; i < values.length; i++) {
                int x = i % n;
                int y = i / n % n;
                int z = i / n / n;
                boolean border = Math.min(x, Math.min(y, z)) == 0 || Math.max(x, Math.max(y, z)) == n - 1;
                values[i] = border ? 1 : random.nextFloat() - 0.5f;
            }
            sound(LevelSurface.of(new LevelSurface.Field(values, n, n, n, 1, new double[3]), Cancel.NEVER)
                    .mesh());
        }
    }

    @Test
    void aLevelSurfaceThatWouldBeCutIsRefused() {
        assertThatThrownBy(() -> LevelSurface.of(ballField(17, 1.2), Cancel.NEVER))
                .isInstanceOf(NotClosedException.class);
    }

    @Test
    void lighterKeepsTheShapeAndTakesMostWhereItIsFlat() {
        Mesh fine = EvenTriangles.of(HalfEdges.of(cube()), 0.05, 4, true, Cancel.NEVER)
                .mesh();
        Mesh light = Lighter.of(HalfEdges.of(fine), 4, 1e-4, Cancel.NEVER).mesh();
        sound(light);
        assertThat(light.count()).isLessThan(fine.count() / 20);
        assertThat(MeshCheck.volume(light)).isCloseTo(MeshCheck.volume(fine), within(2e-3));
        Mesh round = Lighter.of(HalfEdges.of(ball(5)), 4, 1e-4, Cancel.NEVER).mesh();
        sound(round);
        assertThat(round.count()).isGreaterThan(light.count());
        assertThat(Lighter.of(HalfEdges.of(ball(4)), 200, 1, Cancel.NEVER).count())
                .isBetween(150, 200);
    }

    @Test
    void nothingIsTakenBelowItsMeasure() {
        HalfEdges edges = Lighter.of(HalfEdges.of(ball(3)), 4, 0, Cancel.NEVER);
        assertThat(edges.count()).isEqualTo(ball(3).count());
    }

    @Test
    void windingCountsHowOftenItGoesRound() {
        Winding whole = new Winding(ball(4));
        assertThat(whole.at(0.1, 0.2, -0.3)).isCloseTo(1, within(0.02));
        assertThat(whole.at(0.5, 1.2, 0.1)).isCloseTo(0, within(0.01));
        assertThat(whole.at(30, 2, 1)).isCloseTo(0, within(1e-3));
        Mesh ball = ball(4);
        Mesh half = Mesh.of(ball.positions(), upper(ball));
        assertThat(new Winding(half).at(0, 1e-3, 0)).isCloseTo(0.5, within(0.02));
    }

    private static int[] upper(Mesh mesh) {
        int[] kept = new int[mesh.triangles().length];
        int at = 0;
        for (int t = 0; t < kept.length; t += 3) {
            double y = 0;
            for (int k = 0; k < 3; k++) {
                y += mesh.positions()[3 * mesh.triangles()[t + k] + 1];
            }
            if (y > 0) {
                System.arraycopy(mesh.triangles(), t, kept, at, 3);
                at += 3;
            }
        }
        return Arrays.copyOf(kept, at);
    }

    @Test
    void aHoleIsClosedAndTheRestStaysWhereItWas() {
        Mesh ball = ball(4);
        int[] holed = Arrays.copyOfRange(ball.triangles(), 3 * 60, ball.triangles().length);
        Mesh skin =
                Closing.of(Mesh.of(ball.positions(), holed), 0.08, Cancel.NEVER).mesh();
        assertThat(MeshCheck.of(skin).closed()).isTrue();
        assertThat(MeshCheck.volume(skin)).isCloseTo(4.0 / 3 * Math.PI, within(0.15));
    }

    @Test
    void twoBodiesThatPassThroughEachOtherBecomeOne() {
        float[] both = Arrays.copyOf(CUBE, 2 * CUBE.length);
        for (int i = 0; i < CUBE.length; i++) {
            both[CUBE.length + i] = CUBE[i] + 0.5f;
        }
        int[] sides = Arrays.copyOf(SIDES, 2 * SIDES.length);
        for (int i = 0; i < SIDES.length; i++) {
            sides[SIDES.length + i] = SIDES[i] + 8;
        }
        Mesh one = Closing.of(Mesh.of(both, sides), 0.05, Cancel.NEVER).mesh();
        assertThat(MeshCheck.of(one).closed()).isTrue();
        assertThat(MeshCheck.volume(one)).isCloseTo(2 - 0.125, within(0.06));
    }

    @Test
    void aGridBeyondMemoryIsRefusedInWords() {
        assertThatThrownBy(() -> Closing.of(cube(), 1e-4, Cancel.NEVER))
                .isInstanceOf(BeyondRoomException.class)
                .hasMessageContaining("larger");
    }
}
