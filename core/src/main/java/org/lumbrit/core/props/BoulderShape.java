package org.lumbrit.core.props;

import java.util.function.Function;
import org.lumbrit.core.kinds.Kind;
import org.lumbrit.core.kinds.Setting;
import org.lumbrit.core.math.GradientNoise;
import org.lumbrit.core.math.Hash;
import org.lumbrit.core.surface.Mesh;
import org.lumbrit.core.surface.Sphere;

/** A closed mesh; a third of it lies below its foot. */
@Kind(name = "boulder", title = "Boulder", help = "A boulder: a ball pushed about by noise, sunk into the ground.")
public record BoulderShape(
        @Setting(
                title = "width",
                unit = "m",
                min = 0.02,
                max = 1000,
                slider = {0.2, 8},
                byDefault = "1.8")
        double width,

        @Setting(
                title = "height",
                unit = "m",
                min = 0.02,
                max = 1000,
                slider = {0.2, 6},
                byDefault = "1.2")
        double height,

        @Setting(
                title = "roughness",
                min = 0,
                max = 1,
                slider = {0, 1},
                byDefault = "0.45")
        double roughness,

        @Setting(
                title = "edges",
                min = 0,
                max = 1,
                slider = {0, 1},
                byDefault = "0.5",
                help = "0 is round, 1 is broken into flat faces")
        double edges,

        @Setting(
                title = "detail",
                min = 1,
                max = 7,
                slider = {2, 6},
                byDefault = "4",
                help = "Each step has four times the triangles")
        int detail,

        @Setting(
                title = "seed",
                min = 0,
                max = 1000000,
                slider = {0, 100},
                byDefault = "1",
                help = "Another seed, another one")
        int seed)
        implements Shape {

    @Override
    public Mesh mesh(Function<String, Mesh> files) {
        float[] p = Sphere.positions(detail);
        double[] x = new double[p.length / 3];
        double[] y = new double[x.length];
        double[] z = new double[x.length];
        double[] sum = new double[x.length];
        for (int octave = 0; octave < 4; octave++) {
            double frequency = 0.9 * (1 << octave);
            for (int v = 0; v < x.length; v++) {
                x[v] = p[3 * v] * frequency + 3.7 * seed;
                y[v] = p[3 * v + 1] * frequency + 0.31;
                z[v] = p[3 * v + 2] * frequency - 1.9 * seed;
            }
            GradientNoise.add(seed * 16 + octave, x, y, z, x.length, roughness * StrictMath.pow(0.48, octave), sum);
        }
        for (int v = 0; v < x.length; v++) {
            double radius = Math.min(1 + sum[v], cut(p, v));
            p[3 * v] = (float) (p[3 * v] * radius * width / 2);
            p[3 * v + 1] = (float) ((p[3 * v + 1] * radius * 0.62 + 0.38) * height);
            p[3 * v + 2] = (float) (p[3 * v + 2] * radius * width / 2 * 0.86);
        }
        return Mesh.of(p, Sphere.triangles(detail));
    }

    /** Distance to the nearest of a few hashed planes that have broken pieces off. */
    private double cut(float[] p, int v) {
        double least = 2;
        for (int plane = 0; plane < 9; plane++) {
            double turn = 2 * StrictMath.PI * Hash.unit(Hash.of(seed, plane, 41));
            double up = 2 * Hash.unit(Hash.of(seed, plane, 42)) - 1;
            double flat = Math.sqrt(1 - up * up);
            double along = p[3 * v] * flat * StrictMath.sin(turn)
                    + p[3 * v + 1] * up
                    + p[3 * v + 2] * flat * StrictMath.cos(turn);
            double away = 1.25 - edges * (0.35 + 0.2 * Hash.unit(Hash.of(seed, plane, 43)));
            if (along > 1e-6) {
                least = Math.min(least, away / along);
            }
        }
        return least;
    }
}
