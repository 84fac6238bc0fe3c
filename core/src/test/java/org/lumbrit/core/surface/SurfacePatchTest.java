package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Point3;

/** What is drawn of a part of the surface on a finer grid. */
class SurfacePatchTest {
    @Test
    void whatIsDrawnHasNoCrackBetweenFineAndCoarseParts() {
        Ground ground = Grounds.bumpy(33, 20, 1);
        SurfacePatch room =
                SurfacePatch.along(List.of(new Point3(-6, 0, -2), new Point3(1, 0, 3), new Point3(6, 0, 2)), 1.9, 0.05);
        float[] change = new float[room.change().length];
        for (int i = 0; i < change.length; i++) {
            double x = room.x(i % room.columns());
            // a groove across the middle that leaves much of it as it was
            change[i] = room.inside()[i] != 0 && Math.abs(x - 0.7) < 0.4 ? -0.1f : 0;
        }
        SurfacePatch patch = room.with(change);
        Mesh mesh = patch.over(ground, 0.5, 0.7, 0.5).mesh();
        assertThat(mesh.count()).isLessThan(fine(patch) / 2);
        Map<Long, Integer> sides = new HashMap<>();
        int[] t = mesh.triangles();
        double area = 0;
        for (int i = 0; i < t.length; i++) {
            int a = t[i];
            int b = t[i % 3 == 2 ? i - 2 : i + 1];
            sides.merge(Math.min(a, b) * 10_000_000L + Math.max(a, b), 1, Integer::sum);
        }
        for (int i = 0; i < t.length; i += 3) {
            float[] p = mesh.positions();
            double cross = (double) (p[3 * t[i + 1] + 2] - p[3 * t[i] + 2]) * (p[3 * t[i + 2]] - p[3 * t[i]])
                    - (double) (p[3 * t[i + 1]] - p[3 * t[i]]) * (p[3 * t[i + 2] + 2] - p[3 * t[i] + 2]);
            assertThat(cross).as("all face up").isGreaterThan(0);
            area += cross / 2;
        }
        assertThat(area).isCloseTo(fine(patch) / 2.0 * room.cell() * room.cell(), within(1e-3 * area));
        sides.forEach((side, count) -> {
            if (count == 1) {
                assertThat(atBorder(patch, mesh, (int) (side / 10_000_000L))).isTrue();
                assertThat(atBorder(patch, mesh, (int) (side % 10_000_000L))).isTrue();
            }
        });
    }

    @Test
    void ofPatchesThatCrossEachPlaceIsDrawnOnceAsDeepAsTheDeepest() {
        SurfacePatch east = pressed(new Point3(-5, 0, 0.01), new Point3(5, 0, 0.01), 0.05, -0.1f);
        SurfacePatch south = pressed(new Point3(0.01, 0, -5), new Point3(0.02, 0, 5), 0.03, -0.04f);
        SurfacePatch far = pressed(new Point3(20, 0, 0), new Point3(22, 0, 0), 0.05, -0.2f);
        List<SurfacePatch> joined = CrossingPatches.joined(List.of(east, south, far), Cancel.NEVER);
        assertThat(joined).hasSize(3);
        assertThat(joined.get(2)).isSameAs(far);
        SurfacePatch coarse = joined.get(0);
        SurfacePatch fine = joined.get(1);
        assertThat(fine.inside()).as("the finer one is whole").isEqualTo(south.inside());
        assertThat(fine.at(0, 0)).isCloseTo(-0.1, within(1e-6));
        assertThat(fine.at(0, 3)).isCloseTo(-0.04, within(1e-6));
        assertThat(coarse.at(3, 0)).isCloseTo(-0.1, within(1e-6));
        assertThat(coarse.holds(0, 0, 0)).isFalse();
        Ground ground = Grounds.slope(33, 33, 16, 0);
        double area = 0;
        for (SurfacePatch each : List.of(coarse, fine)) {
            area += fine(each) / 2.0 * each.cell() * each.cell();
            for (int node : each.nodes()) {
                double x = each.x(node % each.columns());
                double z = each.z(node / each.columns());
                double expected = Math.abs(z) < 0.25 && Math.abs(x) < 5.2 ? -0.1 : Math.abs(x) < 0.25 ? -0.04 : 0;
                boolean atSide = Math.abs(Math.abs(z) - 0.3) < 0.06 || Math.abs(Math.abs(x) - 0.3) < 0.06;
                if (!atSide && Math.abs(x) < 4 && Math.abs(z) < 4) {
                    assertThat((double) each.change()[node]).as(x + " " + z).isCloseTo(expected, within(1e-6));
                }
            }
        }
        // two strips of 2 m by 10 m with round ends, over each other on 2 m by 2 m less a seam
        assertThat(area).isBetween(2 * (20 + Math.PI) - 4 - 0.3, 2 * (20 + Math.PI) - 4 + 1.6);
        assertThat(coarse.over(ground, 0, 1, 0).mesh().count()).isPositive();
        // one that is covered wholly is left out
        SurfacePatch within = pressed(new Point3(-1, 0, 0), new Point3(1, 0, 0), 0.1, -0.02f);
        SurfacePatch wide = new SurfacePatch(-8, -8, 0.05, 321, 321, ones(321 * 321), new float[321 * 321]);
        assertThat(CrossingPatches.joined(List.of(within, wide), Cancel.NEVER))
                .singleElement()
                .satisfies(left -> assertThat(left.at(0, 0)).isCloseTo(-0.02, within(1e-6)));
    }

    private static byte[] ones(int count) {
        byte[] ones = new byte[count];
        java.util.Arrays.fill(ones, (byte) 1);
        return ones;
    }

    /** A strip of 1 m to each side, pressed within 0.3 m of the line. */
    private static SurfacePatch pressed(Point3 a, Point3 b, double cell, float by) {
        SurfacePatch room = SurfacePatch.along(List.of(a, b), 1, cell);
        SurfacePatch groove = SurfacePatch.along(List.of(a, b), 0.3, cell);
        float[] change = new float[room.change().length];
        for (int i = 0; i < change.length; i++) {
            double x = room.x(i % room.columns());
            double z = room.z(i / room.columns());
            change[i] = groove.holds(x, z, 0) ? by : 0;
        }
        return room.with(change);
    }

    /** How many triangles it would have if all were fine. */
    private static int fine(SurfacePatch patch) {
        int count = 0;
        for (int r = 0; r + 1 < patch.rows(); r++) {
            for (int c = 0; c + 1 < patch.columns(); c++) {
                int a = r * patch.columns() + c;
                byte[] in = patch.inside();
                count +=
                        in[a] != 0 && in[a + 1] != 0 && in[a + patch.columns()] != 0 && in[a + patch.columns() + 1] != 0
                                ? 2
                                : 0;
            }
        }
        return count;
    }

    private static boolean atBorder(SurfacePatch patch, Mesh mesh, int vertex) {
        int c = (int) Math.round((mesh.positions()[3 * vertex] - patch.west()) / patch.cell());
        int r = (int) Math.round((mesh.positions()[3 * vertex + 2] - patch.north()) / patch.cell());
        for (int k = 0; k < 9; k++) {
            int column = c + k % 3 - 1;
            int row = r + k / 3 - 1;
            if (column < 0
                    || row < 0
                    || column >= patch.columns()
                    || row >= patch.rows()
                    || patch.inside()[row * patch.columns() + column] == 0) {
                return true;
            }
        }
        return false;
    }
}
