package org.lumbrit.core.drainage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Comparator;
import java.util.PriorityQueue;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.assertj.core.data.Offset;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.lumbrit.core.surface.CellSize;

/** Where water runs and stands, against a flood from the border that takes the lowest node first, on grounds made by chance. */
class RunOffTest {
    private static Stream<Arguments> grounds() {
        Random random = new Random(7);
        return Stream.of(
                        ground("rough", 41, 29, i -> random.nextDouble() * 9),
                        ground("of few heights", 30, 47, i -> random.nextInt(4)),
                        ground("of one height", 12, 9, i -> 3),
                        ground("hollows of hills", 64, 64, i -> 5 * Math.sin(i % 64 * 0.4) * Math.cos(i / 64 * 0.3)),
                        ground("all but flat", 25, 25, i -> 1e6 + 1e-9 * random.nextInt(9)),
                        ground("with one far peak", 33, 20, i -> i == 340 ? 1e12 : random.nextDouble() * 1e-3),
                        ground("below 0", 19, 31, i -> -random.nextInt(3) * 0.5),
                        ground("one node wide", 1, 40, i -> random.nextDouble()),
                        ground("two rows", 40, 2, i -> random.nextDouble()),
                        ground("one node inside", 3, 3, i -> i == 4 ? -1 : i))
                .map(Arguments::of);
    }

    @ParameterizedTest
    @MethodSource("grounds")
    void waterStandsAsHighAsAFloodFromTheBorder(Ground ground) {
        double[] flooded = flood(ground);
        RunOff off = off(ground);
        for (int i = 0; i < flooded.length; i++) {
            assertThat(off.level(i)).as("node %d", i).isEqualTo(flooded[i]);
            assertThat(off.pool(i)).isEqualTo(flooded[i] - ground.heights[i]);
        }
    }

    @ParameterizedTest
    @MethodSource("grounds")
    void everyNodeDrainsDownToTheBorderAndComesAfterWhatItDrainsTo(Ground ground) {
        RunOff off = off(ground);
        int[] place = places(off.order());
        for (int i = 0; i < place.length; i++) {
            int to = off.to(i);
            if (to < 0) {
                assertThat(ground.atBorder(i)).isTrue();
                continue;
            }
            assertThat(off.runs(i, to)).as("%d to %d", i, to).isTrue();
            assertThat(place[to]).isLessThan(place[i]);
        }
        double out = 0;
        double[] gathered = off.gathered();
        for (int i = 0; i < place.length; i++) {
            out += off.to(i) < 0 ? gathered[i] : 0;
        }
        assertThat(out).isEqualTo(place.length);
    }

    @ParameterizedTest
    @MethodSource("grounds")
    void overAllLowerNeighboursNothingIsLostEither(Ground ground) {
        Ways ways = new Ways(ground.columns, ground.rows, CellSize.square(2));
        ways.lay(off(ground));
        int[] place = places(ways.downFirst());
        double[] share = new double[Ways.NEIGHBOURS];
        for (int i = 0; i < place.length; i++) {
            if (!ways.inside(i)) {
                continue;
            }
            ways.parts(i, share);
            assertThat(Arrays.stream(share).sum()).isCloseTo(1, Offset.offset(1e-12));
            for (int n = 0; n < share.length; n++) {
                if (share[n] > 0) {
                    assertThat(place[i + ways.apart()[n]]).isLessThan(place[i]);
                }
            }
        }
        double[] water = new double[place.length];
        Arrays.fill(water, 1);
        ways.gather(water);
        double out = 0;
        for (int i = 0; i < water.length; i++) {
            out += ways.inside(i) ? 0 : water[i];
        }
        assertThat(out).isCloseTo(water.length, Offset.offset(1e-9 * water.length));
    }

    @ParameterizedTest
    @MethodSource("grounds")
    void onLevelWaterItGoesTheFewestSteps(Ground ground) {
        RunOff off = off(ground);
        for (int i = 0; i < ground.heights.length; i++) {
            for (int k : ground.beside(i)) {
                boolean alike = off.level(i) == off.level(k) && !ground.atBorder(i);
                if (alike && off.to(i) >= 0 && off.level(off.to(i)) == off.level(i)) {
                    assertThat(off.runs(k, off.to(i)) || k == off.to(i) || !off.runs(off.to(i), k))
                            .as("%d beside %d", i, k)
                            .isTrue();
                }
            }
        }
    }

    private static RunOff off(Ground ground) {
        return new RunOff(ground.heights, ground.columns, ground.rows, CellSize.square(2));
    }

    private static int[] places(int[] order) {
        int[] place = new int[order.length];
        Arrays.fill(place, -1);
        for (int k = 0; k < order.length; k++) {
            assertThat(place[order[k]]).isEqualTo(-1);
            place[order[k]] = k;
        }
        return place;
    }

    private static double[] flood(Ground ground) {
        double[] level = new double[ground.heights.length];
        Arrays.fill(level, Double.NaN);
        PriorityQueue<Integer> waiting = new PriorityQueue<>(Comparator.comparingDouble(i -> level[i]));
        for (int i = 0; i < level.length; i++) {
            if (ground.atBorder(i)) {
                level[i] = ground.heights[i];
                waiting.add(i);
            }
        }
        while (!waiting.isEmpty()) {
            int i = waiting.remove();
            for (int k : ground.beside(i)) {
                if (Double.isNaN(level[k])) {
                    level[k] = Math.max(ground.heights[k], level[i]);
                    waiting.add(k);
                }
            }
        }
        return level;
    }

    private static Ground ground(String name, int columns, int rows, IntToDoubleFunction height) {
        double[] heights = new double[columns * rows];
        Arrays.setAll(heights, height);
        return new Ground(name, columns, rows, heights);
    }

    private record Ground(String name, int columns, int rows, double[] heights) {
        boolean atBorder(int i) {
            return i % columns == 0 || i % columns == columns - 1 || i / columns == 0 || i / columns == rows - 1;
        }

        int[] beside(int i) {
            return IntStream.range(0, heights.length)
                    .filter(k -> k != i
                            && Math.abs(k % columns - i % columns) <= 1
                            && Math.abs(k / columns - i / columns) <= 1)
                    .toArray();
        }

        @Override
        public String toString() {
            return name;
        }
    }
}
