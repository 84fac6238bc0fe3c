package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.growth.Growth;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.props.BoxShape;
import org.lumbrit.core.props.PlacedMesh;
import org.lumbrit.core.props.Prop;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

class ClimbingTest {
    private static final Ground LEVEL = new Ground(33, 33, new float[33 * 33], 20);
    private static final double[] UP = {0, 1, 0};

    private static PlacedMesh wall() {
        Prop prop = new Prop("wall", "Wall", new BoxShape(6, 4, 1), 0, 0, 0, 0, 0, 0, 1, true, 0, 0, "#888888", false);
        Mesh mesh = prop.shape().mesh(file -> null);
        TriangleTree tree = new TriangleTree(mesh);
        return PlacedMesh.of(prop, mesh, () -> tree, LEVEL);
    }

    private static Climbing rule(double apart, double branches) {
        return new Climbing(0.1, 6, 0.01, UP, 0.3, apart, branches, 5);
    }

    private static double[][] feet(int many) {
        double[][] feet = new double[many][];
        for (int k = 0; k < many; k++) {
            feet[k] = new double[] {-2.5 + 5.0 * (k + 0.5) / many, 0, 0.6};
        }
        return feet;
    }

    @Test
    void theyKeepToTheSurfaceAndClimb() {
        PlacedMesh wall = wall();
        TriangleTree.Probe probe = wall.probe();
        for (List<Climbing.Shoot> shoots : rule(0.05, 0).grown(LEVEL, List.of(wall), feet(8), Cancel.NEVER)) {
            double highest = 0;
            for (double[] node : shoots.get(0).line()) {
                double near = Math.min(Math.abs(node[1]), wall.distance(probe, node[0], node[1], node[2]));
                assertThat(near).isLessThan(0.05);
                highest = Math.max(highest, node[1]);
            }
            assertThat(highest).isGreaterThan(3.5);
        }
    }

    @Test
    void theyKeepApart() {
        List<List<Climbing.Shoot>> all = rule(0.3, 0).grown(LEVEL, List.of(wall()), feet(10), Cancel.NEVER);
        for (int a = 0; a < all.size(); a++) {
            for (int b = a + 1; b < all.size(); b++) {
                // the feet are where they are put
                double[][] first = all.get(a).isEmpty()
                        ? new double[0][]
                        : all.get(a).get(0).line();
                double[][] second = all.get(b).isEmpty()
                        ? new double[0][]
                        : all.get(b).get(0).line();
                for (int i = 1; i < first.length; i++) {
                    for (int j = 1; j < second.length; j++) {
                        assertThat(Vec.distance(first[i], second[j])).isGreaterThan(0.26);
                    }
                }
            }
        }
    }

    @Test
    void branchesBeginWhereTheParentPassesAndAreShorter() {
        List<Climbing.Shoot> shoots =
                rule(0, 2).grown(LEVEL, List.of(wall()), feet(1), Cancel.NEVER).get(0);
        assertThat(shoots.size()).isGreaterThan(3);
        double main = shoots.get(0).line().length * 0.1;
        for (Climbing.Shoot shoot : shoots.subList(1, shoots.size())) {
            assertThat(shoot.order()).isPositive();
            assertThat(shoot.start()).isBetween(0.05, 6.0);
            assertThat(shoot.start() + shoot.line().length * 0.1).isLessThan(6.3);
        }
        assertThat(main).isGreaterThan(3);
    }

    @Test
    void grownToNothingThereIsNothingAndWhollyThereIsAllOfIt() {
        Climbing rule = rule(0.05, 1);
        List<Climbing.Shoot> shoots =
                rule.grown(LEVEL, List.of(wall()), feet(1), Cancel.NEVER).get(0);
        PlantMesh whole = rule.mesh(shoots, 0.02, 0.1, 20, "#554433", 0);
        assertThat(whole.triangles()).isGreaterThan(1000);
        assertThat(Growth.at(whole, 0, 0.15).triangles()).isZero();
        assertThat(Growth.at(whole, 1, 0.15)).isSameAs(whole);
        int before = 0;
        for (double g : new double[] {0.1, 0.3, 0.6, 0.9}) {
            int now = Growth.at(whole, g, 0.15).triangles();
            assertThat(now).isGreaterThan(before);
            before = now;
        }
        assertThat(Growth.at(whole, 0.3, 0.15).bounds()[4]).isLessThan(0.5 * whole.bounds()[4] + 0.3);
    }

    @Test
    void whereTheGroundHasAHoleNothingGrows() {
        boolean[] holes = new boolean[32 * 32];
        java.util.Arrays.fill(holes, true);
        Ground none = new Ground(33, 33, new float[33 * 33], 20, 20, holes, "holes");
        List<List<Climbing.Shoot>> all = rule(0.05, 0).grown(none, List.of(), new double[][] {{0, 0, 0}}, Cancel.NEVER);
        assertThat(all.get(0)).isEmpty();
    }

    @Test
    void theSameSeedGrowsTheSame() {
        double[][] once = rule(0.05, 1)
                .grown(LEVEL, List.of(wall()), feet(3), Cancel.NEVER)
                .get(2)
                .get(0)
                .line();
        double[][] again = rule(0.05, 1)
                .grown(LEVEL, List.of(wall()), feet(3), Cancel.NEVER)
                .get(2)
                .get(0)
                .line();
        assertThat(again).isDeepEqualTo(once);
        assertThat(once[0][1]).isCloseTo(0.01, within(0.02));
    }
}
