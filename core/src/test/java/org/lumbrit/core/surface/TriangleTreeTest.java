package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** Distances and rays against what a plain loop over all triangles finds. */
class TriangleTreeTest {
    private static final Mesh BALL = Mesh.of(Sphere.positions(4), Sphere.triangles(4));

    private static Mesh soup(int count, long seed) {
        Random random = new Random(seed);
        float[] p = new float[9 * count];
        for (int i = 0; i < p.length; i++) {
            p[i] = (float) (10 * random.nextDouble() - 5 + random.nextGaussian() * 0.1);
        }
        int[] t = new int[3 * count];
        java.util.Arrays.setAll(t, i -> i);
        return Mesh.of(p, t);
    }

    @Test
    void trianglesWithoutAreaAreAsFarAsTheLineOrThePointThatTheyAre() {
        float[] corners = {0, 0, 0, 0, 0, 0, 2, 0, 0, 0, 0, 0};
        int[][] orders = {{0, 1, 2}, {0, 2, 1}, {2, 0, 1}, {1, 2, 0}};
        for (int[] order : orders) {
            TriangleTree.Probe line = new TriangleTree(Mesh.of(corners, order)).probe();
            assertThat(line.distance(1, 3, 0)).isCloseTo(3, within(1e-12));
            assertThat(line.distance(-3, 4, 0)).isCloseTo(5, within(1e-12));
            assertThat(line.distance(5, 0, 4)).isCloseTo(5, within(1e-12));
        }
        TriangleTree.Probe point = new TriangleTree(Mesh.of(corners, new int[] {0, 1, 3})).probe();
        assertThat(point.distance(0, 3, 4)).isCloseTo(5, within(1e-12));
    }

    @Test
    void theTreeFindsTheNearestOfAllTriangles() {
        for (int count : new int[] {1, 3, 4, 5, 17, 400}) {
            Mesh mesh = soup(count, count);
            TriangleTree.Probe probe = new TriangleTree(mesh).probe();
            Random random = new Random(7);
            for (int n = 0; n < 200; n++) {
                double x = 16 * random.nextDouble() - 8;
                double y = 16 * random.nextDouble() - 8;
                double z = 16 * random.nextDouble() - 8;
                double least = Double.POSITIVE_INFINITY;
                for (int t = 0; t < count; t++) {
                    Mesh one = new Mesh(
                            mesh.positions(),
                            mesh.normals(),
                            java.util.Arrays.copyOfRange(mesh.triangles(), 3 * t, 3 * t + 3),
                            "one");
                    least = Math.min(least, new TriangleTree(one).probe().distance(x, y, z));
                }
                assertThat(probe.distance(x, y, z)).isCloseTo(least, within(1e-12));
            }
        }
    }

    @Test
    void insideABallTheDistanceIsNegative() {
        TriangleTree.Probe probe = new TriangleTree(BALL).probe();
        Random random = new Random(3);
        for (int n = 0; n < 500; n++) {
            double[] d = {random.nextGaussian(), random.nextGaussian(), random.nextGaussian()};
            double length = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
            double r = 2 * random.nextDouble();
            double signed = probe.signed(d[0] / length * r, d[1] / length * r, d[2] / length * r);
            assertThat(signed).isCloseTo(r - 1, within(0.006));
        }
    }

    @Test
    void atSharpEdgesAndCornersTheSignHolds() {
        float[] p = {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1};
        Mesh wedge = Mesh.of(p, new int[] {0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3});
        TriangleTree.Probe probe = new TriangleTree(wedge).probe();
        assertThat(probe.signed(-0.1, -0.1, -0.1)).isCloseTo(Math.sqrt(0.03), within(1e-9));
        assertThat(probe.signed(0.5, -0.2, -0.2)).isCloseTo(Math.sqrt(0.08), within(1e-9));
        assertThat(probe.signed(1.5, -0.3, -0.3)).isPositive();
        assertThat(probe.signed(0.1, 0.1, 0.1)).isCloseTo(-0.1, within(1e-9));
    }

    @Test
    void raysMeetTheNearestTriangle() {
        TriangleTree.Probe probe = new TriangleTree(BALL).probe();
        assertThat(probe.ray(0, 5, 0, 0, -1, 0, 100)).isCloseTo(4, within(0.01));
        assertThat(probe.ray(0, 5, 0, 0, 1, 0, 100)).isInfinite();
        assertThat(probe.ray(0, 5, 0, 0, -1, 0, 3)).isInfinite();
        assertThat(probe.ray(0, 0, 0, 0.6, 0, 0.8, 100)).isCloseTo(1, within(0.01));
        assertThat(probe.ray(3, 3, 3, 1, 0, 0, 100)).isInfinite();
    }
}
