package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class BranchesTest {
    private static Branches tree(double size, double pipe, double sag) {
        Crown crown = new Crown(1.2 * size, 5 * size, 1.6 * size, 0.3);
        return Seeking.grown(Draw.of(4, 1), crown, new double[][] {{0, 0}}, 200, 0)
                .thickened(0.006 * size, pipe)
                .sagged(sag, 5 * size);
    }

    private static int[] parents(Branches tree) {
        return java.util.stream.IntStream.range(0, tree.count())
                .map(tree::parent)
                .toArray();
    }

    @Test
    void aBranchIsAsThickAsAllThatItCarriesByThePipeModel() {
        for (double pipe : new double[] {2, 2.3, 2.5}) {
            Branches tree = tree(1, pipe, 0);
            double[] radii = tree.radii();
            int[] parents = parents(tree);
            double[] sums = new double[radii.length];
            for (int node = 0; node < radii.length; node++) {
                if (parents[node] >= 0) {
                    sums[parents[node]] += Math.pow(radii[node], pipe);
                }
            }
            for (int node = 0; node < radii.length; node++) {
                double own = sums[node] == 0 ? Math.pow(0.006, pipe) : sums[node];
                assertThat(Math.pow(radii[node], pipe)).isCloseTo(own, within(1e-9 * own));
            }
        }
        assertThat(tree(1, 2, 0).radii()[0]).isGreaterThan(tree(1, 2.5, 0).radii()[0]);
    }

    private static double[] step(Branches tree, int node, int from) {
        return new double[] {tree.x(node) - tree.x(from), tree.y(node) - tree.y(from), tree.z(node) - tree.z(from)};
    }

    @Test
    void branchesBendDownUnderTheirWeightAndKeepTheirLengths() {
        Branches stiff = tree(1, 2.3, 0);
        Branches sagging = tree(1, 2.3, 1);
        int[] parents = parents(stiff);
        double lowered = 0;
        double farthest = 0;
        int reached = 0;
        for (int node = 0; node < parents.length; node++) {
            if (parents[node] >= 0 && sagging.y(node) > 0.05) {
                double[] before = step(stiff, node, parents[node]);
                double[] after = step(sagging, node, parents[node]);
                assertThat(Math.sqrt(Vec.dot(after, after)))
                        .isCloseTo(Math.sqrt(Vec.dot(before, before)), within(1e-9));
            }
            lowered += stiff.y(node) - sagging.y(node);
            double out = Math.hypot(stiff.x(node), stiff.z(node));
            if (out > farthest) {
                farthest = out;
                reached = node;
            }
        }
        assertThat(lowered / parents.length).as("metres on the mean, of 5 m").isBetween(0.02, 0.8);
        assertThat(sagging.y(reached)).as("the farthest twig").isLessThan(stiff.y(reached) - 0.05);
    }

    @Test
    void aSmallTreeBendsLikeALargeOne() {
        Branches small = tree(0.1, 2.3, 0.7);
        Branches large = tree(1, 2.3, 0.7);
        for (int node = 0; node < small.radii().length; node++) {
            assertThat(10 * small.x(node)).isCloseTo(large.x(node), within(1e-6));
            assertThat(10 * small.y(node)).isCloseTo(large.y(node), within(1e-6));
        }
    }

    @Test
    void aFlaringFootIsWiderAndTheRestOfTheTrunkIsNot() {
        Branches tree = tree(1, 2.3, 0);
        double plain = widest(tree.mesh(Draw.of(4, 1), new Wood(0, "#8d8577", Bark.PLAIN), Foliage.NONE, 0), 0.05);
        double flared = widest(tree.mesh(Draw.of(4, 1), new Wood(1, "#8d8577", Bark.PLAIN), Foliage.NONE, 0), 0.05);
        assertThat(flared / plain).isCloseTo(2, within(0.25));
    }

    /** Metres from the axis of the foot, of what lies below a height. */
    private static double widest(PlantMesh mesh, double below) {
        float[] p = mesh.mesh().positions();
        double most = 0;
        for (int i = 0; i < p.length; i += 3) {
            if (p[i + 1] < below) {
                most = Math.max(most, Math.hypot(p[i], p[i + 2]));
            }
        }
        return most;
    }
}
