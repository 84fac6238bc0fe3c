package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.props.BoxShape;

class WayRoundTest {
    /** The triangle that a place lies on, by looking at all of them. */
    private static int triangleAt(Mesh mesh, double[] p) {
        float[] at = mesh.positions();
        for (int t = 0; t < mesh.count(); t++) {
            double[] n = mesh.facing(3 * t);
            double size = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
            int a = 3 * mesh.triangles()[3 * t];
            double off = 0;
            for (int d = 0; d < 3; d++) {
                off += n[d] * (p[d] - at[a + d]) / size;
            }
            if (Math.abs(off) < 1e-6 && inside(mesh, t, n, p)) {
                return t;
            }
        }
        throw new AssertionError("no triangle holds the place");
    }

    private static boolean inside(Mesh mesh, int t, double[] n, double[] p) {
        float[] at = mesh.positions();
        for (int k = 0; k < 3; k++) {
            int a = 3 * mesh.triangles()[3 * t + k];
            int b = 3 * mesh.triangles()[3 * t + (k + 1) % 3];
            double ux = at[b] - at[a];
            double uy = at[b + 1] - at[a + 1];
            double uz = at[b + 2] - at[a + 2];
            double vx = p[0] - at[a];
            double vy = p[1] - at[a + 1];
            double vz = p[2] - at[a + 2];
            double side = n[0] * (uy * vz - uz * vy) + n[1] * (uz * vx - ux * vz) + n[2] * (ux * vy - uy * vx);
            if (side < -1e-9) {
                return false;
            }
        }
        return true;
    }

    private static Mesh wall() {
        return new BoxShape(6, 4, 0.1).mesh(file -> null);
    }

    @Test
    void overTheRimOfAWallTheWayIsUpAcrossAndDown() {
        Mesh mesh = wall();
        WayRound way = new WayRound(mesh);
        double top = mesh.bounds()[4];
        double front = mesh.bounds()[5];
        double back = mesh.bounds()[2];
        for (double below : new double[] {0.02, 0.1, 0.3, 1}) {
            double[] p = {0.3, top - below, front};
            double[] q = {0.3, top - below, back};
            int from = triangleAt(mesh, p);
            int to = triangleAt(mesh, q);
            double round = 2 * below + 0.1;
            assertThat(way.longer(from, p, to, q, 0.85 * round))
                    .as("%s m below", below)
                    .isTrue();
            assertThat(way.longer(from, p, to, q, 1.001 * round))
                    .as("%s m below", below)
                    .isFalse();
        }
    }

    @Test
    void theNearestOfFourRimsCounts() {
        Mesh mesh = wall();
        WayRound way = new WayRound(mesh);
        double[] b = mesh.bounds();
        Random random = new Random(8);
        for (int trial = 0; trial < 200; trial++) {
            double x = (random.nextDouble() - 0.5) * 5.9;
            double y = b[1] + 0.05 + random.nextDouble() * 3.9;
            double[] p = {x, y, b[5]};
            double[] q = {x, y, b[2]};
            double rim = Math.min(Math.min(x - b[0], b[3] - x), Math.min(y - b[1], b[4] - y));
            double round = 2 * rim + 0.1;
            int from = triangleAt(mesh, p);
            int to = triangleAt(mesh, q);
            assertThat(way.longer(from, p, to, q, 0.8 * round)).isTrue();
            assertThat(way.longer(from, p, to, q, 1.01 * round)).isFalse();
        }
    }

    @Test
    void onOneTriangleThereIsNoWayRoundAndBetweenPiecesThatNothingJoinsItIsEndless() {
        Mesh box = wall();
        WayRound alone = new WayRound(box);
        double[] p = {0.3, 1, box.bounds()[5]};
        int t = triangleAt(box, p);
        assertThat(alone.longer(t, p, t, new double[] {0.2, 1, box.bounds()[5]}, 1e-6))
                .isFalse();
        float[] two = {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, -0.1f, 0, 1, -0.1f, 1, 0, -0.1f};
        Mesh apart = Mesh.of(two, new int[] {0, 1, 2, 3, 4, 5});
        assertThat(new WayRound(apart).longer(0, new double[] {0.2, 0.2, 0}, 1, new double[] {0.2, 0.2, -0.1}, 50))
                .isTrue();
    }

    @Test
    void aMeshCutFinerGivesTheSameAnswer() {
        Mesh coarse = wall();
        Mesh fine = coarse.subdivided().subdivided().subdivided();
        WayRound over = new WayRound(fine);
        double[] b = fine.bounds();
        double[] p = {1.1, b[4] - 0.2, b[5]};
        double[] q = {1.1, b[4] - 0.2, b[2]};
        int from = triangleAt(fine, p);
        int to = triangleAt(fine, q);
        assertThat(over.longer(from, p, to, q, 0.8 * 0.5)).isTrue();
        assertThat(over.longer(from, p, to, q, 1.001 * 0.5)).isFalse();
    }
}
