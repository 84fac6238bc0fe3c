package org.lumbrit.core.surface;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.lumbrit.core.math.Lanes;

/** Boxes that lie along a surface: never farther than what they hold, whatever it is and wherever it lies. */
class TurnedBoxesTest {
    private static final int GROUPS = 70;

    private static float[] leaves(double away, double thin, long seed) {
        Random random = new Random(seed);
        float[] corners = new float[9 * TurnedBoxes.WIDE * GROUPS];
        for (int t = 0; t < corners.length; t += 9) {
            for (int k = 0; k < 9; k++) {
                double spread = k % 3 == 1 ? thin : 1;
                corners[t + k] = (float) (away + spread * (random.nextGaussian() + t / 9 % 40));
            }
        }
        return corners;
    }

    @Test
    void noCornerIsNearerThanItsBoxOnAnyLevel() {
        double[][] cases = {{0, 1}, {0, 0}, {0, 1e-4}, {4e5, 1}, {-3e-3, 1e-3}};
        for (double[] each : cases) {
            float[] corners = leaves(each[0], each[1], 3);
            TurnedBoxes boxes = new TurnedBoxes(corners, GROUPS, group -> group * TurnedBoxes.WIDE);
            assertThat(boxes.levels()).isEqualTo(4);
            TurnedBoxes.Asking asking = boxes.new Asking();
            Random random = new Random(5);
            for (int n = 0; n < 300; n++) {
                double x = each[0] + 60 * random.nextGaussian();
                double y = each[0] + 60 * random.nextGaussian();
                double z = each[0] + 60 * random.nextGaussian();
                int corner = 3 * random.nextInt(corners.length / 3);
                double dx = x - corners[corner];
                double dy = y - corners[corner + 1];
                double dz = z - corners[corner + 2];
                asking.place(x, y, z);
                int box = corner / 9;
                for (int level = 0; level < boxes.levels(); level++) {
                    asking.ask(level, box / TurnedBoxes.WIDE, 1);
                    assertThat((double) asking.squares[box % TurnedBoxes.WIDE])
                            .isLessThanOrEqualTo(dx * dx + dy * dy + dz * dz);
                    box /= TurnedBoxes.WIDE;
                }
            }
        }
    }

    @Test
    void aBoxAlongABentSurfaceIsHardlyNearerThanTheSurface() {
        Mesh ball = Mesh.of(Sphere.positions(6), Sphere.triangles(6));
        TriangleTree tree = new TriangleTree(ball);
        float[] one = new float[9];
        for (int k = 0; k < 3; k++) {
            System.arraycopy(ball.positions(), 3 * ball.triangles()[k], one, 3 * k, 3);
        }
        TurnedBoxes.Asking asking = new TurnedBoxes(one, 1, group -> Math.min(1, group)).new Asking();
        asking.place(0, 0, 0);
        assertThat(asking.ask(0, 0, 2)).isEqualTo(1);
        assertThat(Math.sqrt(asking.squares[0])).isBetween(0.999, 1.0);
        assertThat(tree.probe().distance(0, 0, 0)).isBetween(0.999, 1.0);
    }

    @Test
    void whatIsNoBoxIsNeverNearer() {
        float[] corners = {0, 0, 0, 1, 0, 0, 0, 1, 0};
        TurnedBoxes.Asking asking = new TurnedBoxes(corners, 1, group -> Math.min(1, group)).new Asking();
        asking.place(0, 0, 9);
        assertThat(asking.ask(0, 0, Double.POSITIVE_INFINITY)).isEqualTo(1);
        assertThat(asking.ask(0, 0, 80)).isZero();
    }

    @Test
    void lanesGiveTheSameBits() {
        assertThat(Lanes.OFFERED).as("the module is there in tests").isTrue();
        Random random = new Random(9);
        float[] numbers = new float[15 * TurnedBoxes.WIDE];
        float[] plain = new float[TurnedBoxes.WIDE];
        float[] lanes = new float[TurnedBoxes.WIDE];
        for (int n = 0; n < 200; n++) {
            for (int i = 0; i < numbers.length; i++) {
                numbers[i] = i / TurnedBoxes.WIDE >= 12 && n % 3 == 0
                        ? Float.NEGATIVE_INFINITY
                        : (float) random.nextGaussian();
            }
            float x = (float) (9 * random.nextGaussian());
            TurnedBoxes.squares(false, numbers, 0, x, 2, -3, 1e-6f, 4, plain);
            TurnedBoxes.squares(true, numbers, 0, x, 2, -3, 1e-6f, 4, lanes);
            assertThat(lanes).isEqualTo(plain);
        }
    }
}
