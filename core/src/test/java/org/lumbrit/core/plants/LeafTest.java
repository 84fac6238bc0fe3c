package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class LeafTest {
    private static PlantMesh leaf(LeafShape shape, double fold, int detail) {
        PlantBuilder builder = new PlantBuilder();
        double[] out = {0, 0, 1};
        new Leaf(builder, shape, fold, new double[3], out, 0, new double[] {0, 1, 0}, 0, Draw.of(2, 0), 7)
                .put(0.1, detail);
        return builder.mesh();
    }

    @ParameterizedTest
    @EnumSource(value = LeafShape.class, names = "PLAIN", mode = EnumSource.Mode.EXCLUDE)
    void itIsAsLongAsItSaysFacesUpAndGetsCoarser(LeafShape shape) {
        double[] b = leaf(shape, 20, 0).bounds();
        assertThat(b[5] - b[2]).as("along").isBetween(0.08, 0.115);
        int before = Integer.MAX_VALUE;
        for (int detail = 0; detail < 3; detail++) {
            PlantMesh mesh = leaf(shape, 20, detail);
            assertThat(mesh.triangles()).isLessThan(before + (detail == 2 ? 1 : 0));
            before = mesh.triangles();
            for (int v = 0; v < mesh.vertices(); v++) {
                assertThat(mesh.normals()[3 * v + 1]).as("up").isGreaterThan(0.2f);
            }
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = LeafShape.class,
            names = {"OVATE", "LANCEOLATE", "LOBED"})
    void itsGreatestWidthIsThatOfItsShape(LeafShape shape) {
        double[] b = leaf(shape, 0, 0).bounds();
        double widest = 0;
        for (double[] row : shape.outline()) {
            widest = Math.max(widest, row[1]);
        }
        // of what is left of its length above the stalk
        assertThat(b[3] - b[0]).isCloseTo(0.084 * widest * shape.slender(), within(1e-6));
    }

    @Test
    void aFoldLiftsTheEdgesByItsAngle() {
        PlantMesh mesh = leaf(LeafShape.OVATE, 30, 0);
        // the stalk's three, the foot, then the rows: left, rib, right
        float[] p = mesh.positions();
        double[] left = {p[12], p[13], p[14]};
        double[] rib = {p[15], p[16], p[17]};
        double up = left[1] - rib[1];
        double out = Math.hypot(left[0] - rib[0], left[2] - rib[2]);
        assertThat(Math.toDegrees(Math.atan2(up, out))).isCloseTo(30, within(0.5));
    }

    @Test
    void bandsAreDarkOnPaleAndYoungWoodIsDark() {
        int pale = 0;
        int dark = 0;
        for (int ring = 0; ring < 60; ring++) {
            for (int side = 0; side < 8; side++) {
                int c = Bark.BANDED.colour("#d6d0c4", 12, (ring * 8 + side) % 10 / 10.0, side, ring);
                if ((c >> 8 & 255) > 170) {
                    pale++;
                } else if ((c >> 8 & 255) < 120) {
                    dark++;
                }
            }
        }
        assertThat(pale).isGreaterThan(300);
        assertThat(dark).isBetween(20, 160);
        assertThat(Bark.BANDED.colour("#d6d0c4", 1, 0.9, 0, 0) >> 8 & 255).isLessThan(120);
        assertThat(Bark.PLAIN.colour("#d6d0c4", 1, 0.9, 0, 0)).isEqualTo(0xd6d0c4);
    }
}
