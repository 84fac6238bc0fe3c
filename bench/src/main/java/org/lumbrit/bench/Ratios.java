package org.lumbrit.bench;

import de.articdive.jnoise.generators.noisegen.perlin.PerlinNoiseGenerator;
import de.articdive.jnoise.pipeline.JNoise;
import java.util.Random;
import org.lumbrit.core.cover.Settling;
import org.lumbrit.core.cover.Spacing;
import org.lumbrit.core.math.Cancel;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.props.BoulderShape;
import org.lumbrit.core.relief.NodeValues;
import org.lumbrit.core.relief.RainErosion;
import org.lumbrit.core.relief.ThermalErosion;
import org.lumbrit.core.surface.CellSize;
import org.lumbrit.core.surface.Ground;
import org.lumbrit.core.surface.Horizon;
import org.lumbrit.core.surface.Lattice;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.TriangleTree;

/**
 * What is quickly measured, each as its time over the time of a peer in the same run: such a ratio hardly depends on the machine
 * or on what else it does. A line each, a name and the ratio, for {@code bench/compare}.
 */
public final class Ratios {
    private static final int NODES = 1024;

    private Ratios() {}

    public static void main(String[] arguments) {
        noise();
        scatter();
        distance();
        erosion();
        horizon();
    }

    private static void say(String name, double ratio) {
        System.out.printf(java.util.Locale.ROOT, "%s %.4g%n", name, ratio);
    }

    /** A microsecond's work each, so that what the machine does beside hits both alike. */
    private static void noise() {
        int count = 1 << 16;
        double[] x = new double[count];
        double[] y = new double[count];
        double[] z = new double[count];
        double[] sum = new double[count];
        for (int i = 0; i < count; i++) {
            x[i] = i % 512 * 0.1;
            y[i] = 0.3 + 0.1 * Math.sin(i * 0.001);
            z[i] = i / 512 * 0.1;
        }
        GradientNoise.warmUp();
        JNoise peer = JNoise.newBuilder()
                .perlin(PerlinNoiseGenerator.newBuilder().setSeed(7))
                .build();
        double ours = GroundMeasure.best(200, () -> GradientNoise.add(7, x, y, z, count, 1, sum));
        double theirs = GroundMeasure.best(100, () -> {
            for (int i = 0; i < count; i++) {
                sum[i] += peer.evaluateNoise(x[i], y[i], z[i]);
            }
        });
        say("noise-to-jnoise", ours / theirs);
    }

    /** To a pass over as many numbers as plants: the peer in JavaScript runs for too long to be quick. */
    private static void scatter() {
        double[] kept = new double[1];
        Settling settling = new Settling(1, 0, new Spacing.Same(0.84), 6);
        double length = 260;
        double ours = GroundMeasure.best(
                12,
                () -> kept[0] = settling.settle(new org.lumbrit.core.surface.Region(0, 0, length, length), Cancel.NEVER)
                        .length);
        double[] numbers = new double[NODES * NODES];
        double pass = GroundMeasure.best(40, () -> {
            for (int i = 0; i < numbers.length; i++) {
                numbers[i] = Math.sqrt(numbers[i] + i);
            }
        });
        say("spaced-plant-to-root", ours / kept[0] / (pass / numbers.length));
    }

    private static void distance() {
        Mesh mesh = new BoulderShape(2, 1.4, 0.5, 0.6, 5, 3).mesh(file -> null);
        TriangleTree.Probe probe = new TriangleTree(mesh).probe();
        Random random = new Random(1);
        double[] p = new double[3 * 20_000];
        for (int i = 0; i < p.length; i++) {
            p[i] = 6 * random.nextDouble() - 3;
        }
        double ours = GroundMeasure.best(12, () -> {
                    for (int i = 0; i < p.length; i += 3) {
                        probe.distance(p[i], p[i + 1], p[i + 2]);
                    }
                })
                / 20_000;
        double loop = GroundMeasure.best(4, () -> {
                    for (int i = 0; i < 60; i += 3) {
                        GroundMeasure.plain(mesh, p[i], p[i + 1], p[i + 2]);
                    }
                })
                / 20;
        say("distance-to-plain-loop", ours / loop);
    }

    private static double[] waves() {
        double[] h = new double[NODES * NODES];
        for (int i = 0; i < h.length; i++) {
            h[i] = 20 * Math.sin(i % NODES * 0.05) * Math.cos(i / NODES * 0.04) + (i * 7919L % 1000) * 1e-3;
        }
        return h;
    }

    private static void erosion() {
        double[] h = waves();
        double[] to = new double[h.length];
        double copy = GroundMeasure.best(60, () -> System.arraycopy(h, 0, to, 0, h.length));
        CellSize cell = CellSize.square(0.3);
        ThermalErosion.warmUp();
        ThermalErosion thermal = new ThermalErosion(h.clone(), NODES, NODES, cell, NodeValues.constant(30));
        say("thermal-step-to-copy", GroundMeasure.best(60, () -> thermal.step(Cancel.NEVER)) / (2 * copy));
        RainErosion rain = new RainErosion(
                h.clone(),
                NODES,
                NODES,
                cell,
                new RainErosion.Climate(0.001, 1, 0.1, 8),
                NodeValues.constant(0.05),
                NodeValues.constant(0.1));
        say("rain-step-to-copy", GroundMeasure.best(5, rain::step) / (5 * copy));
    }

    private static void horizon() {
        float[] heights = new float[NODES * NODES];
        double[] h = waves();
        for (int i = 0; i < h.length; i++) {
            heights[i] = (float) h[i];
        }
        Ground ground = new Ground(NODES, NODES, heights, 300);
        Lattice lattice = ground.lattice(257);
        double[] to = new double[h.length];
        double copy = GroundMeasure.best(60, () -> System.arraycopy(h, 0, to, 0, h.length));
        say("sky-view-to-copy", GroundMeasure.best(3, () -> Horizon.sky(lattice, 60, Cancel.NEVER)) / copy);
    }
}
