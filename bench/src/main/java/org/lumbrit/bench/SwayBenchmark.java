package org.lumbrit.bench;

import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.motion.Blowing;
import org.lumbrit.core.motion.GustSource;
import org.lumbrit.core.motion.SwayLayer;
import org.lumbrit.core.motion.SwayLoop;
import org.lumbrit.core.motion.Swaying;
import org.lumbrit.core.motion.WindField;
import org.lumbrit.core.motion.WindLayer;
import org.lumbrit.core.recipe.Frames;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** The swings of 100 000 plants over a loop of 48 frames, on all cores, milliseconds a frame: wind, lag, mean, quantising. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 5, time = 3)
public class SwayBenchmark {
    private static final int PLANTS = 100_000;
    private static final int FRAMES = 48;

    private Swaying swaying;
    private Swaying.Stand stand;

    @Setup
    public void prepare() {
        Frames frames = new Frames(FRAMES, 0, 1 / 24.0, true);
        WindLayer wind = new WindLayer(
                "wind",
                "Wind",
                1,
                false,
                70,
                8,
                4,
                9,
                40,
                0,
                1,
                new Blowing.Downwind(),
                new GustSource.None(),
                Map.of());
        swaying = new Swaying(new WindField(wind, frames), frames, SwayLayer.plain("wind", "grass"));
        stand = stand(PLANTS);
    }

    static Swaying.Stand stand(int plants) {
        double[] x = new double[plants];
        double[] y = new double[plants];
        double[] z = new double[plants];
        java.util.Random random = new java.util.Random(3);
        for (int i = 0; i < plants; i++) {
            x[i] = random.nextDouble() * 200 - 100;
            y[i] = random.nextDouble() * 10;
            z[i] = random.nextDouble() * 200 - 100;
        }
        float[][] air = {same(plants, 6), same(plants, 0.7f), same(plants, 0.2f)};
        float[][] give = {same(plants, 70), same(plants, 10)};
        return new Swaying.Stand(x, y, z, frame -> air, frame -> give, 70, same(plants, 0.25f), same(plants, 0));
    }

    private static float[] same(int count, float value) {
        float[] all = new float[count];
        java.util.Arrays.fill(all, value);
        return all;
    }

    @Benchmark
    @OperationsPerInvocation(FRAMES)
    public SwayLoop frame() {
        return swaying.loop(stand, Cancel.NEVER);
    }
}
