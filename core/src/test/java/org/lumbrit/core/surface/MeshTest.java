package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.props.BarrelShape;
import org.lumbrit.core.props.BoxShape;

/** Meshes: areas, checks and their remedies, smoothing. */
class MeshTest {
    private static final Mesh BALL = Mesh.of(Sphere.positions(3), Sphere.triangles(3));

    @Test
    void aBallHasItsAreaAndVolume() {
        assertThat(BALL.area()).isCloseTo(4 * Math.PI, within(0.1));
        assertThat(MeshCheck.volume(BALL)).isCloseTo(4.0 / 3 * Math.PI, within(0.08));
        double sum = 0;
        for (float area : BALL.vertexAreas()) {
            sum += area;
        }
        assertThat(sum).isCloseTo(BALL.area(), within(1e-4));
    }

    @Test
    void subdividingKeepsTheSurface() {
        Mesh box = new BoxShape(2, 3, 4).mesh(file -> null);
        Mesh finer = box.subdivided().subdivided();
        assertThat(finer.count()).isEqualTo(16 * box.count());
        assertThat(finer.area()).isCloseTo(box.area(), within(1e-5));
        assertThat(finer.bounds()).isEqualTo(box.bounds());
        assertThat(finer.meanEdge()).isCloseTo(box.meanEdge() / 4, within(1e-6));
    }

    @Test
    void theCheckSeesWhatIsWrongAndTheRemediesMendIt() {
        assertThat(MeshCheck.of(BALL)).isEqualTo(new MeshCheck(0, 0, 0, 0, false));
        assertThat(MeshCheck.of(BALL.turnedInsideOut()).insideOut()).isTrue();
        assertThat(MeshCheck.of(MeshCheck.consistent(BALL.turnedInsideOut()))).isEqualTo(MeshCheck.of(BALL));

        int[] some = BALL.triangles().clone();
        for (int t = 0; t < some.length; t += 3) {
            if (Hash.of(3, t) % 3 == 0) {
                int kept = some[t];
                some[t] = some[t + 1];
                some[t + 1] = kept;
            }
        }
        Mesh mixed = Mesh.of(BALL.positions(), some);
        assertThat(MeshCheck.of(mixed).flipped()).isPositive();
        assertThat(MeshCheck.of(MeshCheck.consistent(mixed))).isEqualTo(MeshCheck.of(BALL));

        Mesh open = Mesh.of(BALL.positions(), java.util.Arrays.copyOf(BALL.triangles(), BALL.triangles().length - 3));
        assertThat(MeshCheck.of(open).open()).isEqualTo(3);

        float[] apart = new float[3 * BALL.triangles().length];
        int[] order = new int[BALL.triangles().length];
        for (int i = 0; i < order.length; i++) {
            order[i] = i;
            for (int d = 0; d < 3; d++) {
                apart[3 * i + d] = BALL.positions()[3 * BALL.triangles()[i] + d]
                        + (float) (1e-5 * (Hash.unit(Hash.of(5, i, d)) - 0.5));
            }
        }
        Mesh loose = Mesh.of(apart, order);
        assertThat(MeshCheck.of(loose).open()).isEqualTo(loose.triangles().length);
        Mesh welded = Welding.weld(loose, 1e-3);
        assertThat(welded.vertices()).isEqualTo(BALL.vertices());
        assertThat(MeshCheck.of(welded).closed()).isTrue();
    }

    /** Against every pair looked at, with vertices on the borders of cells, in clusters and far from the origin. */
    @Test
    void weldingFindsTheFirstVertexWithinTheTolerance() {
        for (double tolerance : new double[] {0, 0.001, 0.03, 0.5}) {
            int count = 900;
            float[] p = new float[3 * count];
            for (int i = 0; i < p.length; i++) {
                double unit = Hash.unit(Hash.of(9, i / 3 % 300, i % 3, i / 900));
                p[i] = (float) (Math.round(unit * 40) * 0.05 + (i < 1350 ? -1000 : 0) + 0.002 * (i / 900));
            }
            int[] first = Welding.firsts(p, tolerance);
            for (int v = 0; v < count; v++) {
                int expected = v;
                for (int w = 0; w < v && expected == v; w++) {
                    double x = (double) p[3 * v] - p[3 * w];
                    double y = (double) p[3 * v + 1] - p[3 * w + 1];
                    double z = (double) p[3 * v + 2] - p[3 * w + 2];
                    if (first[w] == w && x * x + y * y + z * z <= tolerance * tolerance) {
                        expected = w;
                    }
                }
                assertThat(first[v]).as("vertex " + v + " at " + tolerance).isEqualTo(expected);
            }
        }
    }

    @Test
    void smoothingKeepsAConstantAndTheSumOfAreaTimesValue() {
        Mesh mesh = new BarrelShape(0.5, 1.2, 0.2, 24).mesh(file -> null);
        MeshSmoothing smoothing = new MeshSmoothing(mesh);
        float[] constant = new float[mesh.vertices()];
        java.util.Arrays.fill(constant, 0.37f);
        assertThat(smoothing.smooth(constant, 0.3))
                .usingComparatorWithPrecision(1e-6f)
                .containsExactly(constant);

        MeshSmoothing onBall = new MeshSmoothing(BALL);
        float[] areas = BALL.vertexAreas();
        float[] values = new float[BALL.vertices()];
        double before = 0;
        for (int v = 0; v < values.length; v++) {
            values[v] = (float) Hash.unit(Hash.of(1, v));
            before += areas[v] * values[v];
        }
        float[] smooth = onBall.smooth(values, 0.4);
        double after = 0;
        float least = 1;
        float most = 0;
        for (int v = 0; v < values.length; v++) {
            after += areas[v] * smooth[v];
            least = Math.min(least, smooth[v]);
            most = Math.max(most, smooth[v]);
        }
        assertThat(after).isCloseTo(before, within(1e-4 * before));
        assertThat(most - least).isLessThan(0.5f);
    }

    @Test
    void everyShapeMadeByRuleThatHasAnInsideIsClosed() {
        for (org.lumbrit.core.props.Shape shape : new org.lumbrit.core.props.Shape[] {
            new org.lumbrit.core.props.BoxShape(2, 1, 3), new org.lumbrit.core.props.HutShape(4, 5.2, 2.2, 42, 2)
        }) {
            assertThat(MeshCheck.of(shape.mesh(file -> null)).crowded()).isZero();
        }
    }

    @Test
    void cornersAMicrometreApartAreOne() {
        // a square of two triangles whose shared side is written twice, a rounding apart, and its underside
        float[] p = {0, 0, 0, 1, 0, 0, 1, 0, 1, 0, 0, 1, 1e-7f, 0, 0, 1, 1e-7f, 1};
        Mesh upper = Mesh.of(p, new int[] {0, 2, 1, 4, 3, 5, 0, 1, 2, 4, 5, 3});
        assertThat(MeshCheck.of(upper).open()).isZero();
        float[] apart = {0, 0, 0, 1, 0, 0, 1, 0, 1, 0, 0, 1, 1e-3f, 0, 0, 1, 1e-3f, 1};
        assertThat(MeshCheck.of(Mesh.of(apart, new int[] {0, 2, 1, 4, 3, 5})).open())
                .isEqualTo(6);
    }
}
