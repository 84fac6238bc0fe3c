package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class CrownLightTest {
    /** A trunk of ten metres with a twig of one step to each side at every metre. */
    private static Branches ladder() {
        Branches branches = new Branches();
        int at = branches.add(0, 0, 0, -1);
        for (int y = 1; y <= 10; y++) {
            at = branches.add(0, y, 0, at);
            branches.add(0.4, y, 0, at);
            branches.add(-0.4, y, 0, at);
        }
        return branches;
    }

    @Test
    void aTwigDimsTheCellsBelowItTheLessTheDeeper() {
        Branches one = new Branches();
        one.add(0.5, 5.5, 0.5, -1);
        for (int down = 1; down <= 7; down++) {
            one.add(0.5, 5.5 - down, 0.5, 0);
        }
        one.add(2.5, 4.5, 0.5, 0);
        double[] shade = CrownLight.shade(one, 1);
        assertThat(shade[0]).isZero();
        assertThat(shade[1]).isCloseTo(1 / 1.6, within(1e-12));
        assertThat(shade[2]).isCloseTo(1 / 1.6 + 1 / (1.6 * 1.6), within(1e-12));
        assertThat(shade[8])
                .as("two cells beside, one below: outside the pyramid")
                .isZero();
    }

    @Test
    void theDeepestShadeLosesItsTwigsFirst() {
        Branches thinner = CrownLight.thinned(ladder(), Draw.of(1, 0), 0.5, 0, 1);
        assertThat(thinner.twigs()).isEqualTo(10);
        double lowest = 10;
        for (int node = 1; node < thinner.count(); node++) {
            if (thinner.x(node) != 0) {
                lowest = Math.min(lowest, thinner.y(node));
            }
        }
        assertThat(lowest).as("of the twigs that are left").isGreaterThan(4.5);
        assertThat(thinner.y(thinner.count() - 1)).isEqualTo(10);
    }

    @Test
    void deadTwigsStayWithoutLeaves() {
        Branches all = CrownLight.thinned(ladder(), Draw.of(1, 0), 0.5, 1, 1);
        assertThat(all.twigs()).isEqualTo(20);
        int bare = 0;
        for (int node = 0; node < all.count(); node++) {
            bare += all.bare(node) ? 1 : 0;
        }
        assertThat(bare).isEqualTo(10);
        int leaves = 0;
        for (int bareness = 0; bareness < 2; bareness++) {
            Branches tree = bareness == 0 ? ladder() : all;
            PlantMesh mesh = tree.thickened(0.01, 2.3)
                    .mesh(
                            Draw.of(1, 0),
                            new Wood(0, "#808080", Bark.PLAIN),
                            new Foliage(LeafShape.OVATE, 0.1, 2, 20),
                            0);
            int tinted = (int) java.util.Arrays.stream(mesh.colours())
                    .filter(c -> c >>> 24 > 0)
                    .count();
            assertThat(bareness == 0 || tinted < leaves).isTrue();
            leaves = tinted;
        }
        assertThat(leaves).isPositive();
    }
}
