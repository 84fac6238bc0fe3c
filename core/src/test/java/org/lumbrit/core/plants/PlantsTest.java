package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.lumbrit.core.props.MeshShape;
import org.lumbrit.core.surface.Deviation;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;
import org.lumbrit.core.surface.TriangleTree;

/** What every plant promises, and its detail levels. */
class PlantsTest {
    private static final Mesh BALL = Mesh.of(Sphere.positions(4), Sphere.triangles(4));

    static Stream<Plant> plants() {
        return Stream.of(
                new StrandPlant(4, 31, 50, 0.5, 0.7, 0.4, 0.01),
                new ClumpPlant(4, 24, 7, 0.5, 0.4, 0.01, 0.3, 40, 50, 0.3, 0.5),
                new LeafPlant(4, 0.12, 0.05, 0.4, 18, 35, 45, 8, 0.4),
                new FernPlant(4, 7, 10, 0.6, 0.9, 28, 70, 0.16, 0.4),
                new ClimberPlant(4, 1.2, 0.5, 24, 0.08, 0.01, 0.5, 3, 0.5, "#54422f"),
                new ShrubPlant(4, 0.7, 1.1, 5, 0.035, 4, 120, 0.002, 0, 0.5, "#6b5138"),
                new TreePlant(4, 5, 3, 0.3, 0.35, 0.07, 4, 200, 0.006, 0.1, 0.5, "#8d8577"),
                tree(LeafShape.OVATE, TreePlant.Branching.ORDERS, 1),
                tree(LeafShape.LOBED, TreePlant.Branching.ORDERS, 3),
                tree(LeafShape.NEEDLES, TreePlant.Branching.ORDERS, 5),
                tree(LeafShape.PINNATE, TreePlant.Branching.SEEKING, 1),
                new FlowerPlant(4, 0.3, 0.06, 0.003, 0.4, 0.7, 9, 25, 18, 0.4, "#e9e2d0", "#c79a3a"),
                new MushroomPlant(4, 0.09, 0.08, 0.22, 0.42, 0.5, "#d9cdb4"),
                new StonePlant(4, 0.22, 0.4, 0.45, 3),
                new ScalePlant(4, 0.05, 0.04, 22, 50, 0.4, 0.3),
                new FeatherPlant(4, 0.16, 0.04, 0.15, 40, 30, 0.35, 0.3),
                new MeshPlant("ball.ply", 1, MeshShape.Up.Y, 2, MeshPlant.Coordinate.PATH, List.of()));
    }

    private static TreePlant tree(LeafShape shape, TreePlant.Branching branching, int whorl) {
        return new TreePlant(
                4,
                5,
                3,
                0.25,
                0.4,
                0.1,
                3,
                160,
                0.005,
                0.1,
                0.5,
                2.4,
                0.3,
                0.5,
                "#8d8577",
                shape,
                20,
                0.3,
                0.2,
                Bark.BANDED,
                branching,
                60,
                whorl,
                0.5);
    }

    private static PlantMesh made(Plant plant, int variant, int detail) {
        return plant.mesh(5, variant, detail, file -> BALL);
    }

    @ParameterizedTest
    @MethodSource("plants")
    void itStandsOnTheOriginWithAWayFromFootToTip(Plant plant) {
        for (int variant = 0; variant < plant.variants(); variant++) {
            PlantMesh mesh = made(plant, variant, 0);
            double[] b = mesh.bounds();
            assertThat(b[0]).isLessThanOrEqualTo(1e-6);
            assertThat(b[3]).isGreaterThanOrEqualTo(-1e-6);
            assertThat(b[1]).isBetween(-0.3 * plant.length(), 0.05 * plant.length());
            assertThat(b[4]).isBetween(0.2 * plant.length(), 2 * plant.length());
            float least = 1;
            float most = 0;
            for (int v = 0; v < mesh.vertices(); v++) {
                least = Math.min(least, mesh.along()[v]);
                most = Math.max(most, mesh.along()[v]);
                float[] n = mesh.normals();
                double length =
                        Math.sqrt(n[3 * v] * n[3 * v] + n[3 * v + 1] * n[3 * v + 1] + n[3 * v + 2] * n[3 * v + 2]);
                assertThat(length).isCloseTo(1, within(1e-4));
            }
            assertThat(least).isLessThan(0.02f);
            assertThat(most).isCloseTo(1, within(1e-6f));
            for (int corner : mesh.indices()) {
                assertThat(corner).isBetween(0, mesh.vertices() - 1);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("plants")
    void theSameSeedAndVariantGiveTheSameBytes(Plant plant) {
        assertThat(made(plant, 0, 0).positions()).isEqualTo(made(plant, 0, 0).positions());
        if (plant.variants() > 1) {
            assertThat(made(plant, 1, 0).positions())
                    .isNotEqualTo(made(plant, 0, 0).positions());
        }
    }

    @ParameterizedTest
    @MethodSource("plants")
    void eachDetailLevelHasFewerTrianglesAndTheErrorThatItStates(Plant plant) {
        Detail.Levels levels = Detail.of(detail -> made(plant, 1 % plant.variants(), detail));
        TriangleTree tree = new TriangleTree(levels.full().mesh().mesh());
        int before = Integer.MAX_VALUE;
        for (Detail level : levels.levels()) {
            assertThat(level.mesh().triangles()).isLessThan(before);
            before = level.mesh().triangles();
            double seen = farthestOfSamples(level.mesh(), tree);
            assertThat(seen).isLessThanOrEqualTo(level.error() + 1e-7);
            assertThat(level.error()).isLessThanOrEqualTo(seen + 0.02 * plant.length() + 0.1 * seen);
        }
        assertThat(levels.full().error()).isZero();
    }

    private static double farthestOfSamples(PlantMesh mesh, TriangleTree tree) {
        TriangleTree.Probe probe = tree.probe();
        double most = 0;
        float[] p = mesh.positions();
        for (int t = 0; t < mesh.indices().length; t += 3) {
            for (int i = 0; i <= 6; i++) {
                for (int j = 0; j <= 6 - i; j++) {
                    double[] at = new double[3];
                    double[] share = {i / 6.0, j / 6.0, (6 - i - j) / 6.0};
                    for (int k = 0; k < 9; k++) {
                        at[k % 3] += share[k / 3] * p[3 * mesh.indices()[t + k / 3] + k % 3];
                    }
                    most = Math.max(most, probe.distance(at[0], at[1], at[2]));
                }
            }
        }
        return most;
    }

    @Test
    void thePipeModelKeepsTheSumOfPowersAtEveryFork() {
        PlantMesh thin = new TreePlant(1, 5, 3, 0.3, 0.3, 0, 0, 60, 0.004, 0, 0, "#8d8577").mesh(2, 0);
        PlantMesh thick = new TreePlant(1, 5, 3, 0.3, 0.3, 0, 0, 900, 0.004, 0, 0, "#8d8577").mesh(2, 0);
        // more twigs, a thicker foot: r^2.3 is proportional to the number of twigs that it carries
        assertThat(foot(thick)).isGreaterThan(1.6 * foot(thin));
        assertThat(Seeking.measured(1, 4000).twigs()).isGreaterThan(400);
    }

    private static double foot(PlantMesh mesh) {
        double most = 0;
        for (int v = 0; v < mesh.vertices(); v++) {
            if (mesh.along()[v] == 0) {
                float[] p = mesh.positions();
                float[] c = mesh.centres();
                most = Math.max(most, Math.hypot(p[3 * v] - c[3 * v], p[3 * v + 2] - c[3 * v + 2]));
            }
        }
        return most;
    }

    @Test
    void theDeviationOfABallFromALargerOneIsTheDifferenceOfTheirRadii() {
        Mesh larger = BALL.scaled(1.25);
        assertThat(Deviation.largest(BALL, new TriangleTree(larger), 4e-3)).isBetween(0.248, 0.2545);
        assertThat(Deviation.largest(BALL, new TriangleTree(BALL), 1e-4)).isLessThanOrEqualTo(1e-4);
    }

    @Test
    void aMeshOfAnotherHeightIsSizedAndItsWayAlongCanBeHeightOrAStroke() {
        PlantMesh path = made(new MeshPlant("b", 1, MeshShape.Up.Y, 3, MeshPlant.Coordinate.PATH, List.of()), 0, 0);
        PlantMesh height = made(new MeshPlant("b", 1, MeshShape.Up.Y, 3, MeshPlant.Coordinate.HEIGHT, List.of()), 0, 0);
        assertThat(height.bounds()[4]).isCloseTo(3, within(1e-5));
        for (int v = 0; v < height.vertices(); v++) {
            assertThat(height.along()[v]).isCloseTo(height.positions()[3 * v + 1] / 3, within(1e-5f));
        }
        // over a ball of 3 m the way to the top is half its girth
        int top = 0;
        for (int v = 0; v < path.vertices(); v++) {
            top = path.positions()[3 * v + 1] > path.positions()[3 * top + 1] ? v : top;
        }
        assertThat(path.along()[top]).isCloseTo(1, within(0.02f));
    }

    @Test
    void aMeshWithoutTrianglesOrWithFarTooManyIsRefusedInWords() {
        MeshPlant plant = new MeshPlant("x.ply", 1, MeshShape.Up.Y, 1, MeshPlant.Coordinate.PATH, List.of());
        Mesh none = Mesh.of(new float[9], new int[0]);
        Mesh many = new Mesh(new float[9], new float[9], new int[15_000_000], "many");
        assertThatThrownBy(() -> plant.mesh(1, 0, 0, file -> none))
                .isInstanceOf(UnusablePlantException.class)
                .hasMessageContaining("no triangles");
        assertThatThrownBy(() -> plant.mesh(1, 0, 0, file -> many))
                .isInstanceOf(UnusablePlantException.class)
                .hasMessageContaining("5000000 triangles");
    }

    @Test
    void widthCurveAndAccentAlongChangeTheMeshAsTheySay() {
        PlantMesh strand = new StrandPlant(1, 31, 0, 0, 0.5, 1, 0.1).mesh(1, 0);
        float[] half = new float[strand.vertices()];
        java.util.Arrays.fill(half, 0.5f);
        assertThat(Dressing.widened(strand, half).positions()[0]).isCloseTo(strand.positions()[0] / 2, within(1e-6f));
        float[] quarter = new float[Dressing.STEPS + 1];
        java.util.Arrays.fill(quarter, 90);
        PlantMesh curved = Dressing.curved(strand, quarter);
        int tip = strand.vertices() - 1;
        assertThat(curved.positions()[3 * tip + 1]).isCloseTo(0.6366f, within(2e-3f));
        assertThat(curved.positions()[3 * tip + 2]).isCloseTo(0.6366f, within(2e-3f));
        float[] all = new float[strand.vertices()];
        java.util.Arrays.fill(all, 1);
        assertThat(Dressing.accented(strand, "#f1ead8", all).colours()[0]).isEqualTo(0x00f1ead8);
    }
}
