package org.lumbrit.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.Codec;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.math.Results;
import org.lumbrit.core.math.ResultsOfOneRun;
import org.lumbrit.core.recipe.Clock;
import org.lumbrit.core.recipe.Combine;
import org.lumbrit.core.recipe.GroundSpec;
import org.lumbrit.core.recipe.PropertyRange;
import org.lumbrit.core.recipe.Recipe;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.NoiseRelief;
import org.lumbrit.core.relief.RainErosion;
import org.lumbrit.core.relief.RainRelief;
import org.lumbrit.core.relief.ThermalErosion;
import org.lumbrit.core.relief.ThermalRelief;
import org.lumbrit.core.site.SiteAssets;
import org.lumbrit.core.site.SitePlan;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;

class CourseTest {
    /** Hashes the state with the step, and counts how often. */
    private static final class Counting implements Simulation<long[]> {
        private final AtomicInteger steps = new AtomicInteger();
        private final String key;
        private final int rests;

        Counting(String key, int rests) {
            this.key = key;
            this.rests = rests;
        }

        @Override
        public String key() {
            return key;
        }

        @Override
        public long[] start() {
            return new long[] {7, 0};
        }

        @Override
        public long[] next(long[] before, int step, Cancel cancel) {
            steps.incrementAndGet();
            return new long[] {Hash.of(before[0], step), step};
        }

        @Override
        public Codec<long[]> codec() {
            return Codec.LONGS;
        }

        @Override
        public long bytes(long[] state) {
            return 16;
        }

        @Override
        public boolean atRest(long[] state) {
            return state[1] >= rests;
        }
    }

    private static long straight(int steps) {
        long state = 7;
        for (int k = 1; k <= steps; k++) {
            state = Hash.of(state, k);
        }
        return state;
    }

    @Test
    void toAndFroGivesWhatGoingStraightGives() {
        Course<long[]> course = new Course<>(new Counting("c", 1000), new ResultsOfOneRun(), 4);
        for (int step : new int[] {30, 0, 7, 31, 6, 29, 4, 30, 1}) {
            assertThat(course.at(step, Cancel.NEVER)[0]).as("step " + step).isEqualTo(straight(step));
        }
    }

    @Test
    void itGoesOnFromTheNearestCheckpoint() {
        Counting simulation = new Counting("c", 1000);
        ResultsOfOneRun results = new ResultsOfOneRun();
        new Course<>(simulation, results, 8).at(64, Cancel.NEVER);
        assertThat(simulation.steps.getAndSet(0)).isEqualTo(64);
        new Course<>(simulation, results, 8).at(67, Cancel.NEVER);
        assertThat(simulation.steps.getAndSet(0)).isEqualTo(3);
        new Course<>(simulation, results, 16).at(35, Cancel.NEVER);
        assertThat(simulation.steps.getAndSet(0))
                .as("coarser checkpoints are among the finer")
                .isEqualTo(3);
        Counting other = new Counting("other", 1000);
        new Course<>(other, results, 8).at(10, Cancel.NEVER);
        assertThat(other.steps.get()).as("another key is another course").isEqualTo(10);
    }

    @Test
    void aCheckpointThatIsForgottenMeanwhileIsNotTakenForTheStart() {
        ResultsOfOneRun kept = new ResultsOfOneRun();
        Results forgetful = new Results() {
            private final Set<String> seen = new HashSet<>();

            @Override
            public <T> T get(String key, Cancel waiting, Function<Cancel, T> compute) {
                return kept.get(key, waiting, compute);
            }

            @Override
            public <T> Optional<T> held(String key) {
                return seen.add(key) ? kept.held(key) : Optional.empty();
            }
        };
        new Course<>(new Counting("c", 1000), kept, 4).at(32, Cancel.NEVER);
        assertThat(new Course<>(new Counting("c", 1000), forgetful, 4).at(34, Cancel.NEVER)[0])
                .isEqualTo(straight(34));
    }

    @Test
    void whatIsAtRestIsNotCarriedOn() {
        Counting simulation = new Counting("c", 5);
        long[] state = new Course<>(simulation, new ResultsOfOneRun(), 4).at(1_000, Cancel.NEVER);
        assertThat(state[0]).isEqualTo(straight(5));
        assertThat(simulation.steps.get()).isEqualTo(5);
    }

    @Test
    void nobodyWaitsForACourseThatWasCancelled() {
        Course<long[]> course = new Course<>(new Counting("c", 1000), new ResultsOfOneRun(), 4);
        assertThatThrownBy(() -> course.at(10, () -> true)).isInstanceOf(Cancel.CancelledException.class);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 5, 8, 14, 100, 1000})
    void aCourseHasFewCheckpointsWhoseDistanceIsAPowerOfTwo(int steps) {
        int every = Course.every(steps);
        assertThat(Integer.bitCount(every)).isEqualTo(1);
        assertThat(steps / every).isLessThanOrEqualTo(8);
    }

    private static PropertyRange even(double value) {
        return new PropertyRange(value, value, Combine.PRODUCT);
    }

    private static final NoiseRelief HILLS = new NoiseRelief(
            "hills",
            "Hills",
            4,
            false,
            12,
            4,
            0.5,
            2,
            NoiseRelief.Shape.PLAIN,
            0,
            0,
            false,
            Map.of("amplitude", even(12)));
    private static final RainRelief RAIN = new RainRelief(
            "rain", "Rain", 1, false, 9, 0.001, 1, 0.1, 8, Map.of("rain", even(60), "softness", even(0.4)));
    private static final ThermalRelief CRUMBLING =
            new ThermalRelief("thermal", "Crumbling", 1, false, 70, Map.of("talus", even(25)));

    private static SitePlan plan(Recipe recipe, ResultsOfOneRun results) {
        return SitePlan.of(recipe, SiteAssets.NONE, 0, results, Cancel.NEVER);
    }

    private static Recipe site(org.lumbrit.core.recipe.Layer... layers) {
        return new Recipe(
                "Test",
                GroundSpec.flat(64, 64, 65, Optional.empty()),
                List.of(),
                List.of(),
                List.of(),
                List.of(layers),
                List.of(),
                new Clock(24, 8));
    }

    private static double[] doubles(float[] heights) {
        double[] all = new double[heights.length];
        for (int i = 0; i < all.length; i++) {
            all[i] = heights[i];
        }
        return all;
    }

    @Test
    void rainByItsCourseIsTheErosionInOneGoAtEveryStepInAnyOrder() {
        Recipe recipe = site(HILLS, RAIN);
        ResultsOfOneRun results = new ResultsOfOneRun();
        Ground below = plan(site(HILLS), results).ground();
        for (int step : new int[] {9, 3, 0, 8, 4, 9}) {
            RainErosion whole = new RainErosion(
                    doubles(below.heights()),
                    65,
                    65,
                    CellSize.of(below),
                    new RainErosion.Climate(0.001, 1, 0.1, 8),
                    NodeValues.constant(60).times(1e-3),
                    NodeValues.constant(0.4));
            whole.run(step, Cancel.NEVER);
            float[] now = plan(recipe.afterStep("rain", step), results).ground().heights();
            for (int i = 0; i < now.length; i++) {
                assertThat(now[i]).as("step " + step).isEqualTo((float) whole.ground()[i]);
            }
        }
    }

    @Test
    void crumblingByItsCourseIsTheErosionInOneGo() {
        ResultsOfOneRun results = new ResultsOfOneRun();
        Ground below = plan(site(HILLS), results).ground();
        for (int step : new int[] {70, 16, 5, 69}) {
            ThermalErosion whole =
                    new ThermalErosion(doubles(below.heights()), 65, 65, CellSize.of(below), NodeValues.constant(25));
            whole.run(step, Cancel.NEVER);
            float[] now = plan(site(HILLS, CRUMBLING).afterStep("thermal", step), results)
                    .ground()
                    .heights();
            for (int i = 0; i < now.length; i++) {
                assertThat(now[i]).as("step " + step).isEqualTo((float) whole.heights()[i]);
            }
        }
    }

    @Test
    void afterAStepLaterReliefIsSwitchedOffAndNothingElse() {
        Recipe recipe = site(HILLS, RAIN, CRUMBLING).afterStep("rain", 4);
        assertThat(recipe.layer("rain", RainRelief.class).orElseThrow().steps()).isEqualTo(4);
        assertThat(recipe.layer("hills").orElseThrow().hidden()).isFalse();
        assertThat(recipe.layer("thermal").orElseThrow().hidden()).isTrue();
        assertThat(site(RAIN).afterStep("rain", 0).layer("rain").orElseThrow().hidden())
                .isTrue();
    }
}
