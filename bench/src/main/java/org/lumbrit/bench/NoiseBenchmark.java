package org.lumbrit.bench;

import de.articdive.jnoise.generators.noisegen.perlin.PerlinNoiseGenerator;
import de.articdive.jnoise.pipeline.JNoise;
import java.util.concurrent.TimeUnit;
import org.lumbrit.core.math.GradientNoise;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * One octave of gradient noise in three dimensions on one core, samples a microsecond, against jnoise in the same run: along
 * the rows of a ground (neighbours share lattice cells) and at scattered places (they do not).
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(value = 1, jvmArgsAppend = "--add-modules=jdk.incubator.vector")
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 5, time = 1)
public class NoiseBenchmark {
    private static final int COUNT = 1 << 16;

    @Param({"rows", "scattered"})
    private String places;

    private final double[] x = new double[COUNT];
    private final double[] y = new double[COUNT];
    private final double[] z = new double[COUNT];
    private final double[] sum = new double[COUNT];
    private JNoise peer;

    @Setup
    public void prepare() {
        java.util.Random random = new java.util.Random(1);
        for (int i = 0; i < COUNT; i++) {
            boolean rows = places.equals("rows");
            x[i] = rows ? i % 512 * 0.1 : random.nextDouble() * 500;
            y[i] = rows ? 0.3 + 0.1 * Math.sin(i * 0.001) : random.nextDouble() * 500;
            z[i] = rows ? i / 512 * 0.1 : random.nextDouble() * 500;
        }
        GradientNoise.warmUp();
        peer = JNoise.newBuilder()
                .perlin(PerlinNoiseGenerator.newBuilder().setSeed(7))
                .build();
    }

    @Benchmark
    @OperationsPerInvocation(COUNT)
    public double[] lumbrit() {
        GradientNoise.add(7, x, y, z, COUNT, 1, sum);
        return sum;
    }

    @Benchmark
    @OperationsPerInvocation(COUNT)
    public double[] jnoise() {
        for (int i = 0; i < COUNT; i++) {
            sum[i] += peer.evaluateNoise(x[i], y[i], z[i]);
        }
        return sum;
    }
}
