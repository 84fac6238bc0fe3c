package org.lumbrit.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.recipe.Frames;
import org.lumbrit.core.surface.Crossings;
import org.lumbrit.core.surface.Mesh;

class ClothTest {
    private static final Frames ONE = new Frames(1, 0, 1, true);

    /** A level sheet of n × n cells of a size, its normals up. */
    private static Mesh sheet(int n, double cell, double height) {
        float[] positions = new float[3 * (n + 1) * (n + 1)];
        for (int v = 0; v < positions.length / 3; v++) {
            positions[3 * v] = (float) (v % (n + 1) * cell);
            positions[3 * v + 1] = (float) height;
            positions[3 * v + 2] = (float) (v / (n + 1) * cell);
        }
        int[] triangles = new int[6 * n * n];
        for (int c = 0; c < n * n; c++) {
            int a = c / n * (n + 1) + c % n;
            int[] two = {a, a + n + 1, a + 1, a + 1, a + n + 1, a + n + 2};
            System.arraycopy(two, 0, triangles, 6 * c, 6);
        }
        return Mesh.of(positions, triangles);
    }

    private static Mesh joined(Mesh a, Mesh b) {
        float[] p = java.util.Arrays.copyOf(a.positions(), a.positions().length + b.positions().length);
        System.arraycopy(b.positions(), 0, p, a.positions().length, b.positions().length);
        int[] t = java.util.Arrays.copyOf(a.triangles(), a.triangles().length + b.triangles().length);
        for (int i = 0; i < b.triangles().length; i++) {
            t[a.triangles().length + i] = b.triangles()[i] + a.vertices();
        }
        return Mesh.of(p, t);
    }

    @Test
    void twoSheetsThatStandThroughEachOtherCrossAndSideBySideTheyDoNot() {
        Mesh level = sheet(20, 0.1, 0);
        Mesh upright = sheet(20, 0.1, 1);
        float[] p = upright.positions().clone();
        for (int v = 0; v < upright.vertices(); v++) {
            p[3 * v + 1] = upright.positions()[3 * v] - 0.97f;
            p[3 * v] = 0.53f;
        }
        Mesh both = joined(level, Mesh.of(p, upright.triangles()));
        Crossings crossings = new Crossings(both);
        Crossings.Found found = crossings.in(both.positions(), Cancel.NEVER);
        assertThat(found.pairs()).isGreaterThanOrEqualTo(40);
        float[] apart = both.positions().clone();
        for (int v = level.vertices(); v < both.vertices(); v++) {
            apart[3 * v + 1] += 1.2f;
        }
        assertThat(crossings.in(apart, Cancel.NEVER).any()).isFalse();
    }

    @Test
    void theTreeFindsAsManyPairsAsTestingAllOfThem() {
        Random random = new Random(8);
        float[] p = new float[9 * 160];
        int[] t = new int[3 * 160];
        for (int i = 0; i < t.length; i++) {
            t[i] = i;
            for (int d = 0; d < 3; d++) {
                p[3 * i + d] = (float) (random.nextDouble() * 0.6 + (i / 3 % 5) * 0.4);
            }
        }
        Mesh soup = Mesh.of(p, t);
        long all = 0;
        for (int a = 0; a < 160; a++) {
            for (int b = a + 1; b < 160; b++) {
                all += crossed(p, 9 * a, 9 * b) ? 1 : 0;
            }
        }
        assertThat(new Crossings(soup).in(p, Cancel.NEVER).pairs())
                .isEqualTo(all)
                .isGreaterThan(50);
    }

    /** Another way than Möller's: a side of one goes through the other. */
    private static boolean crossed(float[] p, int a, int b) {
        for (int k = 0; k < 3; k++) {
            if (pierces(p, a + 3 * k, a + 3 * ((k + 1) % 3), b) || pierces(p, b + 3 * k, b + 3 * ((k + 1) % 3), a)) {
                return true;
            }
        }
        return false;
    }

    private static boolean pierces(float[] p, int from, int to, int tri) {
        double s = volume(p, from, tri, tri + 3, tri + 6);
        double e = volume(p, to, tri, tri + 3, tri + 6);
        if (s * e >= 0) {
            return false;
        }
        double x = volume(p, from, to, tri, tri + 3);
        double y = volume(p, from, to, tri + 3, tri + 6);
        double z = volume(p, from, to, tri + 6, tri);
        return x > 0 == y > 0 && y > 0 == z > 0;
    }

    private static double volume(float[] p, int a, int b, int c, int d) {
        double[] u = new double[9];
        int[] corners = {b, c, d};
        for (int k = 0; k < 3; k++) {
            for (int i = 0; i < 3; i++) {
                u[3 * k + i] = (double) p[corners[k] + i] - p[a + i];
            }
        }
        return u[0] * (u[4] * u[8] - u[5] * u[7])
                - u[1] * (u[3] * u[8] - u[5] * u[6])
                + u[2] * (u[3] * u[7] - u[4] * u[6]);
    }

    @Test
    void theLargestFreeStrengthIsWhereTheSheetBelowIsReached() {
        // the upper sheet's middle is pushed down; the lower one lies 0.5 m below
        Mesh both = joined(sheet(10, 0.1, 0), sheet(10, 0.1, 0.5));
        PushLoop loop = PushLoop.of(ONE, both.vertices(), 2, frame -> {
            float[] push = new float[both.vertices()];
            for (int v = 121; v < 242; v++) {
                int column = (v - 121) % 11;
                int row = (v - 121) / 11;
                push[v] = (float) (-2 * Math.max(0, 1 - Math.hypot(column - 5, row - 5) / 5));
            }
            return push;
        });
        Cloth.Fault fault = new Cloth(both, loop, Cancel.NEVER).fault().orElseThrow();
        assertThat(fault.pairs()).isGreaterThan(0);
        assertThat(fault.free()).isCloseTo(0.25, within(1e-3));
    }

    @Test
    void aSoundSheetHasNoFault() {
        Mesh sheet = sheet(12, 0.1, 0);
        PushLoop loop = PushLoop.of(ONE, sheet.vertices(), 1, frame -> {
            float[] push = new float[sheet.vertices()];
            for (int v = 0; v < push.length; v++) {
                push[v] = (float) (0.1 * Math.sin(v * 0.7));
            }
            return push;
        });
        assertThat(new Cloth(sheet, loop, Cancel.NEVER).fault()).isEmpty();
    }

    @Test
    void whereTheMaskIsNoneNothingMovesAndTheErrorIsHalfAStep() {
        PushLoop loop = PushLoop.of(new Frames(8, 0, 0.1, true), 3, 0.4, frame ->
                new float[] {0, (float) (0.4 * Math.sin(Math.PI * frame / 4)), 0.123456f});
        for (int f = 0; f < 8; f++) {
            assertThat(loop.push(f, 0)).isEqualTo(0);
            assertThat(loop.push(f, 1)).isCloseTo(0.4 * Math.sin(Math.PI * f / 4), within(0.5001 * loop.metres()));
        }
        assertThat(loop.metres()).isCloseTo(0.4 / 32767, within(1e-12));
        assertThat(loop.drift()).isCloseTo(0.123456, within(1e-6));
    }
}
