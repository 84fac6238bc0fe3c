package org.lumbrit.core.plants;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class OrdersTest {
    private static final Crown CROWN = new Crown(1.5, 6, 1.5, 0.4);

    private static Branches even(double angle, int whorl, double shorter) {
        return new Orders(angle, whorl, shorter, 0, 0).grown(Draw.of(3, 0), CROWN, new double[2], 300);
    }

    /** The number of orders from the trunk: a node is of its parent's unless another child of that came first. */
    private static int[] orders(Branches tree) {
        int[] orders = new int[tree.count()];
        int[] first = new int[tree.count()];
        for (int node = 1; node < tree.count(); node++) {
            int from = tree.parent(node);
            orders[node] = orders[from] + (first[from] == 0 ? 0 : 1);
            first[from] = first[from] == 0 ? node : first[from];
        }
        return orders;
    }

    private static double[] way(Branches tree, int node) {
        return Vec.unit(Vec.minus(tree.place(node), tree.place(tree.parent(node))));
    }

    @Test
    void branchesOfTheTrunkStandOffAtTheirAngleWiderBelowAndNarrowerAbove() {
        for (double angle : new double[] {40, 70, 95}) {
            Branches tree = even(angle, 1, 0.5);
            int[] orders = orders(tree);
            List<Double> low = new ArrayList<>();
            List<Double> high = new ArrayList<>();
            for (int node = 1; node < tree.count(); node++) {
                int from = tree.parent(node);
                if (orders[node] == 1 && orders[from] == 0) {
                    double open = Math.toDegrees(Math.acos(Vec.dot(way(tree, node), new double[] {0, 1, 0})));
                    (tree.y(from) < 3.75 ? low : high).add(open);
                }
            }
            assertThat(low).hasSizeGreaterThan(4);
            assertThat(mean(low)).isCloseTo(angle * 1.06, within(0.12 * angle));
            assertThat(mean(high)).isCloseTo(angle * 0.89, within(0.12 * angle));
        }
    }

    private static double mean(List<Double> of) {
        return of.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
    }

    @Test
    void aWhorlHasItsBranchesAtOneHeightEvenlyRound() {
        Branches tree = even(80, 5, 0.3);
        int[] orders = orders(tree);
        int[] children = new int[tree.count()];
        for (int node = 1; node < tree.count(); node++) {
            if (orders[node] == 1 && orders[tree.parent(node)] == 0) {
                children[tree.parent(node)]++;
            }
        }
        assertThat(java.util.Arrays.stream(children).filter(c -> c > 0).boxed().toList())
                .isNotEmpty()
                .allMatch(c -> c % 5 == 0);
    }

    @Test
    void sideBranchesAreShorterThanWhatIsLeftOfTheirOwn() {
        Branches tree = even(50, 1, 0.4);
        int[] toEnd = tree.toEnds();
        int[] orders = orders(tree);
        int seen = 0;
        for (int node = 1; node < tree.count(); node++) {
            int from = tree.parent(node);
            if (orders[node] == 2 && orders[from] == 1) {
                seen++;
                assertThat(toEnd[node]).isLessThanOrEqualTo(toEnd[from]);
            }
        }
        assertThat(seen).isGreaterThan(20);
    }

    @Test
    void itFillsItsCrownAndNotMuchMore() {
        Branches tree = even(60, 1, 0.5);
        double widest = 0;
        int outside = 0;
        for (int node = 0; node < tree.count(); node++) {
            double r = Math.hypot(tree.x(node), tree.z(node));
            widest = Math.max(widest, r);
            outside += r > 1.25 * CROWN.radius() ? 1 : 0;
        }
        assertThat(widest).isBetween(0.9, 2.2);
        assertThat(outside).isLessThan(tree.count() / 50);
    }
}
