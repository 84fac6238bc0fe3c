package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
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

    private static double[] sides(PlantMesh plant, int triangle) {
        double[][] at = new double[3][];
        for (int k = 0; k < 3; k++) {
            int v = plant.indices()[3 * triangle + k];
            at[k] = new double[] {plant.positions()[3 * v], plant.positions()[3 * v + 1], plant.positions()[3 * v + 2]};
        }
        return Vec.cross(Vec.minus(at[1], at[0]), Vec.minus(at[2], at[0]));
    }

    private static double area(PlantMesh plant, int triangle) {
        double[] n = sides(plant, triangle);
        return Math.sqrt(Vec.dot(n, n)) / 2;
    }

    private static double area(PlantMesh plant) {
        return IntStream.range(0, plant.triangles())
                .mapToDouble(t -> area(plant, t))
                .sum();
    }

    /** A stem of a metre with a crown of many small leaves about its upper half. */
    private static PlantMesh tree(int leaves) {
        PlantBuilder builder = new PlantBuilder();
        builder.tube(new double[][] {{0, 0, 0}, {0, 1, 0}}, new double[] {0.05, 0}, 0, 6, TWIG);
        for (int i = 0; i < leaves; i++) {
            double turn = 2.4 * i;
            double out = 0.4 * Math.sqrt((i + 0.5) / leaves);
            triangle(builder, out * Math.cos(turn), 0.6 + 0.4 * i / leaves, 0.03, LEAF);
        }
        return builder.mesh();
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
        double green = 0;
        for (int t = 0; t < standIn.triangles(); t++) {
            int argb = standIn.colours()[standIn.indices()[3 * t]];
            Colour colour = Colour.ofPacked(argb);
            boolean leaf = colour.green() > 3 * colour.red() && argb >>> 24 > 240;
            green += leaf ? area(standIn, t) : 0;
        }
        assertThat(green / area(standIn)).isGreaterThan(0.98);
    }

    /** A crown that lets light through stood as a closed oval, far heavier than the tree. */
    @Test
    void aThinCrownStaysThinAndStandsWhereItsLeavesAre() {
        PlantMesh tree = tree(300);
        PlantMesh standIn = StandIn.of(tree);
        assertThat(standIn.triangles()).isBetween(20, 26);
        assertThat(area(standIn)).isLessThanOrEqualTo(1.0001 * area(tree));
        double[] own = tree.bounds();
        double[] its = standIn.bounds();
        for (int d = 0; d < 6; d++) {
            assertThat(its[d]).as("bound " + d).isCloseTo(own[d], within(0.12));
        }
        double high = 0;
        double leaves = 0;
        for (int t = 0; t < standIn.triangles(); t++) {
            int v = standIn.indices()[3 * t];
            if (standIn.colours()[v] >>> 24 > 128) {
                leaves += area(standIn, t);
                high += area(standIn, t) * standIn.positions()[3 * v + 1];
            }
        }
        assertThat(high / leaves).as("metres above the root").isCloseTo(0.8, within(0.05));
    }

    @Test
    void theSameIsMadeOfTheSameAndAStemOfNoLeavesIsSpikesAlone() {
        assertThat(StandIn.of(tree(50)).positions())
                .isEqualTo(StandIn.of(tree(50)).positions());
        PlantMesh stem = StandIn.of(tree(0));
        assertThat(stem.triangles()).isBetween(1, 20);
        assertThat(area(stem)).isLessThanOrEqualTo(1.0001 * area(tree(0)));
    }
}
