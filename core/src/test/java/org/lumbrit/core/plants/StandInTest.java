package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Colour;

class StandInTest {
    private static final int LEAF = 0xFF208020;
    private static final int TWIG = 0x00F0F0F0;

    private static void triangle(PlantBuilder builder, double x, double y, double size, int colour) {
        double[] up = {0, 1, 0};
        double[] centre = {0, 0, 0};
        int first = builder.vertices();
        builder.vertex(new double[] {x, y, 0}, up, centre, y, colour);
        builder.vertex(new double[] {x + size, y, 0}, up, centre, y, colour);
        builder.vertex(new double[] {x, y + size, 0}, up, centre, y, colour);
        builder.triangle(first, first + 1, first + 2);
    }

    /** A willow stood as a pale lump while the picture moved: its many white twigs outvoted its leaves. */
    @Test
    void itHasTheColoursThatCoverThePlantNotThoseOfItsManyTwigs() {
        PlantBuilder builder = new PlantBuilder();
        for (int i = 0; i < 200; i++) {
            triangle(builder, 0.01 * i, 0.01 * i, 0.004, TWIG);
        }
        for (int i = 0; i < 8; i++) {
            triangle(builder, 0.2 * i, 0.2 * i, 0.5, LEAF);
        }
        PlantMesh standIn = StandIn.of(builder.mesh());
        for (int argb : standIn.colours()) {
            Colour colour = Colour.ofPacked(argb);
            assertThat(colour.green()).isGreaterThan(3 * colour.red());
            assertThat(argb >>> 24).as("takes the tint as leaves do").isGreaterThan(240);
        }
    }
}
