package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.Grounds;
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
